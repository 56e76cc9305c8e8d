package firmtally.server.worksheet.editor;

import firmtally.server.platform.database.Sql;
import java.util.List;
import org.springframework.stereotype.Repository;

@Repository
class LineSearchStore {
  private static final String BOUGHT =
      """
      SELECT l.product, l.quantity, l.final, s.placed_on AS day
      FROM sales_order s JOIN worksheet_line l ON l.worksheet_id = s.worksheet_id
      WHERE s.account_id = :account AND l.product IS NOT NULL AND l.gift = 0 AND l.optional = 0
        AND (l.alternative_set IS NULL OR l.chosen = 1)
      ORDER BY s.placed_on, s.id
      """;

  /** What was sold of a family of late, one row for each line. */
  private static final String SOLD =
      """
      SELECT p.list_price AS price, p.unit_cost AS cost, p.tax
      FROM sales_order s JOIN worksheet_line l ON l.worksheet_id = s.worksheet_id
        JOIN product p ON p.code = l.product
      WHERE p.family = :family AND s.placed_on >= :from
      ORDER BY p.list_price LIMIT 2000
      """;

  private static final String LISTED =
      """
      SELECT list_price AS price, unit_cost AS cost, tax FROM product
      WHERE family = :family AND active = 1 ORDER BY list_price, code
      """;

  private final Sql sql;

  LineSearchStore(Sql sql) {
    this.sql = sql;
  }

  record Bought(String product, long quantity, long paid, String day) {}

  record Priced(long price, long cost, long tax) {}

  /** What an account bought, the earliest first. */
  List<Bought> bought(long account) {
    return sql.sql(BOUGHT)
        .param("account", account)
        .query(
            (row, n) ->
                new Bought(
                    row.getString("product"),
                    row.getLong("quantity"),
                    row.getLong("final"),
                    row.getString("day")))
        .list();
  }

  /** The products of a family that were sold since a day, by price; of the list where none was. */
  List<Priced> typical(String family, String from) {
    List<Priced> sold =
        sql.sql(SOLD).param("family", family).param("from", from).query(Priced.class).list();
    return sold.isEmpty()
        ? sql.sql(LISTED).param("family", family).query(Priced.class).list()
        : sold;
  }
}
