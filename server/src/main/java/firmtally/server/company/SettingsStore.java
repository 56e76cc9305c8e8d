package firmtally.server.company;

import firmtally.core.margin.SignOffPolicy;
import firmtally.core.money.Percent;
import firmtally.server.platform.database.Sql;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class SettingsStore {
  private static final String COMPANY =
      """
      SELECT name, currency, price_policy, document_floor, document_floor_role, gift_cost, gift_cost_role,
             value_over, value_over_role, own_cost_over, quote_days, time_zone
      FROM company WHERE id = 1
      """;

  private final Sql sql;

  SettingsStore(Sql sql) {
    this.sql = sql;
  }

  record CompanyRow(
      String name,
      String currency,
      String pricePolicy,
      Long documentFloor,
      String documentFloorRole,
      Long giftCost,
      String giftCostRole,
      Long valueOver,
      String valueOverRole,
      Long ownCostOver,
      int quoteDays,
      String timeZone) {}

  Optional<CompanyRow> find() {
    return sql.sql(COMPANY).query(CompanyRow.class).optional();
  }

  /** The tax that was set as the usual one, or else the one that most products carry. */
  Percent usualTax() {
    return Percent.ofTenThousandths(
        sql.sql(
                """
                SELECT coalesce((SELECT usual_tax FROM company WHERE id = 1),
                  (SELECT tax FROM product GROUP BY tax ORDER BY count(*) DESC, tax DESC LIMIT 1), 0)
                """)
            .query(Long.class)
            .single());
  }

  List<SignOffPolicy.Level> levels() {
    return sql.sql("SELECT role, discount FROM sign_off_level ORDER BY position")
        .query(
            (row, n) ->
                new SignOffPolicy.Level(
                    row.getString("role"), Percent.ofTenThousandths(row.getLong("discount"))))
        .list();
  }

  List<SignOffPolicy.FamilyFloor> familyFloors() {
    return sql.sql("SELECT family, margin, role FROM family_floor ORDER BY family")
        .query(
            (row, n) ->
                new SignOffPolicy.FamilyFloor(
                    row.getString("family"),
                    Percent.ofTenThousandths(row.getLong("margin")),
                    row.getString("role")))
        .list();
  }

  void insertCompany(String name, String currency, String timeZone) {
    sql.sql(
            "INSERT INTO company (id, name, currency, time_zone) VALUES (1, :name, :currency, :timeZone)")
        .param("name", name)
        .param("currency", currency)
        .param("timeZone", timeZone)
        .update();
  }

  void setPolicy(Policy policy) {
    sql.sql(
            """
            UPDATE company SET document_floor = :floor, document_floor_role = 'manager', gift_cost = :gifts,
              gift_cost_role = 'manager', value_over = :over, value_over_role = 'manager',
              own_cost_over = :own
            WHERE id = 1
            """)
        .param("floor", policy.documentFloor().toTenThousandths())
        .param("gifts", policy.giftCostMinor())
        .param("over", policy.valueOverMinor())
        .param("own", policy.ownCostOverMinor())
        .update();
  }

  /** Floors and limits whose sign-off is the manager's; null amounts are no limit. */
  record Policy(
      Percent documentFloor, Long giftCostMinor, Long valueOverMinor, Long ownCostOverMinor) {}

  void insertLevel(int position, String role, Percent discount) {
    sql.sql(
            "INSERT INTO sign_off_level (position, role, discount) VALUES (:position, :role, :discount)")
        .param("position", position)
        .param("role", role)
        .param("discount", discount.toTenThousandths())
        .update();
  }

  void insertFamilyFloor(String family, Percent margin, String role) {
    sql.sql("INSERT INTO family_floor (family, margin, role) VALUES (:family, :margin, :role)")
        .param("family", family)
        .param("margin", margin.toTenThousandths())
        .param("role", role)
        .update();
  }
}
