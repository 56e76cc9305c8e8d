package firmtally.server.sales.ledger;

import firmtally.core.receivables.LedgerItem;
import firmtally.core.receivables.Payment;
import firmtally.core.receivables.Settlement;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpenItemId;
import firmtally.server.platform.ids.PaymentId;
import firmtally.server.platform.ids.RecordId;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Repository;

@Repository
class LedgerStore {
  private static final String ITEMS =
      """
      SELECT id, ref, on_day, due, total, balance, settled_on, of_id FROM open_item WHERE account_id = :account
      ORDER BY id
      """;
  private static final String PAYMENTS =
      """
      SELECT p.id, p.on_day, p.amount, p.unapplied,
             (SELECT group_concat(item_id) FROM (SELECT item_id FROM payment_for f WHERE f.payment_id = p.id ORDER BY position)) AS invoices,
             (SELECT group_concat(item_id || ' ' || amount) FROM (SELECT item_id, amount FROM payment_applied x
                WHERE x.payment_id = p.id ORDER BY item_id)) AS applied
      FROM payment p WHERE p.account_id = :account AND p.state = 'booked' ORDER BY p.id
      """;
  private static final String LIST =
      """
      SELECT i.id, i.account_id, a.name AS account, i.ref, COALESCE(d.kind, 'opening') AS kind, i.document_id, i.on_day, i.due,
             i.total, i.balance, i.settled_on, i.promised_on, i.promise, i.reminder_stage, i.reminded_on, i.version
      FROM open_item i JOIN account a ON a.id = i.account_id LEFT JOIN document d ON d.id = i.document_id
      """;
  private final Sql sql;

  LedgerStore(Sql sql) {
    this.sql = sql;
  }

  /** An item as the settlement reads it. */
  record ItemRow(
      OpenItemId id,
      String ref,
      LocalDate on,
      LocalDate due,
      long total,
      long balance,
      LocalDate settledOn,
      Optional<OpenItemId> of) {
    LedgerItem ledgerItem(CurrencyUnit currency, Map<OpenItemId, String> refs) {
      return new LedgerItem(ref, on, due, Money.ofMinor(currency, total), of.map(refs::get));
    }

    boolean differs(Settlement.ItemState state) {
      return state.balance().getAmountMinorLong() != balance
          || !Objects.equals(state.settledOn().orElse(null), settledOn);
    }
  }

  /** A payment as the settlement reads it. */
  record PaymentRow(
      PaymentId id,
      LocalDate on,
      long amount,
      long unapplied,
      List<OpenItemId> invoices,
      String applied) {
    /** Whether it goes elsewhere than what was kept says. */
    boolean differs(Settlement.PaymentState state, Map<String, OpenItemId> ids) {
      Map<Long, Long> sums = new TreeMap<>();
      state
          .applied()
          .forEach(
              one ->
                  sums.merge(
                      ids.get(one.invoice()).value(),
                      one.amount().getAmountMinorLong(),
                      Long::sum));
      String now =
          sums.entrySet().stream()
              .map(entry -> entry.getKey() + " " + entry.getValue())
              .collect(Collectors.joining(","));
      return state.unapplied().getAmountMinorLong() != unapplied || !now.equals(applied);
    }

    Payment payment(CurrencyUnit currency, Map<OpenItemId, String> refs) {
      return new Payment(
          "payment " + id,
          on,
          Money.ofMinor(currency, amount),
          invoices.stream().map(refs::get).toList());
    }
  }

  List<ItemRow> items(AccountId account) {
    return sql.sql(ITEMS)
        .param("account", account)
        .query(
            (row, n) ->
                new ItemRow(
                    new OpenItemId(row.getLong("id")),
                    row.getString("ref"),
                    Columns.day(row, "on_day"),
                    Columns.day(row, "due"),
                    row.getLong("total"),
                    row.getLong("balance"),
                    Columns.day(row, "settled_on"),
                    Columns.maybe(row, "of_id", OpenItemId::new)))
        .list();
  }

  List<PaymentRow> payments(AccountId account) {
    return sql.sql(PAYMENTS)
        .param("account", account)
        .query(
            (row, n) ->
                new PaymentRow(
                    new PaymentId(row.getLong("id")),
                    Columns.day(row, "on_day"),
                    row.getLong("amount"),
                    row.getLong("unapplied"),
                    ids(row.getString("invoices")),
                    Objects.requireNonNullElse(row.getString("applied"), "")))
        .list();
  }

  private static List<OpenItemId> ids(String text) {
    return text == null
        ? List.of()
        : Stream.of(text.split(",")).map(Long::valueOf).map(OpenItemId::new).toList();
  }

  OpenItemId insert(LedgerService.Entry entry) {
    return sql.sql(
            """
            INSERT INTO open_item (account_id, ref, document_id, of_id, on_day, due, total, balance)
            VALUES (:account, :ref, :document, (SELECT id FROM open_item WHERE document_id = :of), :on, :due, :total, :total)
            RETURNING id
            """)
        .param("account", entry.account())
        .param("ref", entry.ref())
        .param("document", entry.document())
        .param("of", entry.of())
        .param("on", entry.on())
        .param("due", entry.due())
        .param("total", entry.total().getAmountMinorLong())
        .query(OpenItemId.class)
        .single();
  }

  /** Whether an account has an item of a number. */
  boolean isKnown(AccountId account, String ref) {
    return sql.sql(
            "SELECT EXISTS (SELECT 1 FROM open_item WHERE account_id = :account AND ref = :ref)")
        .param("account", account)
        .param("ref", ref)
        .query(Boolean.class)
        .single();
  }

  /** The accounts of some items. */
  List<AccountId> accountsOf(List<RecordId> items) {
    return sql.sql(
            "SELECT DISTINCT account_id FROM open_item WHERE id IN (SELECT value FROM json_each(:items)) ORDER BY 1")
        .param("items", JsonList.of(items))
        .query(AccountId.class)
        .list();
  }

  void settle(OpenItemId id, Settlement.ItemState state) {
    sql.sql(
            "UPDATE open_item SET balance = :balance, settled_on = :on, version = version + 1 WHERE id = :id")
        .param("id", id)
        .param("balance", state.balance().getAmountMinorLong())
        .param("on", state.settledOn())
        .update();
  }

  /** Writes where a payment went. */
  void apply(PaymentId id, Settlement.PaymentState state, Map<String, OpenItemId> ids) {
    sql.sql("UPDATE payment SET unapplied = :unapplied WHERE id = :id AND unapplied <> :unapplied")
        .param("id", id)
        .param("unapplied", state.unapplied().getAmountMinorLong())
        .update();
    sql.sql("DELETE FROM payment_applied WHERE payment_id = :id").param("id", id).update();
    for (Settlement.Applied applied : state.applied()) {
      sql.sql(
              """
              INSERT INTO payment_applied (payment_id, item_id, amount) VALUES (:id, :item, :amount)
              ON CONFLICT (payment_id, item_id) DO UPDATE SET amount = amount + :amount
              """)
          .param("id", id)
          .param("item", ids.get(applied.invoice()))
          .param("amount", applied.amount().getAmountMinorLong())
          .update();
    }
  }

  List<LedgerService.Item> list(
      AccountId account, boolean openOnly, LocalDate today, CurrencyUnit currency) {
    return sql.sql(
            LIST
                + "WHERE i.account_id = :account AND (NOT :open OR i.balance <> 0) ORDER BY i.on_day DESC, i.id DESC LIMIT 500")
        .param("account", account)
        .param("open", openOnly)
        .query((row, n) -> item(row, today, currency))
        .list();
  }

  List<LedgerService.Item> open(LocalDate today, int most, CurrencyUnit currency) {
    return sql.sql(LIST + "WHERE i.balance <> 0 ORDER BY i.due, i.id LIMIT :most")
        .param("most", most)
        .query((row, n) -> item(row, today, currency))
        .list();
  }

  List<LedgerService.Item> promised(LocalDate upTo, LocalDate today, CurrencyUnit currency) {
    return sql.sql(
            LIST + "WHERE i.balance <> 0 AND i.promised_on <= :upTo ORDER BY i.promised_on, i.id")
        .param("upTo", upTo)
        .query((row, n) -> item(row, today, currency))
        .list();
  }

  Optional<LedgerService.Item> find(OpenItemId id, LocalDate today, CurrencyUnit currency) {
    return sql.sql(LIST + "WHERE i.id = :id")
        .param("id", id)
        .query((row, n) -> item(row, today, currency))
        .optional();
  }

  Optional<LedgerService.Item> ofDocument(
      DocumentId document, LocalDate today, CurrencyUnit currency) {
    return sql.sql(LIST + "WHERE i.document_id = :document")
        .param("document", document)
        .query((row, n) -> item(row, today, currency))
        .optional();
  }

  private static LedgerService.Item item(ResultSet row, LocalDate today, CurrencyUnit currency)
      throws SQLException {
    LocalDate due = Columns.day(row, "due");
    long balance = row.getLong("balance");
    long late = balance > 0 ? Math.max(0, ChronoUnit.DAYS.between(due, today)) : 0;
    return new LedgerService.Item(
        new OpenItemId(row.getLong("id")),
        new AccountId(row.getLong("account_id")),
        row.getString("account"),
        row.getString("ref"),
        row.getString("kind"),
        Columns.maybe(row, "document_id", DocumentId::new).orElse(null),
        Columns.day(row, "on_day"),
        due,
        text(currency, row.getLong("total")),
        text(currency, balance),
        Columns.day(row, "settled_on"),
        late,
        Columns.day(row, "promised_on"),
        row.getString("promise"),
        row.getInt("reminder_stage"),
        Columns.day(row, "reminded_on"),
        row.getLong("version"));
  }

  private static String text(CurrencyUnit currency, long minor) {
    return Money.ofMinor(currency, minor).getAmount().toPlainString();
  }

  List<LedgerService.Paid> paid(OpenItemId item, CurrencyUnit currency) {
    return sql.sql(
            """
            SELECT p.id, p.on_day, a.amount, p.payer FROM payment_applied a JOIN payment p ON p.id = a.payment_id
            WHERE a.item_id = :item ORDER BY p.on_day, p.id
            """)
        .param("item", item)
        .query(
            (row, n) ->
                new LedgerService.Paid(
                    new PaymentId(row.getLong("id")),
                    Columns.day(row, "on_day"),
                    text(currency, row.getLong("amount")),
                    row.getString("payer")))
        .list();
  }

  int promise(OpenItemId id, long version, Optional<LocalDate> on, String words) {
    return sql.sql(
            """
            UPDATE open_item SET promised_on = :on, promise = :words, version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("id", id)
        .param("version", version)
        .param("on", on)
        .param("words", words)
        .update();
  }

  void reminded(OpenItemId id, int stage, LocalDate on) {
    sql.sql(
            """
            UPDATE open_item SET reminder_stage = :stage, reminded_on = :on, version = version + 1 WHERE id = :id
            """)
        .param("id", id)
        .param("stage", stage)
        .param("on", on)
        .update();
  }
}
