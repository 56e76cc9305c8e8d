package firmtally.server.catalogue.product;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.ordering.Availability;
import firmtally.server.company.ownfield.OwnFieldSql;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ProductId;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.jdbc.core.RowCallbackHandler;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

@Repository
class ProductStore {
  private static final String COLUMNS =
      """
      SELECT code, name, family, unit, list_price, unit_cost, tax, every_months, term_months, active, stock, on_order,
             lead_days, reserved, (SELECT group_concat(due || ' ' || quantity) FROM stock_arrival
                                   WHERE product = product.code AND arrived_at IS NULL) AS arrivals
      FROM product
      """;

  /** The code without the marks that codes are written with. */
  private static final String LOOSE =
      "replace(replace(replace(replace(lower(code), '-', ''), ' ', ''), '/', ''), '.', '')";

  private static final String FOUND =
      """
      WHERE :text = '' OR code LIKE :like OR %s LIKE :like OR name LIKE :like OR family LIKE :like
      ORDER BY (code LIKE :start) DESC, code LIMIT :most
      """
          .formatted(LOOSE);
  private static final String INSERT =
      """
      INSERT INTO product (code, name, family, unit, list_price, unit_cost, tax, every_months, term_months, active,
                           stock, on_order, lead_days)
      VALUES (:code, :name, :family, :unit, :list, :cost, :tax, :every, :term, :active, :stock, :onOrder, :lead) RETURNING id
      """;
  private static final String UPDATE =
      """
      UPDATE product SET name = :name, family = :family, unit = :unit, list_price = :list, unit_cost = :cost,
        tax = :tax, every_months = :every, term_months = :term, active = :active, stock = :stock, on_order = :onOrder,
        lead_days = :lead, version = version + 1
      WHERE code = :code AND version = :version
      """;
  private final Sql sql;

  ProductStore(Sql sql) {
    this.sql = sql;
  }

  List<Product> search(String text, int most) {
    return sql.sql(COLUMNS + FOUND)
        .param("text", text)
        .param("like", "%" + text + "%")
        .param("start", text + "%")
        .param("most", most)
        .query(ProductStore::product)
        .list();
  }

  Optional<Product> find(String code) {
    return sql.sql(COLUMNS + " WHERE code = :code")
        .param("code", code)
        .query(ProductStore::product)
        .optional();
  }

  List<Product> byCodes(Collection<String> codes) {
    if (codes.isEmpty()) {
      return List.of();
    }
    return sql.sql(COLUMNS + " WHERE code IN (SELECT value FROM json_each(:codes)) ORDER BY code")
        .param("codes", JsonList.of(codes))
        .query(ProductStore::product)
        .list();
  }

  /** Those that carry a tax of a percent. */
  List<Product> taxedAt(Percent tax) {
    return sql.sql(COLUMNS + " WHERE tax = :tax ORDER BY code")
        .param("tax", tax)
        .query(ProductStore::product)
        .list();
  }

  List<Product> byLooseCodes(Collection<String> codes) {
    if (codes.isEmpty()) {
      return List.of();
    }
    return sql.sql(
            COLUMNS + " WHERE " + LOOSE + " IN (SELECT value FROM json_each(:codes)) ORDER BY code")
        .param("codes", JsonList.of(codes))
        .query(ProductStore::product)
        .list();
  }

  List<Product> byNames(Collection<String> names) {
    return sql.sql(
            COLUMNS
                + " WHERE name COLLATE NOCASE IN (SELECT value FROM json_each(:names)) AND active")
        .param("names", JsonList.of(names))
        .query(ProductStore::product)
        .list();
  }

  ProductId insert(Product product) {
    return bound(INSERT, product).query(ProductId.class).single();
  }

  /** Writes all of a product save its code. */
  int update(Product product, long version) {
    return bound(UPDATE, product).param("version", version).update();
  }

  private JdbcClient.StatementSpec bound(String statement, Product product) {
    return sql.sql(statement)
        .param("code", product.code())
        .param("name", product.name())
        .param("family", product.family())
        .param("unit", product.unit())
        .param("list", product.listPrice().toTenThousandths())
        .param("cost", product.unitCost().toTenThousandths())
        .param("tax", product.tax().toTenThousandths())
        .param("every", product.everyMonths().orElse(null))
        .param("term", product.termMonths().orElse(null))
        .param("active", product.active())
        .param("stock", product.stock().map(Quantity::toThousandths).orElse(null))
        .param("onOrder", product.onOrder().toThousandths())
        .param("lead", product.leadDays());
  }

  /** What there is of a product beside its figures. */
  record Meta(String code, ProductId id, long version, String picture, String pictureType) {}

  Optional<Meta> meta(String code) {
    return metas(List.of(code)).values().stream().findFirst();
  }

  /** What of products is not priced, by their codes. */
  Map<String, Meta> metas(Collection<String> codes) {
    return sql
        .sql(
            """
            SELECT code, id, version, picture, picture_type FROM product
            WHERE code IN (SELECT value FROM json_each(:codes))
            """)
        .param("codes", JsonList.of(codes))
        .query(Meta.class)
        .list()
        .stream()
        .collect(Collectors.toMap(Meta::code, Function.identity()));
  }

  void setPicture(ProductId id, String sha256, String type) {
    sql.sql(
            """
            UPDATE product SET picture = :picture, picture_type = :type, version = version + 1
            WHERE id = :id
            """)
        .param("picture", sha256)
        .param("type", type)
        .param("id", id)
        .update();
  }

  boolean isAccount(AccountId id) {
    return sql.sql("SELECT EXISTS (SELECT 1 FROM account WHERE id = :id)")
        .param("id", id)
        .query(Boolean.class)
        .single();
  }

  void setAssortment(AccountId account, Collection<String> families) {
    sql.sql("DELETE FROM account_assortment WHERE account_id = :account")
        .param("account", account)
        .update();
    for (String family : families) {
      sql.sql("INSERT INTO account_assortment (account_id, family) VALUES (:account, :family)")
          .param("account", account)
          .param("family", family)
          .update();
    }
  }

  record AssortmentRow(AccountId accountId, String number, String name, String family) {}

  List<AssortmentRow> ranges() {
    return sql.sql(
            """
            SELECT r.account_id, a.number, a.name, r.family
            FROM account_assortment r JOIN account a ON a.id = r.account_id
            ORDER BY a.name, a.id, r.family
            """)
        .query(AssortmentRow.class)
        .list();
  }

  List<Product> list(ProductQuery query) {
    Where where =
        new Where()
            .and("code > :after", "after", query.after())
            .maybe("family = :family", "family", query.family())
            .maybe("active = (:sale = 'yes')", "sale", query.sale());
    if (!query.text().isEmpty()) {
      where.and(
          "(code LIKE :like OR " + LOOSE + " LIKE :like OR name LIKE :like OR family LIKE :like)",
          "like",
          "%" + query.text() + "%");
    }
    OwnFieldSql.narrow(where, "product", "product.id", query.own());
    return where
        .bind(sql.sql(COLUMNS + where.sql() + " ORDER BY code LIMIT :most"))
        .param("most", query.most())
        .query(ProductStore::product)
        .list();
  }

  /**
   * A narrowed list of products.
   *
   * @param sale {@code yes}, {@code no} or blank for both
   * @param after the code after which the page begins
   */
  record ProductQuery(
      String text, String family, String sale, String own, String after, int most) {}

  /** The ids of products, by their codes. */
  Map<String, ProductId> ids(Collection<String> codes) {
    Map<String, ProductId> ids = new HashMap<>();
    sql.sql("SELECT code, id FROM product WHERE code IN (SELECT value FROM json_each(:codes))")
        .param("codes", JsonList.of(codes))
        .query(
            (RowCallbackHandler)
                row -> ids.put(row.getString("code"), new ProductId(row.getLong("id"))));
    return ids;
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
        Columns.maybe(row, "every_months", Math::toIntExact),
        Columns.maybe(row, "term_months", Math::toIntExact),
        row.getBoolean("active"),
        Columns.maybe(row, "stock", Quantity::ofThousandths),
        Quantity.ofThousandths(row.getLong("on_order")),
        row.getInt("lead_days"),
        new Product.Flow(
            Quantity.ofThousandths(row.getLong("reserved")), arrivals(row.getString("arrivals"))));
  }

  /** Days and quantities as they were put together: {@code 2027-03-01 5000,2027-03-08 2000}. */
  private static List<Availability.Arrival> arrivals(String text) {
    return text == null
        ? List.of()
        : Stream.of(text.split(","))
            .map(one -> one.split(" "))
            .map(
                one ->
                    new Availability.Arrival(
                        LocalDate.parse(one[0]), Quantity.ofThousandths(Long.parseLong(one[1]))))
            .toList();
  }

  List<String> families() {
    return sql.sql("SELECT DISTINCT family FROM product ORDER BY family")
        .query(String.class)
        .list();
  }

  /** The families that accounts may buy from, by account; whoever is not there may buy from all. */
  Map<AccountId, Set<String>> assortments() {
    Map<AccountId, Set<String>> families = new HashMap<>();
    sql.sql("SELECT account_id, family FROM account_assortment ORDER BY family")
        .query(
            (RowCallbackHandler)
                row ->
                    families
                        .computeIfAbsent(
                            new AccountId(row.getLong(1)), account -> new LinkedHashSet<>())
                        .add(row.getString(2)));
    return families;
  }
}
