package firmtally.server.sales.order;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.DocumentId;
import java.time.Instant;
import java.util.List;
import java.util.function.LongFunction;
import org.springframework.stereotype.Repository;

@Repository
class OrderStore {
  private static final String PAGE =
      """
      SELECT c.id, c.number, o.title, a.name AS account, p.name AS owner, c.state, c.placed_on, c.po_number,
             w.contract AS value,
             (SELECT group_concat(h.reason, ' ') FROM approval h
              WHERE h.document_id = c.id AND h.answer IS NULL) AS holds
      FROM sales_order c
      JOIN opportunity o ON o.id = c.opportunity_id
      JOIN account a ON a.id = c.account_id
      JOIN person p ON p.id = o.owner_id
      JOIN worksheet w ON w.id = c.worksheet_id
      WHERE c.id < :before
        AND """
          + Visibility.OPPORTUNITY_READABLE
          + """
        AND (:state = '' OR c.state = :state)
      ORDER BY c.id DESC LIMIT :most
      """;
  private final Sql sql;

  OrderStore(Sql sql) {
    this.sql = sql;
  }

  Order.Terms terms(DocumentId id) {
    return sql.sql(
            "SELECT po_number, invoice_on, released_at FROM order_terms WHERE document_id = :id")
        .param("id", id)
        .query(Order.Terms.class)
        .single();
  }

  List<OrderService.OrderRow> page(
      String state, long before, int most, Actor actor, LongFunction<String> amounts) {
    return Visibility.bind(sql.sql(PAGE), actor)
        .param("state", state)
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
                    row.getString("holds")))
        .list();
  }

  void insert(DocumentId id, Order.Terms terms) {
    sql.sql(
            """
            INSERT INTO order_terms (document_id, po_number, invoice_on, released_at)
            VALUES (:id, :poNumber, :invoiceOn, :releasedAt)
            """)
        .paramSource(terms)
        .param("id", id)
        .update();
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
}
