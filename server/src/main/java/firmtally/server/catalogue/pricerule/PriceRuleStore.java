package firmtally.server.catalogue.pricerule;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.PriceRule;
import firmtally.core.pricing.Scope;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Remembered;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.PriceRuleId;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.jdbc.core.RowCallbackHandler;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

@Repository
class PriceRuleStore implements PriceRuleService.Known {
  private static final String COLUMNS =
      """
      SELECT id, code, scope, for_whom, product, family, min_quantity, from_day, to_day, price, percent_off, deactivated,
             version
      FROM price_rule
      """;
  private static final String NARROWED =
      """
      WHERE (:scope = '' OR scope = :scope) AND (:whom = '' OR for_whom = :whom)
        AND (:about = '' OR product LIKE :like OR family LIKE :like OR code LIKE :like)
        AND (:day = '' OR deactivated = 0 AND (from_day IS NULL OR from_day <= :day) AND (to_day IS NULL OR to_day >= :day))
        AND code > :after
      ORDER BY code LIMIT :most
      """;
  private static final String INSERT =
      """
      INSERT INTO price_rule (code, scope, for_whom, product, family, min_quantity, from_day, to_day, price,
                              percent_off)
      VALUES (:code, :scope, :forWhom, :product, :family, :min, :from, :to, :price, :off) RETURNING id
      """;
  private static final String UPDATE =
      """
      UPDATE price_rule SET scope = :scope, for_whom = :forWhom, product = :product, family = :family,
        min_quantity = :min, from_day = :from, to_day = :to, price = :price, percent_off = :off, version = version + 1
      WHERE code = :code AND version = :version
      """;

  private final Sql sql;
  private final Remembered<List<PriceRule>> inUse = new Remembered<>(this::readInUse);

  PriceRuleStore(Sql sql) {
    this.sql = sql;
  }

  /** A rule as it is kept. */
  record Kept(PriceRuleId id, PriceRule rule, boolean deactivated, long version) {}

  /**
   * A narrowed list of rules.
   *
   * @param about a product, a family or a code, or a part of one
   * @param day on which they are in force; blank for all, those out of force too
   */
  record RuleQuery(String scope, String whom, String about, String day, String after, int most) {}

  List<Kept> list(RuleQuery query) {
    return sql.sql(COLUMNS + NARROWED)
        .param("scope", query.scope())
        .param("whom", query.whom())
        .param("about", query.about())
        .param("like", "%" + query.about() + "%")
        .param("day", query.day())
        .param("after", query.after())
        .param("most", query.most())
        .query(PriceRuleStore::kept)
        .list();
  }

  Optional<Kept> find(String code) {
    return sql.sql(COLUMNS + " WHERE code = :code")
        .param("code", code)
        .query(PriceRuleStore::kept)
        .optional();
  }

  /** The rules in use that name a product or its family. */
  List<PriceRule> of(String product, String family) {
    return sql.sql(
            COLUMNS
                + " WHERE deactivated = 0 AND (product = :product OR family = :family) ORDER BY scope, for_whom, code")
        .param("product", product)
        .param("family", family)
        .query((row, n) -> kept(row, n).rule())
        .list();
  }

  /** What is remembered of the rules is read anew. */
  void changedOutside() {
    inUse.forget();
  }

  /** The rules in use, by code. They are asked for at each key, and changed now and then. */
  List<PriceRule> inUse() {
    return inUse.get();
  }

  private List<PriceRule> readInUse() {
    return sql.sql(COLUMNS + " WHERE deactivated = 0 ORDER BY code")
        .query((row, n) -> kept(row, n).rule())
        .list();
  }

  /**
   * Rules whose first day, or the day after whose last day, lies after one day and up to another.
   */
  List<PriceRule> turning(LocalDate after, LocalDate upTo) {
    return sql.sql(
            COLUMNS
                + """
                WHERE deactivated = 0 AND (from_day > :after AND from_day <= :upTo
                   OR date(to_day, '+1 day') > :after AND date(to_day, '+1 day') <= :upTo)
                ORDER BY code
                """)
        .param("after", after)
        .param("upTo", upTo)
        .query((row, n) -> kept(row, n).rule())
        .list();
  }

  PriceRuleId insert(PriceRule rule) {
    inUse.forget();
    return bound(INSERT, rule).query(PriceRuleId.class).single();
  }

  int update(PriceRule rule, long version) {
    inUse.forget();
    return bound(UPDATE, rule).param("version", version).update();
  }

  int setDeactivated(PriceRuleId id, long version, boolean deactivated) {
    inUse.forget();
    return sql.sql(
            """
            UPDATE price_rule SET deactivated = :deactivated, version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("deactivated", deactivated)
        .param("id", id)
        .param("version", version)
        .update();
  }

  private JdbcClient.StatementSpec bound(String statement, PriceRule rule) {
    return sql.sql(statement)
        .param("code", rule.id())
        .param("scope", rule.scope().name().toLowerCase(Locale.ROOT))
        .param("forWhom", rule.forWhom().orElse(null))
        .param("product", rule.product().orElse(null))
        .param("family", rule.family().orElse(null))
        .param("min", rule.minQuantity().toThousandths())
        .param("from", rule.from().map(LocalDate::toString).orElse(null))
        .param("to", rule.to().map(LocalDate::toString).orElse(null))
        .param("price", rule.price().map(UnitPrice::toTenThousandths).orElse(null))
        .param("off", rule.percentOff().map(Percent::toTenThousandths).orElse(null));
  }

  @Override
  public boolean isAccount(String number) {
    return sql.sql("SELECT EXISTS (SELECT 1 FROM account WHERE number = :number)")
        .param("number", number)
        .query(Boolean.class)
        .single();
  }

  @Override
  public boolean isProduct(String code) {
    return sql.sql("SELECT EXISTS (SELECT 1 FROM product WHERE code = :code)")
        .param("code", code)
        .query(Boolean.class)
        .single();
  }

  @Override
  public boolean isFamily(String family) {
    return sql.sql("SELECT EXISTS (SELECT 1 FROM product WHERE family = :family)")
        .param("family", family)
        .query(Boolean.class)
        .single();
  }

  /** The groups that accounts are in or rules are for. */
  Set<String> groups() {
    return new TreeSet<>(
        sql.sql(
                """
                SELECT price_group FROM account WHERE price_group IS NOT NULL
                UNION SELECT for_whom FROM price_rule WHERE scope = 'group'
                """)
            .query(String.class)
            .list());
  }

  /** The numbers of all accounts. */
  List<String> accounts() {
    return sql.sql("SELECT number FROM account").query(String.class).list();
  }

  /** The family of each product, by its code. */
  Map<String, String> families() {
    Map<String, String> families = new HashMap<>();
    sql.sql("SELECT code, family FROM product")
        .query((RowCallbackHandler) row -> families.put(row.getString(1), row.getString(2)));
    return families;
  }

  /** The codes of the products in some families. */
  List<String> codesOf(Collection<String> families) {
    return families.isEmpty()
        ? List.of()
        : sql.sql(
                "SELECT code FROM product WHERE family IN (SELECT value FROM json_each(:families))")
            .param("families", JsonList.of(families))
            .query(String.class)
            .list();
  }

  private static Kept kept(ResultSet row, int n) throws SQLException {
    PriceRule rule =
        new PriceRule(
            row.getString("code"),
            Scope.valueOf(row.getString("scope").toUpperCase(Locale.ROOT)),
            Optional.ofNullable(row.getString("for_whom")),
            PriceRule.Goods.of(
                Optional.ofNullable(row.getString("product")),
                Optional.ofNullable(row.getString("family"))),
            Quantity.ofThousandths(row.getLong("min_quantity")),
            Optional.ofNullable(row.getString("from_day")).map(LocalDate::parse),
            Optional.ofNullable(row.getString("to_day")).map(LocalDate::parse),
            PriceRule.Gives.of(
                Columns.maybe(row, "price", UnitPrice::ofTenThousandths),
                Columns.maybe(row, "percent_off", Percent::ofTenThousandths)));
    return new Kept(
        new PriceRuleId(row.getLong("id")),
        rule,
        row.getBoolean("deactivated"),
        row.getLong("version"));
  }
}
