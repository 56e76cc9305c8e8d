package firmtally.server.sales.order;

import firmtally.core.money.Quantity;
import firmtally.core.ordering.Variance;
import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.PersonId;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.LongFunction;
import org.joda.money.Money;
import org.springframework.stereotype.Repository;

@Repository
class OrderStore {
  private static final String PAGE =
      """
      SELECT c.id, c.number, o.title, a.name AS account, p.name AS owner, c.state, c.placed_on, c.po_number,
             w.contract AS value,
             (SELECT group_concat(DISTINCT h.reason) FROM approval h
              WHERE c.state = 'hold' AND h.document_id = c.id AND h.kind = 'hold' AND (h.answer IS NULL OR h.answer = 'no')) AS holds,
             (SELECT CASE WHEN COUNT(*) = 0 THEN NULL
                ELSE SUM(l.delivered + l.cancelled >= l.quantity) || '/' || SUM(l.invoiced + l.cancelled >= l.quantity) || '/' || COUNT(*) END
              FROM order_line l WHERE l.document_id = c.id AND c.state IN ('released', 'completed')) AS progress
      FROM sales_order c
      JOIN opportunity o ON o.id = c.opportunity_id
      JOIN account a ON a.id = c.account_id
      JOIN person p ON p.id = o.owner_id
      JOIN worksheet w ON w.id = c.worksheet_id
      WHERE c.id < :before
        AND """
          + Visibility.OPPORTUNITY_READABLE
          + """
        AND (:state = '' OR c.state = :state
             OR :state = 'to-deliver' AND c.state = 'released'
                AND EXISTS (SELECT 1 FROM order_line l WHERE l.document_id = c.id AND l.delivered + l.cancelled < l.quantity)
             OR :state = 'to-invoice' AND c.state = 'released'
                AND EXISTS (SELECT 1 FROM order_line l WHERE l.document_id = c.id AND l.invoiced + l.cancelled < l.quantity))
        AND (:text = '' OR c.number LIKE :like OR a.name LIKE :like OR o.title LIKE :like OR c.po_number LIKE :like)
      ORDER BY c.id DESC LIMIT :most
      """;
  private static final String TERMS =
      """
      SELECT po_number, invoice_on, released_at, terms_days, deposit_percent, delivery_address, to_invoice, confirmed_at,
             reason
      FROM order_terms WHERE document_id = :id
      """;
  private static final String HELD =
      """
      SELECT d.id FROM document d
      WHERE d.kind = 'order' AND d.state = 'hold' AND (:account = 0 OR d.account_id = :account)
      ORDER BY d.id
      """;
  private final Sql sql;

  OrderStore(Sql sql) {
    this.sql = sql;
  }

  Order.Terms terms(DocumentId id) {
    return sql.sql(TERMS).param("id", id).query(Order.Terms.class).single();
  }

  /**
   * Which orders are wanted.
   *
   * @param state a state, {@code to-deliver} or {@code to-invoice}; blank for all
   * @param text part of a number, account, title or PO number; blank for all
   */
  record Narrowed(String state, String text) {}

  List<OrderService.OrderRow> page(
      Narrowed to, long before, int most, Actor actor, LongFunction<String> amounts) {
    return Visibility.bind(sql.sql(PAGE), actor)
        .param("state", to.state())
        .param("text", to.text())
        .param("like", "%" + to.text() + "%")
        .param("before", before)
        .param("most", most)
        .query(
            (row, n) ->
                new OrderService.OrderRow(
                    new DocumentId(row.getLong("id")),
                    row.getString("number"),
                    row.getString("title"),
                    row.getString("account"),
                    row.getString("owner"),
                    row.getString("state"),
                    Columns.day(row, "placed_on"),
                    row.getString("po_number"),
                    amounts.apply(row.getLong("value")),
                    row.getString("holds"),
                    row.getString("progress")))
        .list();
  }

  /**
   * @param opened what the opportunity was before anything was quoted, as JSON
   */
  void insert(DocumentId id, Order.Terms terms, String opened) {
    sql.sql(
            """
            INSERT INTO order_terms (document_id, po_number, invoice_on, released_at, terms_days, deposit_percent,
                                     delivery_address, to_invoice, opened)
            VALUES (:id, :poNumber, :invoiceOn, :releasedAt, :termsDays, :depositPercent, :deliveryAddress, :toInvoice,
                    :opened)
            """)
        .paramSource(terms)
        .param("id", id)
        .param("opened", opened)
        .update();
  }

  /** Which agreement what recurs on it is to join. */
  void setJoins(DocumentId id, AgreementId joins) {
    sql.sql("UPDATE order_terms SET joins_id = :joins WHERE document_id = :id")
        .param("id", id)
        .param("joins", joins)
        .update();
  }

  Optional<AgreementId> joins(DocumentId id) {
    return sql.sql(
            "SELECT joins_id FROM order_terms WHERE document_id = :id AND joins_id IS NOT NULL")
        .param("id", id)
        .query(AgreementId.class)
        .optional();
  }

  void setPoNumber(DocumentId id, String number) {
    sql.sql("UPDATE order_terms SET po_number = :number WHERE document_id = :id")
        .param("id", id)
        .param("number", number)
        .update();
  }

  void setReleased(DocumentId id, Instant at) {
    sql.sql("UPDATE order_terms SET released_at = :at WHERE document_id = :id")
        .param("id", id)
        .param("at", at)
        .update();
  }

  /** Those that wait, the oldest first; of all accounts where it is 0. */
  List<DocumentId> held(AccountId account) {
    return sql.sql(HELD).param("account", account).query(DocumentId.class).list();
  }

  String opened(DocumentId id) {
    return sql.sql("SELECT COALESCE(opened, '[]') FROM order_terms WHERE document_id = :id")
        .param("id", id)
        .query(String.class)
        .single();
  }

  void setTerms(DocumentId id, Order.Terms terms) {
    sql.sql(
            """
            UPDATE order_terms SET po_number = :poNumber, invoice_on = :invoiceOn, terms_days = :termsDays,
              deposit_percent = :depositPercent, delivery_address = :deliveryAddress
            WHERE document_id = :id
            """)
        .paramSource(terms)
        .param("id", id)
        .update();
  }

  void setToInvoice(DocumentId id, Money amount) {
    sql.sql("UPDATE order_terms SET to_invoice = :amount WHERE document_id = :id")
        .param("id", id)
        .param("amount", amount.getAmountMinorLong())
        .update();
  }

  void setConfirmed(DocumentId id, Instant at) {
    sql.sql("UPDATE order_terms SET confirmed_at = :at WHERE document_id = :id")
        .param("id", id)
        .param("at", at)
        .update();
  }

  void setCancelled(DocumentId id, Instant at, String reason) {
    sql.sql(
            "UPDATE order_terms SET ended_at = :at, reason = :reason, to_invoice = 0 WHERE document_id = :id")
        .param("id", id)
        .param("at", at)
        .param("reason", reason)
        .update();
  }

  void insertCancellation(
      DocumentId id, String line, Quantity quantity, String reason, PersonId by, Instant at) {
    sql.sql(
            """
            INSERT INTO order_cancellation (document_id, line_id, quantity, reason, person_id, at)
            VALUES (:id, :line, :quantity, :reason, :by, :at)
            """)
        .param("id", id)
        .param("line", line)
        .param("quantity", quantity)
        .param("reason", reason)
        .param("by", by)
        .param("at", at)
        .update();
  }

  List<OrderService.Cancellation> cancellations(DocumentId id) {
    return sql.sql(
            """
            SELECT c.line_id AS line, c.quantity, c.reason, p.name AS person, c.at
            FROM order_cancellation c JOIN person p ON p.id = c.person_id WHERE c.document_id = :id ORDER BY c.id
            """)
        .param("id", id)
        .query(
            (row, n) ->
                new OrderService.Cancellation(
                    row.getString("line"),
                    Quantity.ofThousandths(row.getLong("quantity")).toString(),
                    row.getString("reason"),
                    row.getString("person"),
                    Instant.parse(row.getString("at"))))
        .list();
  }

  void insertVariance(
      DocumentId id, String family, Variance.Parts parts, Money before, Money after) {
    sql.sql(
            """
            INSERT INTO order_variance (document_id, family, before, quantity, price, discount, added, removed, after)
            VALUES (:id, :family, :before, :quantity, :price, :discount, :added, :removed, :after)
            """)
        .param("id", id)
        .param("family", family)
        .param("before", before.getAmountMinorLong())
        .param("quantity", parts.quantity().getAmountMinorLong())
        .param("price", parts.price().getAmountMinorLong())
        .param("discount", parts.discount().getAmountMinorLong())
        .param("added", parts.added().getAmountMinorLong())
        .param("removed", parts.removed().getAmountMinorLong())
        .param("after", after.getAmountMinorLong())
        .update();
  }

  void removeVariance(DocumentId id) {
    sql.sql("DELETE FROM order_variance WHERE document_id = :id").param("id", id).update();
  }

  /** Whether anything of it is delivered, or invoiced and not credited again. */
  boolean isTouched(DocumentId id) {
    return sql.sql(
            """
            SELECT EXISTS (SELECT 1 FROM order_line WHERE document_id = :id AND (delivered > 0 OR invoiced > 0))
                OR (SELECT COALESCE(SUM(total), 0) FROM invoice_terms WHERE order_id = :id) <> 0
            """)
        .param("id", id)
        .query(Boolean.class)
        .single();
  }
}
