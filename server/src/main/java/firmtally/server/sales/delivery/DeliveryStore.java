package firmtally.server.sales.delivery;

import firmtally.core.money.Quantity;
import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Repository;

@Repository
class DeliveryStore {
  private static final String DUE =
      """
      SELECT l.document_id AS order_id, d.number, d.account_id, a.name AS account, p.name AS owner, l.line_id, l.product, l.words, l.unit,
             l.quantity - l.delivered - l.cancelled AS due, l.requested_on, t.released_at,
             (SELECT stock FROM product x WHERE x.code = l.product) AS stock
      FROM order_line l
      JOIN document d ON d.id = l.document_id AND d.state = 'released'
      JOIN order_terms t ON t.document_id = d.id
      JOIN opportunity o ON o.id = d.opportunity_id
      JOIN person p ON p.id = o.owner_id
      JOIN account a ON a.id = d.account_id
      WHERE l.delivered + l.cancelled < l.quantity AND """
          + Visibility.OPPORTUNITY_READABLE
          + """
        ORDER BY COALESCE(l.requested_on, '9999'), d.id, l.position LIMIT :most
      """;
  private final Sql sql;

  DeliveryStore(Sql sql) {
    this.sql = sql;
  }

  /** What stands on a delivery. */
  record Terms(LocalDate deliveredOn, String address, String note, String reason) {}

  /** A line of one. */
  record Line(String line, Quantity quantity) {}

  Terms terms(DocumentId id) {
    return sql.sql(
            "SELECT delivered_on, address, note, reason FROM delivery_terms WHERE document_id = :id")
        .param("id", id)
        .query(Terms.class)
        .single();
  }

  void insert(DocumentId id, Terms terms) {
    sql.sql(
            """
            INSERT INTO delivery_terms (document_id, delivered_on, address, note)
            VALUES (:id, :deliveredOn, :address, :note)
            """)
        .paramSource(terms)
        .param("id", id)
        .update();
  }

  void setReason(DocumentId id, String reason) {
    sql.sql("UPDATE delivery_terms SET reason = :reason WHERE document_id = :id")
        .param("id", id)
        .param("reason", reason)
        .update();
  }

  List<Line> lines(DocumentId id) {
    return sql.sql(
            """
            SELECT k.line_id AS line, k.quantity FROM document_link k JOIN order_line l
              ON l.document_id = k.follows_id AND l.line_id = k.follows_line
            WHERE k.document_id = :id ORDER BY l.position
            """)
        .param("id", id)
        .query(
            (row, n) ->
                new Line(row.getString("line"), Quantity.ofThousandths(row.getLong("quantity"))))
        .list();
  }

  List<DocumentId> ofOrder(DocumentId order) {
    return sql.sql(
            "SELECT id FROM document WHERE follows_id = :order AND kind = 'delivery' ORDER BY id")
        .param("order", order)
        .query(DocumentId.class)
        .list();
  }

  List<DeliveryController.DueRow> due(Actor actor, int most) {
    return Visibility.bind(sql.sql(DUE), actor)
        .param("most", most)
        .query(
            (row, n) ->
                new DeliveryController.DueRow(
                    new DocumentId(row.getLong("order_id")),
                    row.getString("number"),
                    new AccountId(row.getLong("account_id")),
                    row.getString("account"),
                    row.getString("owner"),
                    row.getString("line_id"),
                    row.getString("product"),
                    row.getString("words"),
                    row.getString("unit"),
                    Quantity.ofThousandths(row.getLong("due")).toString(),
                    Columns.day(row, "requested_on"),
                    Columns.maybe(row, "stock", minor -> number(minor)).orElse(null)))
        .list();
  }

  private static String number(long thousandths) {
    return BigDecimal.valueOf(thousandths, 3).stripTrailingZeros().toPlainString();
  }
}
