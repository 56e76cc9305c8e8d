package firmtally.server.sales.invoice;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Repository;

@Repository
class InvoiceStore {
  private static final int DECIMALS = 3;
  private static final String HEADS =
      """
      SELECT i.id, i.number, i.type, i.order_id, i.agreement_id, i.of_id, t.reason, i.issued_on, i.due, i.net, i.tax, i.total,
             t.deposit_percent, t.deducts, i.reference, t.sent_at
      FROM invoice i JOIN invoice_terms t ON t.document_id = i.id
      """;
  private static final String ROWS =
      """
      SELECT i.id, i.number, i.type, a.name AS account, s.number AS order_number, i.issued_on, i.due, i.total,
             COALESCE(b.balance, 0) AS balance, b.settled_on, t.sent_at
      FROM invoice i
      JOIN invoice_terms t ON t.document_id = i.id
      JOIN opportunity o ON o.id = i.opportunity_id
      JOIN person p ON p.id = o.owner_id
      JOIN account a ON a.id = i.account_id
      JOIN document s ON s.id = i.order_id
      LEFT JOIN open_item b ON b.document_id = i.id
      """;
  private static final String PAGE =
      ROWS
          + """
      WHERE i.id < :before AND """
          + Visibility.OPPORTUNITY_READABLE
          + """
          AND (:state = '' OR :state = 'open' AND b.balance <> 0 OR :state = 'overdue' AND b.balance > 0 AND i.due < :today
             OR :state = 'credit-notes' AND i.type = 'credit-note' OR :state = 'not-sent' AND t.sent_at IS NULL)
        AND (:text = '' OR i.number LIKE :like OR a.name LIKE :like OR s.number LIKE :like)
      ORDER BY i.id DESC LIMIT :most
      """;
  private static final String INSERT =
      """
      INSERT INTO invoice_terms (document_id, type, order_id, agreement_id, of_id, reason, due, net, tax, total,
                                 deposit_percent, deducts, reference, frame, exchanged)
      VALUES (:id, :type, :order, :agreement, :of, :reason, :due, :net, :tax, :total, :deposit, :deducts, :reference,
              :frame, :exchanged)
      """;
  private static final String INSERT_LINE =
      """
      INSERT INTO invoice_line (document_id, position, line_id, product, words, unit, quantity, net, tax, from_day, to_day)
      VALUES (:id, :position, :line, :product, :words, :unit, :quantity, :net, :tax, :from, :to)
      """;
  private final Sql sql;

  InvoiceStore(Sql sql) {
    this.sql = sql;
  }

  /** Which invoices are wanted; blank for all. */
  record Narrowed(String state, String text) {}

  List<InvoiceController.InvoiceRow> page(
      Narrowed to, LocalDate today, long before, int most, CurrencyUnit currency, Actor actor) {
    return Visibility.bind(sql.sql(PAGE), actor)
        .param("state", to.state())
        .param("text", to.text())
        .param("like", "%" + to.text() + "%")
        .param("today", today)
        .param("before", before)
        .param("most", most)
        .query((row, n) -> row(row, currency))
        .list();
  }

  List<InvoiceController.InvoiceRow> rowsOfOrder(DocumentId order, CurrencyUnit currency) {
    return sql.sql(ROWS + "WHERE i.order_id = :order ORDER BY i.id")
        .param("order", order)
        .query((row, n) -> row(row, currency))
        .list();
  }

  private static InvoiceController.InvoiceRow row(ResultSet row, CurrencyUnit currency)
      throws SQLException {
    return new InvoiceController.InvoiceRow(
        new DocumentId(row.getLong("id")),
        row.getString("number"),
        row.getString("type"),
        row.getString("account"),
        row.getString("order_number"),
        Columns.day(row, "issued_on"),
        Columns.day(row, "due"),
        text(currency, row.getLong("total")),
        text(currency, row.getLong("balance")),
        Columns.day(row, "settled_on"),
        row.getString("sent_at") != null);
  }

  private static String text(CurrencyUnit currency, long minor) {
    return Money.ofMinor(currency, minor).getAmount().toPlainString();
  }

  /** What was issued of an order, in its order; of agreements too. */
  List<Invoice> ofOrder(DocumentId order, CurrencyUnit currency) {
    Map<Long, List<Invoice.Line>> lines =
        lines("SELECT document_id FROM invoice_terms WHERE order_id = :key", order, currency);
    Map<Long, List<Invoice.Tax>> taxes =
        taxes("SELECT document_id FROM invoice_terms WHERE order_id = :key", order, currency);
    return sql.sql(HEADS + "WHERE i.order_id = :order ORDER BY i.id")
        .param("order", order)
        .query((row, n) -> invoice(row, lines, taxes, currency))
        .list();
  }

  Invoice get(DocumentId id, CurrencyUnit currency) {
    Map<Long, List<Invoice.Line>> lines = lines("SELECT :key", id, currency);
    Map<Long, List<Invoice.Tax>> taxes = taxes("SELECT :key", id, currency);
    return sql.sql(HEADS + "WHERE i.id = :id")
        .param("id", id)
        .query((row, n) -> invoice(row, lines, taxes, currency))
        .single();
  }

  private static Invoice invoice(
      ResultSet row,
      Map<Long, List<Invoice.Line>> lines,
      Map<Long, List<Invoice.Tax>> taxes,
      CurrencyUnit currency)
      throws SQLException {
    long id = row.getLong("id");
    return new Invoice(
        new DocumentId(id),
        row.getString("number"),
        row.getString("type"),
        new DocumentId(row.getLong("order_id")),
        Columns.maybe(row, "agreement_id", AgreementId::new).orElse(null),
        Columns.maybe(row, "of_id", DocumentId::new).orElse(null),
        row.getString("reason"),
        Columns.day(row, "issued_on"),
        Columns.day(row, "due"),
        Money.ofMinor(currency, row.getLong("net")),
        Money.ofMinor(currency, row.getLong("tax")),
        Money.ofMinor(currency, row.getLong("total")),
        Columns.maybe(row, "deposit_percent", Percent::ofTenThousandths),
        row.getBoolean("deducts"),
        row.getString("reference"),
        Columns.instant(row, "sent_at"),
        lines.getOrDefault(id, List.of()),
        taxes.getOrDefault(id, List.of()));
  }

  private Map<Long, List<Invoice.Line>> lines(String which, DocumentId key, CurrencyUnit currency) {
    Map<Long, List<Invoice.Line>> lines = new HashMap<>();
    sql.sql(
            """
            SELECT document_id, line_id, product, words, unit, quantity, net, tax, from_day, to_day FROM invoice_line
            WHERE document_id IN (%s) ORDER BY document_id, position
            """
                .formatted(which))
        .param("key", key)
        .query(
            row -> {
              lines
                  .computeIfAbsent(row.getLong("document_id"), k -> new ArrayList<>())
                  .add(line(row, currency));
            });
    return lines;
  }

  private static Invoice.Line line(ResultSet row, CurrencyUnit currency) throws SQLException {
    return new Invoice.Line(
        row.getString("line_id"),
        row.getString("product"),
        row.getString("words"),
        row.getString("unit"),
        BigDecimal.valueOf(row.getLong("quantity"), DECIMALS),
        Money.ofMinor(currency, row.getLong("net")),
        Percent.ofTenThousandths(row.getLong("tax")),
        Columns.day(row, "from_day"),
        Columns.day(row, "to_day"));
  }

  private Map<Long, List<Invoice.Tax>> taxes(String which, DocumentId key, CurrencyUnit currency) {
    Map<Long, List<Invoice.Tax>> taxes = new HashMap<>();
    sql.sql(
            """
            SELECT document_id, percent, base, tax, deducted FROM invoice_tax WHERE document_id IN (%s)
            ORDER BY document_id, percent
            """
                .formatted(which))
        .param("key", key)
        .query(
            row -> {
              taxes
                  .computeIfAbsent(row.getLong("document_id"), k -> new ArrayList<>())
                  .add(
                      new Invoice.Tax(
                          Percent.ofTenThousandths(row.getLong("percent")),
                          Money.ofMinor(currency, row.getLong("base")),
                          Money.ofMinor(currency, row.getLong("tax")),
                          Money.ofMinor(currency, row.getLong("deducted"))));
            });
    return taxes;
  }

  /**
   * @param frame what stands on its paper, and {@code exchanged} what is told of it, as JSON
   */
  void insert(Invoice invoice, String frame, String exchanged) {
    sql.sql(INSERT)
        .param("id", invoice.id())
        .param("type", invoice.type())
        .param("order", invoice.orderId())
        .param("agreement", invoice.agreementId())
        .param("of", invoice.ofId())
        .param("reason", invoice.reason())
        .param("due", invoice.due())
        .param("net", invoice.net().getAmountMinorLong())
        .param("tax", invoice.tax().getAmountMinorLong())
        .param("total", invoice.total().getAmountMinorLong())
        .param("deposit", invoice.depositPercent())
        .param("deducts", invoice.deducts())
        .param("reference", invoice.reference())
        .param("frame", frame)
        .param("exchanged", exchanged)
        .update();
    for (int i = 0; i < invoice.lines().size(); i++) {
      insert(invoice.id(), i + 1, invoice.lines().get(i));
    }
    for (Invoice.Tax tax : invoice.taxes()) {
      sql.sql(
              """
              INSERT INTO invoice_tax (document_id, percent, base, tax, deducted)
              VALUES (:id, :percent, :base, :tax, :deducted)
              """)
          .param("id", invoice.id())
          .param("percent", tax.percent())
          .param("base", tax.base().getAmountMinorLong())
          .param("tax", tax.tax().getAmountMinorLong())
          .param("deducted", tax.deducted().getAmountMinorLong())
          .update();
    }
  }

  private void insert(DocumentId id, int position, Invoice.Line line) {
    sql.sql(INSERT_LINE)
        .param("id", id)
        .param("position", position)
        .param("line", line.id())
        .param("product", line.product())
        .param("words", line.words())
        .param("unit", line.unit())
        .param("quantity", line.quantity().movePointRight(DECIMALS).longValueExact())
        .param("net", line.net().getAmountMinorLong())
        .param("tax", line.tax())
        .param("from", line.from())
        .param("to", line.to())
        .update();
  }

  String frame(DocumentId id) {
    return sql.sql("SELECT frame FROM invoice_terms WHERE document_id = :id")
        .param("id", id)
        .query(String.class)
        .single();
  }

  String exchanged(DocumentId id) {
    return sql.sql("SELECT exchanged FROM invoice_terms WHERE document_id = :id")
        .param("id", id)
        .query(String.class)
        .single();
  }

  void setSent(DocumentId id, Instant at) {
    sql.sql("UPDATE invoice_terms SET sent_at = :at WHERE document_id = :id")
        .param("id", id)
        .param("at", at)
        .update();
  }

  // What is to be invoiced

  /**
   * Released orders of which more is delivered than invoiced, or whose deposit is planned and
   * nothing was invoiced yet; the oldest first.
   */
  List<DocumentId> ordersDue(long after, int most) {
    return sql.sql(
            """
            SELECT d.id FROM document d JOIN order_terms t ON t.document_id = d.id
            WHERE d.kind = 'order' AND d.state = 'released' AND d.id > :after
              AND (EXISTS (SELECT 1 FROM order_line l WHERE l.document_id = d.id AND l.delivered > l.invoiced)
                   OR t.deposit_percent > 0 AND NOT EXISTS (SELECT 1 FROM invoice_terms i WHERE i.order_id = d.id AND i.agreement_id IS NULL))
            ORDER BY d.id LIMIT :most
            """)
        .param("after", after)
        .param("most", most)
        .query(DocumentId.class)
        .list();
  }

  Optional<DocumentId> creditOf(DocumentId invoice) {
    return sql.sql(
            "SELECT document_id FROM invoice_terms WHERE of_id = :id ORDER BY document_id LIMIT 1")
        .param("id", invoice)
        .query(DocumentId.class)
        .optional();
  }
}
