package firmtally.server.company.setup;

import firmtally.server.platform.database.Sql;
import org.springframework.stereotype.Repository;

@Repository
class FirstStepsStore {
  private static final String STEPS =
      """
      SELECT c.street <> '' AND c.town <> '' AND c.country <> '' AS address,
             c.tax_id <> '' AND c.bank <> '' AND c.email <> '' AS papers,
             EXISTS (SELECT 1 FROM tax_rate WHERE ended_at IS NULL) AS taxes,
             (SELECT count(*) FROM selling_policy) > 1 AS policy,
             EXISTS (SELECT 1 FROM person_role r JOIN person p ON p.id = r.person_id
                     WHERE r.role = 'rep' AND p.deactivated_at IS NULL) AS users,
             EXISTS (SELECT 1 FROM product) AS products,
             EXISTS (SELECT 1 FROM account) AS accounts,
             EXISTS (SELECT 1 FROM opportunity) AS opportunities,
             c.set_up_done AS aside
      FROM company c
      """;

  private final Sql sql;

  FirstStepsStore(Sql sql) {
    this.sql = sql;
  }

  record Row(
      boolean address,
      boolean papers,
      boolean taxes,
      boolean policy,
      boolean users,
      boolean products,
      boolean accounts,
      boolean opportunities,
      boolean aside) {}

  Row find() {
    return sql.sql(STEPS).query(Row.class).single();
  }

  void putAside() {
    sql.sql("UPDATE company SET set_up_done = 1 WHERE id = 1").update();
  }
}
