package firmtally.server.sales.order;

import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.worksheet.calculation.Calculation;
import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Component;

/** How far the lines of orders are: delivered, invoiced, cancelled, and reserved of the stock. */
@Component
public class OrderLines {
  private static final String OF =
      """
      SELECT l.line_id, l.product, l.words, l.unit, l.quantity, l.net, l.tax, l.requested_on, l.delivered, l.invoiced,
             l.cancelled, w.currency
      FROM order_line l JOIN document d ON d.id = l.document_id JOIN worksheet w ON w.id = d.worksheet_id
      WHERE l.document_id = :order ORDER BY l.position
      """;
  private static final String INSERT =
      """
      INSERT INTO order_line (document_id, line_id, position, product, words, unit, quantity, net, tax, requested_on)
      VALUES (:order, :line, :position, :product, :words, :unit, :quantity, :net, :tax, :requested)
      """;

  /** Of what is stocked, while it goes ahead. */
  private static final String RESERVE =
      """
      UPDATE order_line SET reserved = CASE
        WHEN :released AND EXISTS (SELECT 1 FROM product p WHERE p.code = order_line.product AND p.stock IS NOT NULL)
        THEN quantity - delivered - cancelled ELSE 0 END
      WHERE document_id = :order
      """;

  private static final String MOVE =
      """
      UPDATE order_line SET delivered = delivered + :delivered, invoiced = invoiced + :invoiced,
        cancelled = cancelled + :cancelled, reserved = CASE WHEN reserved > 0 OR :delivered < 0
          THEN CASE WHEN EXISTS (SELECT 1 FROM product p WHERE p.code = order_line.product AND p.stock IS NOT NULL)
                    THEN quantity - delivered - cancelled - :delivered - :cancelled ELSE 0 END ELSE 0 END
      WHERE document_id = :order AND line_id = :line
      """;
  private final Sql sql;

  OrderLines(Sql sql) {
    this.sql = sql;
  }

  /** Those of an order, as they stand on it. */
  public List<OrderLine> of(DocumentId order) {
    return sql.sql(OF).param("order", order).query(OrderLines::line).list();
  }

  private static OrderLine line(ResultSet row, int n) throws SQLException {
    CurrencyUnit currency = Currencies.get(row.getString("currency"));
    return new OrderLine(
        row.getString("line_id"),
        row.getString("product"),
        row.getString("words"),
        row.getString("unit"),
        Quantity.ofThousandths(row.getLong("quantity")),
        Money.ofMinor(currency, row.getLong("net")),
        Percent.ofTenThousandths(row.getLong("tax")),
        Columns.day(row, "requested_on"),
        Quantity.ofThousandths(row.getLong("delivered")),
        Quantity.ofThousandths(row.getLong("invoiced")),
        Quantity.ofThousandths(row.getLong("cancelled")));
  }

  /** Writes them as they are ordered, in place of what was written before. */
  void put(DocumentId order, Calculation ordered) {
    sql.sql("DELETE FROM order_line WHERE document_id = :order").param("order", order).update();
    int position = 0;
    for (Calculation.Row row : ordered.rows()) {
      boolean isPaidOnce =
          row.tally().filter(t -> t.line().counted() && t.line().recurring().isEmpty()).isPresent();
      if (isPaidOnce) {
        insert(order, ++position, row, ordered);
      }
    }
  }

  private void insert(DocumentId order, int position, Calculation.Row row, Calculation ordered) {
    var tally = row.tally().orElseThrow();
    String requested = row.form().requestedOn();
    sql.sql(INSERT)
        .param("order", order)
        .param("line", row.form().id())
        .param("position", position)
        .param("product", tally.line().item().code())
        .param("words", row.form().description())
        .param("unit", ordered.product(row.form()).map(p -> p.unit()).orElse(""))
        .param("quantity", tally.line().quantity())
        .param("net", tally.finalAmount().getAmountMinorLong())
        .param("tax", tally.line().item().tax())
        .param("requested", requested == null || requested.isBlank() ? null : requested.strip())
        .update();
  }

  /** Reserves what is still due of an order that goes ahead, or lets it go. */
  void reserve(DocumentId order, boolean isReleased) {
    sql.sql(RESERVE).param("order", order).param("released", isReleased).update();
  }

  /** So many of a line were delivered; below 0 where a delivery is taken back. */
  public void deliver(DocumentId order, String line, BigDecimal quantity) {
    move(order, line, thousandths(quantity), 0, 0);
  }

  /** So many of a line were invoiced; below 0 where that is credited. */
  public void invoice(DocumentId order, String line, BigDecimal quantity) {
    move(order, line, 0, thousandths(quantity), 0);
  }

  void cancel(DocumentId order, String line, Quantity quantity) {
    move(order, line, 0, 0, quantity.toThousandths());
  }

  private void move(DocumentId order, String line, long delivered, long invoiced, long cancelled) {
    sql.sql(MOVE)
        .param("order", order)
        .param("line", line)
        .param("delivered", delivered)
        .param("invoiced", invoiced)
        .param("cancelled", cancelled)
        .update();
  }

  private static long thousandths(BigDecimal quantity) {
    return quantity.movePointRight(3).longValueExact();
  }
}
