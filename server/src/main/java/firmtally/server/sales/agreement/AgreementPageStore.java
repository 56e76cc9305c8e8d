package firmtally.server.sales.agreement;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import java.util.List;
import java.util.Optional;
import java.util.function.LongFunction;
import org.springframework.stereotype.Repository;

/** What stands on an agreement's page beside what it is itself. */
@Repository
class AgreementPageStore {
  private static final String LINES =
      """
      SELECT l.line_id AS line, l.product, l.description, l.quantity, l.unit_net, l.every_months, l.charge, l.tax
      FROM agreement_line l WHERE l.agreement_id = :id ORDER BY l.line_id
      """;
  private static final String NEXT =
      """
      SELECT o.id, o.number, o.state, s.name AS stage, COALESCE(qw.monthly, w.monthly) AS monthly, COALESCE(qw.contract, w.contract) AS value,
             q.number AS quote, q.state AS quote_state, q.id AS quote_id
      FROM opportunity o JOIN stage s ON s.id = o.stage_id JOIN worksheet w ON w.id = o.worksheet_id
        LEFT JOIN quote q ON q.id = o.lead_quote_id LEFT JOIN worksheet qw ON qw.id = q.worksheet_id
      WHERE o.renews_id = :id ORDER BY o.id DESC LIMIT 1
      """;
  private static final String CHAIN =
      """
      WITH RECURSIVE chain(id) AS (
        SELECT :id
        UNION SELECT g.follows_id FROM chain c JOIN agreement g ON g.id = c.id WHERE g.follows_id IS NOT NULL
        UNION SELECT g.id FROM chain c JOIN agreement g ON g.follows_id = c.id)
      SELECT g.id, g.number, g.state, g.start_day, g.end_day, g.monthly, g.value FROM chain c JOIN agreement g ON g.id = c.id
      ORDER BY g.start_day, g.id
      """;
  private static final String RISES =
      """
      SELECT r.at, p.name AS person, r.words, i.value_before, i.value_after, r.undone_at, i.letter_sent_at
      FROM price_rise_item i JOIN price_rise r ON r.id = i.rise_id JOIN person p ON p.id = r.person_id
      WHERE i.agreement_id = :id ORDER BY r.at DESC
      """;
  private final Sql sql;

  AgreementPageStore(Sql sql) {
    this.sql = sql;
  }

  /** The deal that made it. */
  OpportunityId deal(AgreementId id) {
    return sql.sql(
            "SELECT d.opportunity_id FROM agreement g JOIN document d ON d.id = g.order_id WHERE g.id = :id")
        .param("id", id)
        .query(OpportunityId.class)
        .single();
  }

  List<AgreementController.AgreementLineView> lines(AgreementId id, LongFunction<String> amounts) {
    return sql.sql(LINES)
        .param("id", id)
        .query(
            (row, n) ->
                new AgreementController.AgreementLineView(
                    row.getString("line"),
                    row.getString("product"),
                    row.getString("description"),
                    Quantity.ofThousandths(row.getLong("quantity")).toString(),
                    UnitPrice.ofTenThousandths(row.getLong("unit_net")).toString(),
                    row.getInt("every_months"),
                    amounts.apply(row.getLong("charge")),
                    Percent.ofTenThousandths(row.getLong("tax")).toString()))
        .list();
  }

  Optional<AgreementController.NextView> next(
      AgreementId id, long running, LongFunction<String> amounts) {
    return sql.sql(NEXT)
        .param("id", id)
        .query(
            (row, n) ->
                new AgreementController.NextView(
                    new OpportunityId(row.getLong("id")),
                    row.getString("number"),
                    row.getString("state"),
                    row.getString("stage"),
                    amounts.apply(row.getLong("monthly")),
                    amounts.apply(row.getLong("monthly") - running),
                    amounts.apply(row.getLong("value")),
                    Columns.maybe(row, "quote_id", DocumentId::new).orElse(null),
                    row.getString("quote"),
                    row.getString("quote_state")))
        .optional();
  }

  List<AgreementController.TermView> chain(AgreementId id, LongFunction<String> amounts) {
    return sql.sql(CHAIN)
        .param("id", id)
        .query(
            (row, n) ->
                new AgreementController.TermView(
                    new AgreementId(row.getLong("id")),
                    row.getString("number"),
                    row.getString("state"),
                    Columns.day(row, "start_day"),
                    Columns.day(row, "end_day"),
                    amounts.apply(row.getLong("monthly")),
                    amounts.apply(row.getLong("value"))))
        .list();
  }

  List<AgreementController.RiseView> rises(AgreementId id, LongFunction<String> amounts) {
    return sql.sql(RISES)
        .param("id", id)
        .query(
            (row, n) ->
                new AgreementController.RiseView(
                    Columns.instant(row, "at"),
                    row.getString("person"),
                    row.getString("words"),
                    amounts.apply(row.getLong("value_before")),
                    amounts.apply(row.getLong("value_after")),
                    row.getString("undone_at") != null,
                    Columns.instant(row, "letter_sent_at")))
        .list();
  }
}
