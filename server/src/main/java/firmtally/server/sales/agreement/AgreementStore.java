package firmtally.server.sales.agreement;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.renewal.NextTerm;
import firmtally.core.renewal.RunningTerm;
import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.web.Cursor;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.worksheet.calculation.LineForm;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.function.LongFunction;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

@Repository
class AgreementStore {
  private static final String ROWS =
      """
      SELECT g.id, g.number, a.name AS account, g.account_id, p.name AS owner, g.state, g.start_day, g.end_day, g.call_on,
             g.term_months, g.monthly, g.value, n.id AS next_id, n.number AS next_number, n.state AS next_state,
             (SELECT MAX(done_at) FROM activity x WHERE x.opportunity_id = n.id AND x.kind = 'call') AS called_at
      FROM agreement g
      JOIN account a ON a.id = g.account_id
      JOIN sales_order c ON c.id = g.order_id
      JOIN opportunity o ON o.id = c.opportunity_id
      JOIN person p ON p.id = o.owner_id
      LEFT JOIN opportunity n ON n.renews_id = g.id
      """;
  private static final String INSERT =
      """
      INSERT INTO agreement (number, order_id, account_id, state, currency, start_day, term_months, notice_months, end_day,
                             call_on, monthly, value, follows_id, next_charge)
      VALUES (:number, :order, :account, :state, :currency, :start, :term, :notice, :end, :call, :monthly, :value,
              :follows, :start)
      RETURNING id
      """;
  private final Sql sql;

  AgreementStore(Sql sql) {
    this.sql = sql;
  }

  /** What an agreement is made of beside its term. */
  record Made(String number, DocumentId order, AccountId account, @MaybeNull AgreementId follows) {}

  List<AgreementService.AgreementRow> ending(
      String from, Cursor after, int most, Actor actor, LongFunction<String> amounts) {
    return rows(
        Visibility.bind(
                sql.sql(
                    ROWS
                        + " WHERE g.state = 'running' AND g.end_day >= :key AND (g.end_day, g.id) > (:end, :id) AND "
                        + Visibility.OPPORTUNITY_READABLE
                        + " ORDER BY g.end_day, g.id LIMIT :most"),
                actor)
            .param("end", after.key())
            .param("id", after.id())
            .param("most", most),
        from,
        amounts);
  }

  List<AgreementService.AgreementRow> ofOrder(DocumentId order, LongFunction<String> amounts) {
    return rows(sql.sql(ROWS + " WHERE g.order_id = :key ORDER BY g.id"), order, amounts);
  }

  private List<AgreementService.AgreementRow> rows(
      JdbcClient.StatementSpec statement, Object key, LongFunction<String> amounts) {
    return statement
        .param("key", key)
        .query(
            (row, n) ->
                new AgreementService.AgreementRow(
                    new AgreementId(row.getLong("id")),
                    row.getString("number"),
                    new AccountId(row.getLong("account_id")),
                    row.getString("account"),
                    row.getString("owner"),
                    row.getString("state"),
                    Columns.day(row, "start_day"),
                    Columns.day(row, "end_day"),
                    Columns.day(row, "call_on"),
                    row.getInt("term_months"),
                    amounts.apply(row.getLong("monthly")),
                    amounts.apply(row.getLong("value")),
                    Columns.maybe(row, "next_id", AgreementId::new).orElse(null),
                    row.getString("next_number"),
                    row.getString("next_state"),
                    Columns.instant(row, "called_at")))
        .list();
  }

  AgreementId insert(Made made, RunningTerm term, NextTerm next) {
    return sql.sql(INSERT)
        .param("number", made.number())
        .param("order", made.order())
        .param("account", made.account())
        .param("follows", made.follows())
        .param("state", AgreementState.RUNNING)
        .param("currency", term.currency().getCode())
        .param("start", term.start().toString())
        .param("term", term.termMonths())
        .param("notice", term.noticeMonths())
        .param("end", next.end().toString())
        .param("call", next.callOn().toString())
        .param("monthly", next.monthly().getAmountMinorLong())
        .param("value", next.before().getAmountMinorLong())
        .query(AgreementId.class)
        .single();
  }

  /**
   * Writes a line.
   *
   * @param each of the charge, rounded: for reading only
   */
  void insertLine(
      AgreementId agreement,
      LineForm form,
      Quantity quantity,
      UnitPrice each,
      Percent tax,
      NextTerm.NextLine next) {
    RunningTerm.PlanLine line = next.line();
    sql.sql(
            """
            INSERT INTO agreement_line (agreement_id, line_id, product, description, quantity, unit_net, every_months,
                                        charge, tax)
            VALUES (:agreement, :line, :product, :words, :quantity, :unit, :every, :charge, :tax)
            """)
        .param("agreement", agreement)
        .param("line", line.id())
        .param("product", form.product())
        .param("words", form.description())
        .param("quantity", quantity.toThousandths())
        .param("unit", each.toTenThousandths())
        .param("every", line.everyMonths())
        .param("charge", next.charge().getAmountMinorLong())
        .param("tax", tax)
        .update();
  }

  record Term(String startDay, int termMonths, String number) {}

  Optional<Term> term(AgreementId id) {
    return sql.sql("SELECT start_day, term_months, number FROM agreement WHERE id = :id")
        .param("id", id)
        .query(Term.class)
        .optional();
  }

  void setState(AgreementId id, String state) {
    sql.sql("UPDATE agreement SET state = :state WHERE id = :id")
        .param("state", state)
        .param("id", id)
        .update();
  }

  void end(AgreementId id, LocalDate on) {
    sql.sql(
            "UPDATE agreement SET state = 'ended', ends_on = :on, next_charge = NULL WHERE id = :id")
        .param("id", id)
        .param("on", on)
        .update();
  }

  /** The opportunity of the next term, while it is open. */
  Optional<OpportunityId> next(AgreementId id) {
    return sql.sql(
            "SELECT id FROM opportunity WHERE renews_id = :id AND state IN ('open', 'paused') ORDER BY id LIMIT 1")
        .param("id", id)
        .query(OpportunityId.class)
        .optional();
  }
}
