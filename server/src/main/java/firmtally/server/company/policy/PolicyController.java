package firmtally.server.company.policy;

import firmtally.core.margin.SignOffPolicy;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.PolicyId;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Versions;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import org.joda.money.Money;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The selling policy: what holds today, and what is planned. */
@RestController
@RequestMapping("/api/policies")
class PolicyController {
  private final PolicyService policies;

  PolicyController(PolicyService policies) {
    this.policies = policies;
  }

  record FamilyFloorView(String family, String margin, String role) {}

  record ValueLimitView(String amount, String role) {}

  /**
   * One version of the policy.
   *
   * @param from the first day on which it holds
   */
  record PolicyView(
      PolicyId id,
      LocalDate from,
      String pricePolicy,
      String repDiscount,
      String managerDiscount,
      @MaybeNull String documentFloor,
      String documentFloorRole,
      List<FamilyFloorView> families,
      @MaybeNull String giftCost,
      String giftCostRole,
      List<ValueLimitView> values,
      @MaybeNull String ownCostOver) {
    static PolicyView of(SellingPolicy p) {
      return new PolicyView(
          p.id(),
          p.from(),
          p.pricePolicy().name().toLowerCase(Locale.ROOT),
          p.repDiscount().toString(),
          p.managerDiscount().toString(),
          p.documentFloor().map(floor -> floor.margin().toString()).orElse(null),
          p.documentFloor().map(SignOffPolicy.DocumentFloor::role).orElse("manager"),
          p.familyFloors().stream()
              .map(f -> new FamilyFloorView(f.family(), f.margin().toString(), f.role()))
              .toList(),
          p.giftCost().map(gift -> text(gift.amount())).orElse(null),
          p.giftCost().map(SignOffPolicy.AmountRole::role).orElse("manager"),
          p.values().stream().map(v -> new ValueLimitView(text(v.amount()), v.role())).toList(),
          p.ownCostOver().map(PolicyView::text).orElse(null));
    }

    private static String text(Money amount) {
      return amount.getAmount().toPlainString();
    }
  }

  /**
   * What holds and what is planned.
   *
   * @param policies the first holds today
   * @param version of all of them together
   */
  record Policies(List<PolicyView> policies, long version) {}

  @GetMapping
  Policies list(@SignedIn Actor actor) {
    // A floor tells what margin is thought of.
    actor.checkSeesCosts();
    return new Policies(
        policies.fromToday().stream().map(PolicyView::of).toList(), policies.version());
  }

  /** Sets another policy from a day on. Managers of the whole company do, and administrators. */
  @PutMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void put(
      @RequestHeader("If-Match") String version,
      @RequestBody PolicyForm typed,
      @SignedIn Actor actor) {
    policies.put(Versions.of(version), typed, actor);
  }

  /** Takes back a version that has not begun. */
  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void withdraw(@PathVariable PolicyId id, @SignedIn Actor actor) {
    policies.withdraw(id, actor);
  }
}
