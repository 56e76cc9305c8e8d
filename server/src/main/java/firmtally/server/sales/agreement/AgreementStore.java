package firmtally.server.sales.agreement;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.renewal.NextTerm;
import firmtally.core.renewal.RunningTerm;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.worksheet.calculation.LineForm;
import java.sql.ResultSet;
import java.sql.SQLException;
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
  record Origin(
      String number, DocumentId order, AccountId account, @MaybeNull AgreementId follows) {}

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
                    Columns.maybe(row, "next_id", OpportunityId::new).orElse(null),
                    row.getString("next_number"),
                    row.getString("next_state"),
                    Columns.instant(row, "called_at")))
        .list();
  }

  AgreementId insert(Origin made, RunningTerm term, NextTerm next) {
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

  /** The opportunity whose owner it is: that of the next term, else the deal that made it. */
  static final String CARRIER =
      """
      COALESCE((SELECT MAX(x.id) FROM opportunity x WHERE x.renews_id = COALESCE(g.joins_id, g.id)), d.opportunity_id)
      """;

  private static final String ONE =
      "SELECT g.*, o.owner_id FROM agreement g JOIN document d ON d.id = g.order_id JOIN opportunity o ON o.id = "
          + CARRIER;

  Optional<Agreement> find(AgreementId id) {
    return sql.sql(ONE + "WHERE g.id = :id")
        .param("id", id)
        .query((row, n) -> agreement(row))
        .optional();
  }

  /** Those of an account that are in their term, but one. */
  List<Agreement> others(AgreementId id, AccountId account) {
    return sql.sql(
            ONE
                + "WHERE g.account_id = :account AND g.id <> :id AND g.state IN ('running', 'not-renewed') ORDER BY g.end_day, g.id")
        .param("id", id)
        .param("account", account)
        .query((row, n) -> agreement(row))
        .list();
  }

  /** Those of an account that are in their term. */
  List<Agreement> ofAccount(AccountId account) {
    return sql.sql(
            ONE + "WHERE g.account_id = :account AND g.state = 'running' ORDER BY g.end_day, g.id")
        .param("account", account)
        .query((row, n) -> agreement(row))
        .list();
  }

  /**
   * It is renewed together with another one, on whose next term its lines stand under these ids.
   */
  void join(AgreementId id, AgreementId with, List<String> lines) {
    sql.sql(
            """
            UPDATE agreement SET joins_id = :with, joins_lines = :lines, version = version + 1 WHERE id = :id
            """)
        .param("id", id)
        .param("with", with)
        .param("lines", String.join(" ", lines))
        .update();
  }

  /** It goes its own way; the ids under which its lines stood. */
  List<String> leave(AgreementId id) {
    String lines =
        sql.sql("SELECT COALESCE(joins_lines, '') FROM agreement WHERE id = :id")
            .param("id", id)
            .query(String.class)
            .single();
    sql.sql(
            """
            UPDATE agreement SET joins_id = NULL, joins_lines = NULL, version = version + 1 WHERE id = :id
            """)
        .param("id", id)
        .update();
    return List.of(lines.split(" "));
  }

  /** Those that are renewed together with it. */
  List<Agreement> joining(AgreementId id) {
    return sql.sql(ONE + "WHERE g.joins_id = :id ORDER BY g.id")
        .param("id", id)
        .query((row, n) -> agreement(row))
        .list();
  }

  /** Those that nobody renews and whose last day is past. */
  List<AgreementId> runOut(LocalDate today) {
    return sql.sql(
            "SELECT id FROM agreement WHERE state = 'not-renewed' AND end_day < :today ORDER BY id")
        .param("today", today)
        .query(AgreementId.class)
        .list();
  }

  private static Agreement agreement(ResultSet row) throws SQLException {
    return new Agreement(
        new AgreementId(row.getLong("id")),
        row.getString("number"),
        new DocumentId(row.getLong("order_id")),
        new AccountId(row.getLong("account_id")),
        new PersonId(row.getLong("owner_id")),
        AgreementState.of(row.getString("state")),
        Columns.day(row, "start_day"),
        Columns.day(row, "end_day"),
        Optional.ofNullable(Columns.day(row, "ends_on")),
        row.getInt("term_months"),
        row.getInt("notice_months"),
        Columns.day(row, "call_on"),
        row.getLong("monthly"),
        row.getLong("value"),
        Percent.ofTenThousandths(row.getLong("uplift")),
        row.getString("terms"),
        row.getString("reason"),
        row.getString("competitor"),
        Columns.maybe(row, "follows_id", AgreementId::new).orElse(null),
        Columns.maybe(row, "joins_id", AgreementId::new).orElse(null),
        row.getLong("version"));
  }

  /**
   * Keeps what changes of it, if it is still of this version.
   *
   * @return how many were changed: 1 or 0
   */
  int update(Agreement changed) {
    return sql.sql(
            """
            UPDATE agreement SET state = :state, end_day = :end, ends_on = :endsOn, term_months = :term, notice_months = :notice,
              call_on = :call, value = :value, uplift = :uplift, terms = :terms, reason = :reason, competitor = :competitor,
              version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("id", changed.id())
        .param("version", changed.version())
        .param("state", changed.state())
        .param("end", changed.end())
        .param("endsOn", changed.endsOn())
        .param("term", changed.termMonths())
        .param("notice", changed.noticeMonths())
        .param("call", changed.callOn())
        .param("value", changed.value())
        .param("uplift", changed.uplift())
        .param("terms", changed.terms())
        .param("reason", changed.reason())
        .param("competitor", changed.competitor())
        .update();
  }

  void setState(AgreementId id, AgreementState state) {
    sql.sql("UPDATE agreement SET state = :state, version = version + 1 WHERE id = :id")
        .param("state", state)
        .param("id", id)
        .update();
  }

  /** It and those that joined it, as they are renewed by one order. */
  void setStates(AgreementId id, AgreementState state) {
    setState(id, state);
    joining(id).stream()
        .filter(joined -> joined.state() != AgreementState.ENDED)
        .forEach(joined -> setState(joined.id(), state));
  }

  boolean isRaised(AgreementId id) {
    return sql.sql(
            """
            SELECT EXISTS (SELECT 1 FROM price_rise_item i JOIN price_rise r ON r.id = i.rise_id
                           WHERE i.agreement_id = :id AND r.undone_at IS NULL)
            """)
        .param("id", id)
        .query(Boolean.class)
        .single();
  }

  /** It ends before it began. */
  void cancel(AgreementId id, LocalDate on) {
    sql.sql(
            """
            UPDATE agreement SET state = 'ended', ends_on = :on, end_day = :on, next_charge = NULL, version = version + 1
            WHERE id = :id
            """)
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
