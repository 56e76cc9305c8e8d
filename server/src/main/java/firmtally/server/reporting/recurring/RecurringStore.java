package firmtally.server.reporting.recurring;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import java.time.LocalDate;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The streams of recurring revenue that somebody sees. */
@Repository
class RecurringStore {
  /** By family a stream is the share of its lines, each charge by the month, half up. */
  private static final String STREAMS =
      """
      SELECT g.id, g.number, g.account_id, a.name AS account, p.team, g.order_id, g.start_day, g.end_day, g.follows_id,
             CASE WHEN :family = '' THEN g.monthly ELSE
               (SELECT COALESCE(SUM((2 * l.charge + l.every_months) / (2 * l.every_months)), 0) FROM agreement_line l JOIN product f ON f.code = l.product
                WHERE l.agreement_id = g.id AND f.family = :family) END AS monthly
      FROM agreement g JOIN account a ON a.id = g.account_id JOIN document d ON d.id = g.order_id
        JOIN opportunity o ON o.id = d.opportunity_id JOIN person p ON p.id = o.owner_id
      WHERE g.end_day >= g.start_day AND (:team = '' OR p.team = :team) AND (:group = '' OR a.price_group = :group) AND
      """
          + Visibility.OPPORTUNITY_READABLE
          + " ORDER BY g.id";

  private static final String DUE =
      """
      SELECT substr(g.end_day, 1, 7) AS month, COUNT(*) AS due, SUM(g.value) AS value,
             SUM(CASE WHEN g.state = 'renewed' THEN g.value ELSE 0 END) AS won,
             SUM(CASE WHEN g.state IN ('not-renewed', 'ended') THEN g.value ELSE 0 END) AS lost,
             SUM(CASE WHEN g.state = 'running' THEN g.value ELSE 0 END) AS open
      FROM agreement g JOIN account a ON a.id = g.account_id JOIN document d ON d.id = g.order_id
        JOIN opportunity o ON o.id = d.opportunity_id JOIN person p ON p.id = o.owner_id
      WHERE g.end_day BETWEEN :first AND :last AND g.end_day >= g.start_day AND (:team = '' OR p.team = :team)
        AND (:group = '' OR a.price_group = :group)
        AND (:family = '' OR EXISTS (SELECT 1 FROM agreement_line l JOIN product f ON f.code = l.product
                                     WHERE l.agreement_id = g.id AND f.family = :family)) AND
      """
          + Visibility.OPPORTUNITY_READABLE
          + " GROUP BY 1 ORDER BY 1";
  private static final String BUSINESS =
      """
      SELECT CASE WHEN o.renews_id IS NULL THEN 'new' ELSE 'renewal' END AS kind,
             SUM(o.state = 'won') AS won, SUM(o.state = 'lost') AS lost, SUM(o.state IN ('open', 'paused')) AS open,
             COALESCE(SUM(CASE WHEN o.state = 'won' THEN o.won_amount END), 0) AS revenue,
             group_concat(CASE WHEN o.state = 'won' THEN CAST(julianday(o.closed_on) - julianday(o.opened_on) AS INTEGER) END) AS days
      FROM opportunity o JOIN person p ON p.id = o.owner_id JOIN account a ON a.id = o.account_id
      WHERE (o.closed_on BETWEEN :first AND :last OR o.state IN ('open', 'paused')) AND (:team = '' OR p.team = :team)
        AND (:group = '' OR a.price_group = :group)
        AND (:family = '' OR EXISTS (SELECT 1 FROM worksheet_line l JOIN product f ON f.code = l.product
                                     WHERE l.worksheet_id = o.worksheet_id AND f.family = :family)) AND
      """
          + Visibility.OPPORTUNITY_READABLE
          + " GROUP BY 1";
  private final Sql sql;

  RecurringStore(Sql sql) {
    this.sql = sql;
  }

  /** An agreement as it brings revenue. */
  record Stream(
      AgreementId id,
      String number,
      AccountId accountId,
      String account,
      DocumentId orderId,
      LocalDate start,
      LocalDate end,
      long monthly) {}

  private static JdbcClient.StatementSpec bound(
      JdbcClient.StatementSpec statement, RecurringService.Cut cut, Actor actor) {
    return Visibility.bind(statement, actor)
        .param("family", cut.family())
        .param("team", cut.team())
        .param("group", cut.group());
  }

  List<Stream> streams(RecurringService.Cut cut, Actor actor) {
    return bound(sql.sql(STREAMS), cut, actor)
        .query(
            (row, n) ->
                new Stream(
                    new AgreementId(row.getLong("id")),
                    row.getString("number"),
                    new AccountId(row.getLong("account_id")),
                    row.getString("account"),
                    new DocumentId(row.getLong("order_id")),
                    Columns.day(row, "start_day"),
                    Columns.day(row, "end_day"),
                    row.getLong("monthly")))
        .list();
  }

  /** What of the agreements that end in a month became of their renewal. */
  record Due(String month, long due, long value, long won, long lost, long open) {}

  List<Due> due(RecurringService.Cut cut, LocalDate first, LocalDate last, Actor actor) {
    return bound(sql.sql(DUE), cut, actor)
        .param("first", first)
        .param("last", last)
        .query(Due.class)
        .list();
  }

  /** How new business and renewals went; days of the won ones, with commas. */
  record Business(String kind, long won, long lost, long open, long revenue, String days) {}

  List<Business> business(RecurringService.Cut cut, LocalDate first, LocalDate last, Actor actor) {
    return bound(sql.sql(BUSINESS), cut, actor)
        .param("first", first)
        .param("last", last)
        .query(Business.class)
        .list();
  }
}
