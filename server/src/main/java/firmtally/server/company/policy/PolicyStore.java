package firmtally.server.company.policy;

import firmtally.core.margin.SignOffPolicy;
import firmtally.core.money.Percent;
import firmtally.core.pricing.PricePolicy;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.PolicyId;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Repository;

@Repository
class PolicyStore {
  private final Sql sql;

  PolicyStore(Sql sql) {
    this.sql = sql;
  }

  /** Every version that was not withdrawn, the one that begins first ahead. */
  List<SellingPolicy> list(CurrencyUnit currency) {
    return sql.sql(
            """
            SELECT id, from_day, price_policy, rep_discount, manager_discount, document_floor, document_floor_role, gift_cost,
                   gift_cost_role, own_cost_over
            FROM selling_policy WHERE withdrawn_at IS NULL ORDER BY from_day, id
            """)
        .query((row, n) -> policy(row, currency))
        .list();
  }

  private SellingPolicy policy(ResultSet row, CurrencyUnit currency) throws SQLException {
    PolicyId id = new PolicyId(row.getLong("id"));
    String floorRole = row.getString("document_floor_role");
    String giftRole = row.getString("gift_cost_role");
    return new SellingPolicy(
        id,
        LocalDate.parse(row.getString("from_day")),
        PricePolicy.valueOf(row.getString("price_policy").toUpperCase(Locale.ROOT)),
        Percent.ofTenThousandths(row.getLong("rep_discount")),
        Percent.ofTenThousandths(row.getLong("manager_discount")),
        Columns.maybe(
            row,
            "document_floor",
            floor -> new SignOffPolicy.DocumentFloor(Percent.ofTenThousandths(floor), floorRole)),
        families(id),
        Columns.maybe(
            row,
            "gift_cost",
            minor -> new SignOffPolicy.AmountRole(Money.ofMinor(currency, minor), giftRole)),
        values(id, currency),
        Columns.maybe(row, "own_cost_over", minor -> Money.ofMinor(currency, minor)));
  }

  private List<SignOffPolicy.FamilyFloor> families(PolicyId id) {
    return sql.sql(
            "SELECT family, margin, role FROM selling_policy_family WHERE policy_id = :id ORDER BY family")
        .param("id", id)
        .query(
            (row, n) ->
                new SignOffPolicy.FamilyFloor(
                    row.getString("family"),
                    Percent.ofTenThousandths(row.getLong("margin")),
                    row.getString("role")))
        .list();
  }

  private List<SignOffPolicy.AmountRole> values(PolicyId id, CurrencyUnit currency) {
    return sql.sql(
            "SELECT amount, role FROM selling_policy_value WHERE policy_id = :id ORDER BY amount")
        .param("id", id)
        .query(
            (row, n) ->
                new SignOffPolicy.AmountRole(
                    Money.ofMinor(currency, row.getLong("amount")), row.getString("role")))
        .list();
  }

  PolicyId insert(SellingPolicy policy, PersonId by, Instant at) {
    PolicyId id =
        sql.sql(
                """
                INSERT INTO selling_policy (from_day, made_by, made_at, price_policy, rep_discount, manager_discount,
                  document_floor, document_floor_role, gift_cost, gift_cost_role, own_cost_over)
                VALUES (:from, :by, :at, :prices, :rep, :manager, :floor, :floorRole, :gift, :giftRole, :own) RETURNING id
                """)
            .param("from", policy.from())
            .param("by", by)
            .param("at", at)
            .param("prices", policy.pricePolicy().name().toLowerCase(Locale.ROOT))
            .param("rep", policy.repDiscount())
            .param("manager", policy.managerDiscount())
            .param("floor", policy.documentFloor().map(SignOffPolicy.DocumentFloor::margin))
            .param(
                "floorRole",
                policy.documentFloor().map(SignOffPolicy.DocumentFloor::role).orElse("manager"))
            .param("gift", policy.giftCost().map(gift -> gift.amount().getAmountMinorLong()))
            .param(
                "giftRole", policy.giftCost().map(SignOffPolicy.AmountRole::role).orElse("manager"))
            .param("own", policy.ownCostOver().map(Money::getAmountMinorLong))
            .query(PolicyId.class)
            .single();
    for (SignOffPolicy.FamilyFloor floor : policy.familyFloors()) {
      sql.sql(
              "INSERT INTO selling_policy_family (policy_id, family, margin, role) VALUES (:id, :family, :margin, :role)")
          .param("id", id)
          .param("family", floor.family())
          .param("margin", floor.margin())
          .param("role", floor.role())
          .update();
    }
    for (SignOffPolicy.AmountRole value : policy.values()) {
      sql.sql(
              "INSERT INTO selling_policy_value (policy_id, amount, role) VALUES (:id, :amount, :role)")
          .param("id", id)
          .param("amount", value.amount().getAmountMinorLong())
          .param("role", value.role())
          .update();
    }
    return id;
  }

  int withdraw(PolicyId id, LocalDate today, Instant at) {
    return sql.sql(
            """
            UPDATE selling_policy SET withdrawn_at = :at
            WHERE id = :id AND withdrawn_at IS NULL AND from_day > :today
            """)
        .param("id", id)
        .param("at", at)
        .param("today", today)
        .update();
  }
}
