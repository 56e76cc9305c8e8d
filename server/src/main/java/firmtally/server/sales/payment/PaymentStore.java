package firmtally.server.sales.payment;

import firmtally.core.receivables.Matching;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpenItemId;
import firmtally.server.platform.ids.PaymentId;
import firmtally.server.platform.ids.PersonId;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Repository;

@Repository
class PaymentStore {
  private static final String ROWS =
      """
      SELECT p.id, p.account_id, a.name AS account, p.on_day, p.amount, p.payer, p.words, p.how, p.proposal, p.state,
             p.unapplied, p.reason, b.name AS booked_by, p.version,
             (SELECT group_concat(ref, ', ') FROM (SELECT i.ref FROM payment_applied x JOIN open_item i ON i.id = x.item_id
                WHERE x.payment_id = p.id ORDER BY i.due, i.id)) AS applied
      FROM payment p LEFT JOIN account a ON a.id = p.account_id LEFT JOIN person b ON b.id = p.booked_by
      """;
  private static final String INSERT =
      """
      INSERT INTO payment (account_id, on_day, amount, payer, words, bank_ref, how, proposal, state, unapplied, taken_by,
                           taken_at, booked_by, booked_at)
      VALUES (:account, :on, :amount, :payer, :words, :ref, :how, :proposal, :state, :amount, :by, :at, :bookedBy, :bookedAt)
      RETURNING id
      """;
  private final Sql sql;

  PaymentStore(Sql sql) {
    this.sql = sql;
  }

  /** A payment as it is taken. */
  record Taken(
      Optional<AccountId> account,
      LocalDate on,
      Money amount,
      String payer,
      String words,
      String ref,
      String how,
      List<String> proposal,
      boolean isBooked) {}

  PaymentId insert(Taken taken, PersonId by, Instant at) {
    return sql.sql(INSERT)
        .param("account", taken.account())
        .param("on", taken.on())
        .param("amount", taken.amount().getAmountMinorLong())
        .param("payer", taken.payer())
        .param("words", taken.words())
        .param("ref", taken.ref().isEmpty() ? null : taken.ref())
        .param("how", taken.how())
        .param("proposal", String.join(",", taken.proposal()))
        .param("state", taken.isBooked() ? "booked" : "open")
        .param("by", by)
        .param("at", at)
        .param("bookedBy", taken.isBooked() ? by : null)
        .param("bookedAt", taken.isBooked() ? at : null)
        .query(PaymentId.class)
        .single();
  }

  void setFor(PaymentId id, List<OpenItemId> items) {
    sql.sql("DELETE FROM payment_for WHERE payment_id = :id").param("id", id).update();
    for (int i = 0; i < items.size(); i++) {
      sql.sql(
              "INSERT INTO payment_for (payment_id, position, item_id) VALUES (:id, :position, :item)")
          .param("id", id)
          .param("position", i)
          .param("item", items.get(i))
          .update();
    }
  }

  int book(PaymentId id, long version, AccountId account, PersonId by, Instant at) {
    return sql.sql(
            """
            UPDATE payment SET state = 'booked', account_id = :account, how = 'by-hand', booked_by = :by, booked_at = :at,
              version = version + 1
            WHERE id = :id AND version = :version AND state = 'open'
            """)
        .param("id", id)
        .param("version", version)
        .param("account", account)
        .param("by", by)
        .param("at", at)
        .update();
  }

  int undo(PaymentId id, long version, String reason, PersonId by, Instant at) {
    return sql.sql(
            """
            UPDATE payment SET state = 'undone', unapplied = 0, reason = :reason, undone_by = :by, undone_at = :at,
              bank_ref = CASE WHEN bank_ref IS NULL THEN NULL ELSE bank_ref || ' undone ' || id END, version = version + 1
            WHERE id = :id AND version = :version AND state <> 'undone'
            """)
        .param("id", id)
        .param("version", version)
        .param("reason", reason)
        .param("by", by)
        .param("at", at)
        .update();
  }

  void removeApplied(PaymentId id) {
    sql.sql("DELETE FROM payment_applied WHERE payment_id = :id").param("id", id).update();
  }

  /** Which of these the bank told before. */
  Set<String> known(List<String> refs) {
    return Set.copyOf(
        sql.sql(
                "SELECT bank_ref FROM payment WHERE bank_ref IN (SELECT value FROM json_each(:refs))")
            .param("refs", firmtally.server.platform.database.JsonList.of(refs))
            .query(String.class)
            .list());
  }

  List<PaymentService.PaymentRow> page(
      String state, Optional<AccountId> account, long before, int most, CurrencyUnit currency) {
    return sql.sql(
            ROWS
                + """
                  WHERE p.id < :before AND (:state = '' OR p.state = :state) AND (:account IS NULL OR p.account_id = :account)
                  ORDER BY p.id DESC LIMIT :most
                  """)
        .param("state", state)
        .param("account", account)
        .param("before", before)
        .param("most", most)
        .query((row, n) -> row(row, currency))
        .list();
  }

  Optional<PaymentService.PaymentRow> find(PaymentId id, CurrencyUnit currency) {
    return sql.sql(ROWS + "WHERE p.id = :id")
        .param("id", id)
        .query((row, n) -> row(row, currency))
        .optional();
  }

  private static PaymentService.PaymentRow row(ResultSet row, CurrencyUnit currency)
      throws SQLException {
    String proposal = row.getString("proposal");
    return new PaymentService.PaymentRow(
        new PaymentId(row.getLong("id")),
        Columns.maybe(row, "account_id", AccountId::new).orElse(null),
        row.getString("account"),
        Columns.day(row, "on_day"),
        text(currency, row.getLong("amount")),
        row.getString("payer"),
        row.getString("words"),
        row.getString("how"),
        proposal.isEmpty() ? List.of() : List.of(proposal.split(",")),
        row.getString("state"),
        row.getString("applied"),
        text(currency, row.getLong("unapplied")),
        row.getString("booked_by"),
        row.getString("reason"),
        row.getLong("version"));
  }

  private static String text(CurrencyUnit currency, long minor) {
    return Money.ofMinor(currency, minor).getAmount().toPlainString();
  }

  /** An open invoice, and under which names its account pays. */
  record OpenItem(OpenItemId id, AccountId account, Matching.OpenInvoice invoice) {}

  /** Every invoice that is not paid: of an account, or of all where none is given. */
  List<OpenItem> open(Optional<AccountId> account, CurrencyUnit currency) {
    return sql.sql(
            """
            SELECT i.id, i.account_id, i.ref, i.balance, i.due, a.name, a.pays_as FROM open_item i
              JOIN account a ON a.id = i.account_id
            WHERE i.balance > 0 AND (:account IS NULL OR i.account_id = :account) ORDER BY i.due, i.id
            """)
        .param("account", account)
        .query(
            (row, n) ->
                new OpenItem(
                    new OpenItemId(row.getLong("id")),
                    new AccountId(row.getLong("account_id")),
                    new Matching.OpenInvoice(
                        row.getString("ref"),
                        row.getString("account_id"),
                        Stream.of(row.getString("name"), row.getString("pays_as"))
                            .filter(name -> !name.isEmpty())
                            .collect(Collectors.toSet()),
                        Money.ofMinor(currency, row.getLong("balance")),
                        Columns.day(row, "due"))))
        .list();
  }
}
