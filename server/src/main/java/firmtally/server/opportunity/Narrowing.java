package firmtally.server.opportunity;

import firmtally.server.people.Actor;
import firmtally.server.platform.BadInput;
import firmtally.server.platform.FoundIndex;
import firmtally.server.platform.Where;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * What the list and the sheet are narrowed to, as conditions on an opportunity {@code o}, its owner
 * {@code p}, stage {@code s} and path {@code sp}.
 */
final class Narrowing {
  private static final int SILENT_DAYS = 14;
  static final int SLIPS = 2;

  static final String NO_NEXT =
      """
      o.state = 'open'
      AND NOT EXISTS (SELECT 1 FROM activity x WHERE x.opportunity_id = o.id AND x.done_at IS NULL)
      """;
  static final String SILENT =
      """
      o.state = 'open' AND sp.kind = 'new' AND o.touched_on < :silent
      AND NOT EXISTS (SELECT 1 FROM activity x WHERE x.opportunity_id = o.id AND x.done_at >= :silent)
      """;
  static final String SLIPPED = "o.state = 'open' AND o.slips >= " + SLIPS;
  static final String PAST = "o.state = 'open' AND o.expected_close < :today";
  static final String OVER_TIME =
      "o.state = 'open' AND sp.kind = 'new' AND julianday(:today) - julianday(o.stage_since) > s.usual_days";

  /** What is neglected, and the condition that tells. */
  private static final Map<String, String> FAULTS =
      Map.of(
          "no-next-step", NO_NEXT,
          "silent", SILENT,
          "slipped", SLIPPED,
          "past-close", PAST,
          "over-time", OVER_TIME);

  private Narrowing() {}

  /** What a query is narrowed to, of what somebody sees. */
  static Where where(ListQuery query, Actor actor) {
    Where where = new Where();
    String state = query.state() == null || query.state().isBlank() ? "open" : query.state();
    if (!"all".equals(state)) {
      where.and("o.state = :state", "state", state);
    }
    if (!actor.seesTeam().isEmpty()) {
      where.and(Sight.SEEN);
    }
    if (query.owner() != null && query.owner() > 0) {
      where.and("o.owner_id = :owner", "owner", query.owner());
    }
    if (query.stage() != null) {
      where.and("o.stage_id = :stage", "stage", query.stage());
    }
    if (query.account() != null) {
      where.and("o.account_id = :account", "account", query.account());
    }
    narrowByWords(where, query);
    narrowByFault(where, query.fault());
    return where;
  }

  private static void narrowByWords(Where where, ListQuery query) {
    String day = query.isClosed() ? "o.closed_on" : "o.expected_close";
    where
        .maybe("p.team = :team", "team", query.team())
        .maybe("o.priority = :priority", "priority", query.priority())
        .maybe("o.interest = :interest", "interest", query.interest())
        .maybe("o.business = :business", "business", query.business())
        .maybe("o.source = :source", "source", query.source())
        .maybe("o.campaign = :campaign", "campaign", query.campaign())
        .maybe(
            "o.id IN (SELECT opportunity_id FROM opportunity_tag WHERE tag = :tag)",
            "tag",
            query.tag())
        .maybe(
            "o.id IN (SELECT opportunity_id FROM opportunity_competitor WHERE name = :competitor)",
            "competitor",
            query.competitor())
        .maybe(day + " >= :from", "from", query.from())
        .maybe(day + " <= :to", "to", query.to());
    String path = query.path() == null ? "" : query.path();
    if (path.matches("[0-9]{1,9}")) {
      where.and("o.path_id = :path", "path", Long.valueOf(path));
    } else {
      where.maybe("sp.kind = :path", "path", path);
    }
    if (query.q() != null && !query.q().isBlank()) {
      where.and(
          "o.id IN (SELECT record_id FROM found WHERE found MATCH :q AND kind = 'opportunity')",
          "q",
          FoundIndex.wordsOf(query.q()));
    }
  }

  private static void narrowByFault(Where where, String fault) {
    if (fault == null || fault.isBlank()) {
      return;
    }
    if ("any".equals(fault)) {
      List<String> all = new ArrayList<>();
      FAULTS.values().forEach(condition -> all.add("(" + condition + ")"));
      where.and("(" + String.join(" OR ", all) + ")");
      return;
    }
    String condition = FAULTS.get(fault);
    if (condition == null) {
      throw BadInput.at(
          "fault", "This is none of any, " + String.join(", ", FAULTS.keySet()) + ".");
    }
    where.and("(" + condition + ")");
  }

  /** Binds what the conditions ask for: the day, who asks, and their values. */
  static JdbcClient.StatementSpec bind(
      JdbcClient.StatementSpec statement, Where where, Actor actor, LocalDate today) {
    JdbcClient.StatementSpec dated =
        statement
            .param("today", today.toString())
            .param("silent", today.minusDays(SILENT_DAYS).toString());
    return where.bind(Sight.bind(dated, actor));
  }
}
