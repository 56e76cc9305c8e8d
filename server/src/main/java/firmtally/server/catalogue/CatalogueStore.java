package firmtally.server.catalogue;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.PriceRule;
import firmtally.core.pricing.Scope;
import firmtally.server.platform.Sql;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.LongFunction;
import org.springframework.stereotype.Repository;

@Repository
class CatalogueStore {
  private static final String COLUMNS =
      """
      SELECT code, name, family, unit, list_price, unit_cost, tax, every_months, term_months, on_sale, stock, coming,
             lead_days
      FROM product
      """;
  private static final String INSERT =
      """
      INSERT INTO product (code, name, family, unit, list_price, unit_cost, tax, every_months, term_months, on_sale,
                           stock, coming, lead_days)
      VALUES (:code, :name, :family, :unit, :list, :cost, :tax, :every, :term, 1, :stock, :coming, :lead) RETURNING id
      """;
  private static final String RULES =
      """
      SELECT code, scope, for_whom, product, family, min_quantity, from_day, to_day, price, percent_off
      FROM price_rule
      """;

  private final Sql sql;

  CatalogueStore(Sql sql) {
    this.sql = sql;
  }

  List<Product> search(String text, int most) {
    return sql.sql(
            COLUMNS
                + """
                WHERE :text = '' OR code LIKE :like OR name LIKE :like OR family LIKE :like
                ORDER BY (code LIKE :start) DESC, code LIMIT :most
                """)
        .param("text", text)
        .param("like", "%" + text + "%")
        .param("start", text + "%")
        .param("most", most)
        .query(CatalogueStore::product)
        .list();
  }

  Optional<Product> find(String code) {
    return sql.sql(COLUMNS + " WHERE code = :code")
        .param("code", code)
        .query(CatalogueStore::product)
        .optional();
  }

  List<Product> byCodes(Collection<String> codes) {
    if (codes.isEmpty()) {
      return List.of();
    }
    return sql.sql(COLUMNS + " WHERE code IN (:codes) ORDER BY code")
        .param("codes", codes)
        .query(CatalogueStore::product)
        .list();
  }

  long insert(Product product) {
    return sql.sql(INSERT)
        .param("code", product.code())
        .param("name", product.name())
        .param("family", product.family())
        .param("unit", product.unit())
        .param("list", product.listPrice().toTenThousandths())
        .param("cost", product.unitCost().toTenThousandths())
        .param("tax", product.tax().toTenThousandths())
        .param("every", product.everyMonths().orElse(null))
        .param("term", product.termMonths().orElse(null))
        .param("stock", product.stock().map(Quantity::toThousandths).orElse(null))
        .param("coming", product.coming().toThousandths())
        .param("lead", product.leadDays())
        .query(Long.class)
        .single();
  }

  List<PriceRule> rulesOf(String product, String family) {
    return sql.sql(
            RULES + " WHERE product = :product OR family = :family ORDER BY scope, for_whom, code")
        .param("product", product)
        .param("family", family)
        .query(CatalogueStore::rule)
        .list();
  }

  /** The rules that could apply to an account, by its number or its group, or to everyone. */
  List<PriceRule> rulesFor(String account, String group) {
    return sql.sql(
            RULES
                + """
                WHERE scope = 'everyone' OR (scope = 'account' AND for_whom = :account)
                   OR (scope = 'group' AND for_whom = :group)
                ORDER BY code
                """)
        .param("account", account)
        .param("group", group)
        .query(CatalogueStore::rule)
        .list();
  }

  void insert(PriceRule rule) {
    sql.sql(
            """
            INSERT INTO price_rule (code, scope, for_whom, product, family, min_quantity, from_day, to_day, price,
                                    percent_off)
            VALUES (:code, :scope, :forWhom, :product, :family, :min, :from, :to, :price, :off)
            """)
        .param("code", rule.id())
        .param("scope", rule.scope().name().toLowerCase(Locale.ROOT))
        .param("forWhom", rule.forWhom().orElse(null))
        .param("product", rule.product().orElse(null))
        .param("family", rule.family().orElse(null))
        .param("min", rule.minQuantity().toThousandths())
        .param("from", rule.from().map(LocalDate::toString).orElse(null))
        .param("to", rule.to().map(LocalDate::toString).orElse(null))
        .param("price", rule.price().map(UnitPrice::toTenThousandths).orElse(null))
        .param("off", rule.percentOff().map(Percent::toTenThousandths).orElse(null))
        .update();
  }

  private static Product product(ResultSet row, int n) throws SQLException {
    return new Product(
        row.getString("code"),
        row.getString("name"),
        row.getString("family"),
        row.getString("unit"),
        UnitPrice.ofTenThousandths(row.getLong("list_price")),
        UnitPrice.ofTenThousandths(row.getLong("unit_cost")),
        Percent.ofTenThousandths(row.getLong("tax")),
        maybe(row, "every_months", Math::toIntExact),
        maybe(row, "term_months", Math::toIntExact),
        row.getBoolean("on_sale"),
        maybe(row, "stock", Quantity::ofThousandths),
        Quantity.ofThousandths(row.getLong("coming")),
        row.getInt("lead_days"));
  }

  private static PriceRule rule(ResultSet row, int n) throws SQLException {
    return new PriceRule(
        row.getString("code"),
        Scope.valueOf(row.getString("scope").toUpperCase(Locale.ROOT)),
        Optional.ofNullable(row.getString("for_whom")),
        Optional.ofNullable(row.getString("product")),
        Optional.ofNullable(row.getString("family")),
        Quantity.ofThousandths(row.getLong("min_quantity")),
        Optional.ofNullable(row.getString("from_day")).map(LocalDate::parse),
        Optional.ofNullable(row.getString("to_day")).map(LocalDate::parse),
        maybe(row, "price", UnitPrice::ofTenThousandths),
        maybe(row, "percent_off", Percent::ofTenThousandths));
  }

  private static <T> Optional<T> maybe(ResultSet row, String column, LongFunction<T> make)
      throws SQLException {
    long value = row.getLong(column);
    return row.wasNull() ? Optional.empty() : Optional.of(make.apply(value));
  }

  List<String> families() {
    return sql.sql("SELECT DISTINCT family FROM product ORDER BY family")
        .query(String.class)
        .list();
  }
}
