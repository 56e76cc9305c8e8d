package firmtally.server.worksheet.editor;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class LineSearchStore {
  /** The last of each product, beside how often it was bought. */
  private static final String BOUGHT =
      """
      SELECT product, times, quantity, final AS paid, day FROM (
        SELECT l.product, l.quantity, l.final, s.placed_on AS day,
               COUNT(*) OVER (PARTITION BY l.product) AS times,
               ROW_NUMBER() OVER (PARTITION BY l.product ORDER BY s.placed_on DESC, s.id DESC, l.position DESC) AS back
        FROM sales_order s JOIN worksheet_line l ON l.worksheet_id = s.worksheet_id
        WHERE s.account_id = :account AND l.product IS NOT NULL AND l.gift = 0 AND l.optional = 0
          AND (l.alternative_set IS NULL OR l.chosen = 1))
      WHERE back = 1
      """;

  /** The one in the middle, by list price, of what was sold of a family of late, line by line. */
  private static final String SOLD =
      """
      SELECT price, cost, tax FROM (
        SELECT p.list_price AS price, p.unit_cost AS cost, p.tax, COUNT(*) OVER () AS lines,
               ROW_NUMBER() OVER (ORDER BY p.list_price, p.code, l.worksheet_id, l.position) AS place
        FROM sales_order s JOIN worksheet_line l ON l.worksheet_id = s.worksheet_id
          JOIN product p ON p.code = l.product
        WHERE p.family = :family AND s.placed_on >= :from)
      WHERE place = lines / 2 + 1
      """;

  private static final String LISTED =
      """
      SELECT price, cost, tax FROM (
        SELECT list_price AS price, unit_cost AS cost, tax, COUNT(*) OVER () AS lines,
               ROW_NUMBER() OVER (ORDER BY list_price, code) AS place
        FROM product WHERE family = :family AND active = 1)
      WHERE place = lines / 2 + 1
      """;
  private final Sql sql;

  LineSearchStore(Sql sql) {
    this.sql = sql;
  }

  record Bought(String product, int times, long quantity, long paid, LocalDate day) {}

  record Priced(long price, long cost, long tax) {}

  /** The last order of an account; 0 for none. */
  long lastOrder(AccountId account) {
    return sql.sql("SELECT COALESCE(MAX(id), 0) FROM sales_order WHERE account_id = :account")
        .param("account", account)
        .query(Long.class)
        .single();
  }

  /** What an account bought of each product, the last time and how often. */
  List<Bought> bought(AccountId account) {
    return sql.sql(BOUGHT).param("account", account).query(Bought.class).list();
  }

  /** The middle of what was sold of a family since a day; of the list where nothing was. */
  Optional<Priced> typical(String family, LocalDate from) {
    return sql.sql(SOLD)
        .param("family", family)
        .param("from", from)
        .query(Priced.class)
        .optional()
        .or(() -> sql.sql(LISTED).param("family", family).query(Priced.class).optional());
  }
}
