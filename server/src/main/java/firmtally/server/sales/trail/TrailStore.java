package firmtally.server.sales.trail;

import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.search.SearchIndex;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.LongFunction;
import org.springframework.stereotype.Repository;

@Repository
class TrailStore {
  /**
   * The whole chain of renewals that an opportunity stands in, forward and back, and every paper on
   * the way.
   */
  private static final String TRAIL =
      """
      WITH RECURSIVE chain(id) AS (
        SELECT :id
        UNION
        SELECT n.id FROM chain c
          JOIN customer_order s ON s.opportunity_id = c.id
          JOIN agreement g ON g.order_id = s.id
          JOIN opportunity n ON n.renews_id = g.id
        UNION
        SELECT s.opportunity_id FROM chain c
          JOIN opportunity o ON o.id = c.id
          JOIN agreement g ON g.id = o.renews_id
          JOIN customer_order s ON s.id = g.order_id
      )
      SELECT 1 AS step, o.id AS opp, 'enquiry' AS kind, e.id AS id, e.number AS number, e.subject AS title, substr(e.added_at, 1, 10) AS day,
             e.state AS state, NULL AS amount
      FROM chain c JOIN opportunity o ON o.id = c.id JOIN enquiry e ON e.id = o.enquiry_id
      UNION ALL
      SELECT 2, o.id, 'opportunity', o.id, o.number, o.title, o.opened_on, o.state, COALESCE(o.won_amount, w.contract)
      FROM chain c JOIN opportunity o ON o.id = c.id JOIN worksheet w ON w.id = o.worksheet_id
      UNION ALL
      SELECT 3, q.opportunity_id, 'quote', q.id, q.number, 'Quote', q.made_on, q.state, w.contract
      FROM chain c JOIN quote q ON q.opportunity_id = c.id JOIN worksheet w ON w.id = q.worksheet_id
      UNION ALL
      SELECT 4, s.opportunity_id, 'order', s.id, s.number, COALESCE('Their number ' || s.po_number, 'Order'),
             s.placed_on, s.state, w.contract
      FROM chain c JOIN customer_order s ON s.opportunity_id = c.id JOIN worksheet w ON w.id = s.worksheet_id
      UNION ALL
      SELECT 5, s.opportunity_id, 'agreement', g.id, g.number, 'Until ' || g.end_day, g.start_day, g.state, g.value
      FROM chain c JOIN customer_order s ON s.opportunity_id = c.id JOIN agreement g ON g.order_id = s.id
      ORDER BY opp, step, day, id
      """;

  /** A rep counts their own, a manager their team's, everybody else the whole house. */
  private static final String MINE = "(p.id = :me OR :all AND (:sees = '' OR p.team = :sees))";

  private static final String COUNTS =
      """
      SELECT
        :day_sheet AS day_sheet,
        (SELECT COUNT(*) FROM enquiry e JOIN person p ON p.id = e.owner_id
          WHERE e.state IN ('new', 'talking') AND <mine>) AS enquiries,
        (SELECT COUNT(*) FROM opportunity o JOIN sales_process s ON s.id = o.process_id JOIN person p ON p.id = o.owner_id
          WHERE o.state = 'open' AND s.kind = 'new' AND <mine>) AS opportunities,
        (SELECT COUNT(*) FROM quote q JOIN opportunity o ON o.id = q.opportunity_id JOIN person p ON p.id = o.owner_id
          WHERE q.state IN ('draft', 'sent') AND o.state = 'open' AND <mine>) AS quotes,
        (SELECT COUNT(*) FROM customer_order s JOIN opportunity o ON o.id = s.opportunity_id
          JOIN person p ON p.id = o.owner_id
          WHERE s.state = 'hold' AND <mine>) AS orders,
        (SELECT COUNT(*) FROM agreement g JOIN customer_order s ON s.id = g.order_id
          JOIN opportunity o ON o.id = s.opportunity_id JOIN person p ON p.id = o.owner_id
          WHERE g.state = 'running' AND g.end_day BETWEEN :today AND :soon AND <mine>) AS renewals
      """
          .replace("<mine>", MINE);
  private static final int SOON_DAYS = 90;
  private final Sql sql;

  TrailStore(Sql sql) {
    this.sql = sql;
  }

  List<TrailController.Paper> trail(long opportunity, LongFunction<String> amounts) {
    return sql.sql(TRAIL)
        .param("id", opportunity)
        .query(
            (row, n) ->
                new TrailController.Paper(
                    row.getString("kind"),
                    row.getLong("id"),
                    row.getString("number"),
                    row.getString("title"),
                    row.getString("day"),
                    row.getString("state"),
                    row.getObject("amount") == null ? null : amounts.apply(row.getLong("amount"))))
        .list();
  }

  /** What waits for somebody, for the bar. */
  TrailController.Counts counts(Actor actor, LocalDate today, long daySheet) {
    return sql.sql(COUNTS)
        .param("day_sheet", daySheet)
        .param("me", actor.id())
        .param("all", actor.role() != Role.REP)
        .param("sees", actor.seesTeam())
        .param("today", today.toString())
        .param("soon", today.plusDays(SOON_DAYS).toString())
        .query(TrailController.Counts.class)
        .single();
  }

  private static final Map<String, String> SEEN_OF =
      Map.of(
          "opportunity",
          "SELECT o.id FROM opportunity o JOIN person p ON p.id = o.owner_id WHERE o.id IN (:ids) AND ",
          "quote",
          "SELECT x.id FROM quote x JOIN opportunity o ON o.id = x.opportunity_id"
              + " JOIN person p ON p.id = o.owner_id WHERE x.id IN (:ids) AND ",
          "order",
          "SELECT x.id FROM customer_order x JOIN opportunity o ON o.id = x.opportunity_id"
              + " JOIN person p ON p.id = o.owner_id WHERE x.id IN (:ids) AND ");

  /** Those of what was found that somebody sees, in the same order. */
  List<SearchIndex.Hit> seen(List<SearchIndex.Hit> hits, Actor actor) {
    if (actor.seesTeam().isEmpty()) {
      return hits;
    }
    Map<String, Set<Long>> seen = new HashMap<>();
    SEEN_OF.forEach(
        (kind, text) -> {
          List<Long> ids =
              hits.stream().filter(h -> h.kind().equals(kind)).map(SearchIndex.Hit::id).toList();
          if (!ids.isEmpty()) {
            seen.put(
                kind,
                new HashSet<>(
                    Visibility.bind(sql.sql(text + Visibility.SEEN + " ORDER BY 1"), actor)
                        .param("ids", ids)
                        .query(Long.class)
                        .list()));
          }
        });
    return hits.stream()
        .filter(h -> !SEEN_OF.containsKey(h.kind()) || seen.get(h.kind()).contains(h.id()))
        .toList();
  }
}
