package firmtally.server.sales.renewal;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.web.Cursor;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.LongFunction;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Agreements by the day on which they end, with what is known of their renewal. */
@Repository
class RenewalStore {
  /**
   * How each stands, and what speaks against it: nobody spoke with them within the notice, they owe
   * something for more than two weeks after its due day, they bought less than half of the year
   * before (renewals aside), a planned call was not had.
   */
  private static final String STANDING =
      """
      WITH late AS (
        SELECT account_id FROM open_item WHERE balance > 0 AND due < :late GROUP BY account_id),
      bought AS (
        SELECT d.account_id, SUM(CASE WHEN d.made_on > :yearAgo THEN w.contract ELSE 0 END) AS now,
               SUM(CASE WHEN d.made_on <= :yearAgo THEN w.contract ELSE 0 END) AS before
        FROM document d JOIN worksheet w ON w.id = d.worksheet_id JOIN opportunity o ON o.id = d.opportunity_id
        WHERE d.kind = 'order' AND o.renews_id IS NULL AND d.state IN ('released', 'completed') AND d.made_on > :twoYearsAgo GROUP BY d.account_id),
      ending AS MATERIALIZED (
        SELECT g.id, g.state, g.end_day, g.call_on, g.monthly, g.value, o.owner_id, n.id AS next_id, n.lead_quote_id AS quote_id,
               q.state AS quote_state, <editable> AS may_change,
               (SELECT MAX(x.done_at) FROM activity x WHERE x.opportunity_id = n.id AND x.done_at IS NOT NULL AND x.kind <> 'note') AS contacted_at,
               EXISTS (SELECT 1 FROM activity x WHERE x.opportunity_id = n.id AND x.closed_at IS NULL AND x.kind = 'call' AND x.due < :today) AS missed,
               t.account_id IS NOT NULL AS overdue,
               COALESCE(b.before, 0) > 0 AND COALESCE(b.now, 0) * 2 < b.before AS falling
        FROM agreement g
        JOIN account a ON a.id = g.account_id
        JOIN document d ON d.id = g.order_id
        LEFT JOIN opportunity n ON n.renews_id = COALESCE(g.joins_id, g.id)
        JOIN opportunity o ON o.id = COALESCE(n.id, d.opportunity_id)
        JOIN person p ON p.id = o.owner_id
        LEFT JOIN document q ON q.id = n.lead_quote_id
        LEFT JOIN late t ON t.account_id = g.account_id
        LEFT JOIN bought b ON b.account_id = g.account_id
        WHERE (g.end_day BETWEEN :first AND :last OR :unanswered AND g.end_day < :first AND g.state = 'running') AND (g.state <> 'ended' OR n.state = 'lost') AND <readable>
          AND (:owner IS NULL OR o.owner_id = :owner) AND (:group = '' OR a.price_group = :group)
          AND (:text = '' OR instr(lower(a.name || ' ' || g.number), lower(:text)) > 0)
          AND (:family = '' OR EXISTS (SELECT 1 FROM agreement_line l JOIN product f ON f.code = l.product
                                       WHERE l.agreement_id = g.id AND f.family = :family))),
      standing AS (
        SELECT e.*, CASE WHEN e.state = 'renewed' THEN 'renewed' WHEN e.state IN ('not-renewed', 'ended') THEN 'not-renewed'
                         WHEN e.quote_state IN ('sent', 'accepted') THEN 'quoted' WHEN e.contacted_at IS NOT NULL THEN 'contacted'
                         ELSE 'open' END AS status
        FROM ending e),
      judged AS (
        SELECT s.*, CASE WHEN s.status IN ('renewed', 'not-renewed') THEN 0
                         ELSE s.overdue OR s.falling OR s.missed OR (s.call_on <= :today AND s.contacted_at IS NULL) END AS risk
        FROM standing s)
      """
          .replace("<readable>", Visibility.OPPORTUNITY_READABLE)
          .replace("<editable>", Visibility.OPPORTUNITY_EDITABLE);

  private static final String MEANT =
      " FROM judged j WHERE (:status = '' OR j.status = :status) AND (NOT :risk OR j.risk) ";
  private static final String MONTHS =
      STANDING
          + """
          SELECT substr(j.end_day, 1, 7) AS month, COUNT(*) AS count, SUM(j.value) AS value, SUM(j.monthly) AS monthly,
                 SUM(CASE WHEN j.risk THEN j.value ELSE 0 END) AS at_risk, SUM(j.risk) AS risks,
                 SUM(CASE WHEN j.status = 'contacted' THEN j.value ELSE 0 END) AS contacted,
                 SUM(CASE WHEN j.status = 'quoted' THEN j.value ELSE 0 END) AS quoted,
                 SUM(CASE WHEN j.status = 'renewed' THEN j.value ELSE 0 END) AS renewed,
                 SUM(CASE WHEN j.status = 'not-renewed' THEN j.value ELSE 0 END) AS lost
          """
          + MEANT
          + " GROUP BY 1 ORDER BY 1";

  /** What a row shows is looked up only for the rows of a page. */
  private static final String ROWS =
      STANDING
          + """
          SELECT j.*, g.number, g.account_id, a.name AS account, p.name AS owner, g.start_day, g.version, k.number AS joins,
                 CASE WHEN k.id IS NULL THEN n.id END AS renewing_id, n.number AS next_number, n.state AS next_state, s.name AS stage,
                 g.monthly + COALESCE((SELECT SUM(x.monthly) FROM agreement x WHERE x.joins_id = g.id), 0) AS running_monthly,
                 CASE WHEN k.id IS NULL THEN COALESCE(qw.monthly, w.monthly) END AS next_monthly,
                 (SELECT MIN(x.id) FROM activity x WHERE x.opportunity_id = n.id AND x.closed_at IS NULL AND x.kind = 'call') AS call_id
          FROM (SELECT j.*
          """
          + MEANT
          + """
          AND (j.end_day, j.id) > (:end, :id) ORDER BY j.end_day, j.id LIMIT :most) j
          JOIN agreement g ON g.id = j.id JOIN account a ON a.id = g.account_id JOIN person p ON p.id = j.owner_id
          LEFT JOIN agreement k ON k.id = g.joins_id LEFT JOIN opportunity n ON n.id = j.next_id LEFT JOIN stage s ON s.id = n.stage_id
          LEFT JOIN worksheet w ON w.id = n.worksheet_id LEFT JOIN document q ON q.id = j.quote_id
          LEFT JOIN worksheet qw ON qw.id = q.worksheet_id
          ORDER BY j.end_day, j.id
          """;

  private static final int LATE_DAYS = 14;
  private final Sql sql;

  RenewalStore(Sql sql) {
    this.sql = sql;
  }

  private JdbcClient.StatementSpec bound(
      String text, RenewalFilter filter, LocalDate today, Actor actor) {
    RenewalFilter.Days days = filter.days(today);
    return Visibility.bind(sql.sql(text), actor)
        .param("today", today)
        .param("late", today.minusDays(LATE_DAYS))
        .param("yearAgo", today.minusYears(1))
        .param("twoYearsAgo", today.minusYears(2))
        .param("first", days.from())
        .param("last", days.to())
        .param("unanswered", days.late())
        .param("owner", filter.owner())
        .param("group", RenewalFilter.blank(filter.group()))
        .param("family", RenewalFilter.blank(filter.family()))
        .param("text", RenewalFilter.blank(filter.text()))
        .param("status", RenewalFilter.blank(filter.status()))
        .param("risk", "true".equals(filter.risk()));
  }

  List<RenewalController.MonthRow> months(
      RenewalFilter filter, LocalDate today, Actor actor, LongFunction<String> amounts) {
    return bound(MONTHS, filter, today, actor)
        .query(
            (row, n) ->
                new RenewalController.MonthRow(
                    row.getString("month"),
                    row.getLong("count"),
                    amounts.apply(row.getLong("value")),
                    amounts.apply(row.getLong("monthly")),
                    row.getLong("risks"),
                    amounts.apply(row.getLong("at_risk")),
                    amounts.apply(row.getLong("contacted")),
                    amounts.apply(row.getLong("quoted")),
                    amounts.apply(row.getLong("renewed")),
                    amounts.apply(row.getLong("lost"))))
        .list();
  }

  List<RenewalController.RenewalRow> rows(
      RenewalFilter filter,
      LocalDate today,
      Cursor after,
      int most,
      Actor actor,
      LongFunction<String> amounts) {
    return bound(ROWS, filter, today, actor)
        .param("end", after.key())
        .param("id", after.id())
        .param("most", most)
        .query(
            (row, n) -> {
              boolean isSilent =
                  Columns.instant(row, "contacted_at") == null
                      && !Columns.day(row, "call_on").isAfter(today);
              return new RenewalController.RenewalRow(
                  new AgreementId(row.getLong("id")),
                  row.getString("number"),
                  new AccountId(row.getLong("account_id")),
                  row.getString("account"),
                  row.getString("owner"),
                  row.getString("status"),
                  row.getString("joins"),
                  Columns.day(row, "start_day"),
                  Columns.day(row, "end_day"),
                  Columns.day(row, "call_on"),
                  amounts.apply(row.getLong("monthly")),
                  amounts.apply(row.getLong("running_monthly")),
                  amounts.apply(row.getLong("value")),
                  Columns.maybe(row, "renewing_id", OpportunityId::new).orElse(null),
                  row.getString("next_number"),
                  row.getString("next_state"),
                  row.getString("stage"),
                  Columns.maybe(row, "next_monthly", amounts).orElse(null),
                  Columns.maybe(row, "quote_id", DocumentId::new).orElse(null),
                  row.getString("quote_state"),
                  Columns.instant(row, "contacted_at"),
                  Columns.maybe(row, "call_id", ActivityId::new).orElse(null),
                  row.getBoolean("risk")
                      ? Arrays.stream(
                              new String[] {
                                isSilent ? "no contact" : "",
                                row.getBoolean("overdue") ? "overdue" : "",
                                row.getBoolean("falling") ? "buys less" : "",
                                row.getBoolean("missed") ? "call missed" : ""
                              })
                          .filter(words -> !words.isEmpty())
                          .toList()
                      : List.of(),
                  row.getBoolean("may_change"),
                  row.getLong("version"));
            })
        .list();
  }

  /** The open opportunity of an agreement's next term, and the quote that leads it. */
  record Next(OpportunityId id, DocumentId quoteId, String quoteState) {}

  Optional<Next> next(AgreementId id) {
    return sql.sql(
            """
            SELECT o.id, o.lead_quote_id, q.state FROM opportunity o LEFT JOIN quote q ON q.id = o.lead_quote_id
            WHERE o.renews_id = :id AND o.state IN ('open', 'paused') ORDER BY o.id DESC LIMIT 1
            """)
        .param("id", id)
        .query(
            (row, n) ->
                new Next(
                    new OpportunityId(row.getLong("id")),
                    Columns.maybe(row, "lead_quote_id", DocumentId::new).orElse(null),
                    row.getString("state")))
        .optional();
  }
}
