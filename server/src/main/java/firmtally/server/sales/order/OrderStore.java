package firmtally.server.sales.order;

import firmtally.core.credit.CreditFile;
import firmtally.core.money.Currencies;
import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Sql;
import firmtally.server.sales.credit.AcceptedOrders;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.function.LongFunction;
import org.joda.money.Money;
import org.springframework.stereotype.Repository;

@Repository
class OrderStore implements AcceptedOrders {
  private static final String ONE =
      """
      SELECT c.id, c.number, c.quote_id, c.opportunity_id, c.account_id, c.state, c.po_number, c.worksheet_id,
             c.placed_by, p.name AS placed_by_name, c.placed_on, c.invoice_on, c.released_at, c.version
      FROM customer_order c JOIN person p ON p.id = c.placed_by
      WHERE c.id = :id
      """;
  private static final String PAGE =
      """
      SELECT c.id, c.number, o.title, a.name AS account, p.name AS owner, c.state, c.placed_on, c.po_number,
             w.contract AS value,
             (SELECT group_concat(h.reason, ' ') FROM order_hold h
              WHERE h.order_id = c.id AND h.released_by IS NULL) AS holds
      FROM customer_order c
      JOIN opportunity o ON o.id = c.opportunity_id
      JOIN account a ON a.id = c.account_id
      JOIN person p ON p.id = o.owner_id
      JOIN worksheet w ON w.id = c.worksheet_id
      WHERE c.id < :before
        AND """
          + Visibility.SEEN
          + """
        AND (:state = '' OR c.state = :state)
      ORDER BY c.id DESC LIMIT :most
      """;
  private static final String INSERT =
      """
      INSERT INTO customer_order (number, quote_id, opportunity_id, account_id, state, po_number, worksheet_id,
                                  placed_by, placed_on, invoice_on, released_at)
      VALUES (:number, :quoteId, :opportunityId, :accountId, :state, :poNumber, :worksheetId, :placedBy, :placedOn,
              :invoiceOn, :releasedAt)
      RETURNING id
      """;
  private static final String ACCEPTED =
      """
      SELECT c.number, w.invoice_total, w.currency, c.invoice_on
      FROM customer_order c JOIN worksheet w ON w.id = c.worksheet_id
      WHERE c.account_id = :account AND c.state = 'released' ORDER BY c.id
      """;
  private final Sql sql;

  OrderStore(Sql sql) {
    this.sql = sql;
  }

  Optional<CustomerOrder> find(long id) {
    return sql.sql(ONE).param("id", id).query(CustomerOrder.class).optional();
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
                    row.getLong("id"),
                    row.getString("number"),
                    row.getString("title"),
                    row.getString("account"),
                    row.getString("owner"),
                    row.getString("state"),
                    row.getString("placed_on"),
                    row.getString("po_number"),
                    amounts.apply(row.getLong("value")),
                    row.getString("holds")))
        .list();
  }

  long insert(CustomerOrder order) {
    return sql.sql(INSERT).paramSource(order).query(Long.class).single();
  }

  void insertHold(long order, String reason, String role, String words) {
    sql.sql(
            "INSERT INTO order_hold (order_id, reason, role, words) VALUES (:order, :reason, :role, :words)")
        .param("order", order)
        .param("reason", reason)
        .param("role", role)
        .param("words", words)
        .update();
  }

  List<OrderService.HoldView> holds(long order) {
    return sql.sql(
            """
            SELECT h.id, h.reason, h.role, h.words, p.name AS released_by, h.released_at, h.comment
            FROM order_hold h LEFT JOIN person p ON p.id = h.released_by
            WHERE h.order_id = :order ORDER BY h.id
            """)
        .param("order", order)
        .query(OrderService.HoldView.class)
        .list();
  }

  void releaseHold(long hold, long person, String at, String comment) {
    sql.sql(
            """
            UPDATE order_hold SET released_by = :person, released_at = :at, comment = :comment
            WHERE id = :id AND released_by IS NULL
            """)
        .param("id", hold)
        .param("person", person)
        .param("at", at)
        .param("comment", comment)
        .update();
  }

  int change(long id, long version, String state, String number, String releasedAt) {
    return sql.sql(
            """
            UPDATE customer_order SET state = :state, po_number = :number, released_at = :released,
              version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("id", id)
        .param("version", version)
        .param("state", state)
        .param("number", number)
        .param("released", releasedAt)
        .update();
  }

  @Override
  public List<CreditFile.OpenOrder> acceptedOrders(long account) {
    return sql.sql(ACCEPTED)
        .param("account", account)
        .query(
            (row, n) ->
                new CreditFile.OpenOrder(
                    row.getString("number"),
                    Money.ofMinor(
                        Currencies.get(row.getString("currency")), row.getLong("invoice_total")),
                    LocalDate.parse(row.getString("invoice_on"))))
        .list();
  }
}
