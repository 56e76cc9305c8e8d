package firmtally.server.company.policy;

import firmtally.core.margin.SignOffPolicy;
import firmtally.core.money.Percent;
import firmtally.core.pricing.PricePolicy;
import firmtally.server.access.Role;
import firmtally.server.access.Roles;
import firmtally.server.platform.ids.PolicyId;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.joda.money.Money;

/**
 * One version of the policy.
 *
 * @param from the first day on which it holds
 * @param repDiscount what a rep may give on a line
 * @param managerDiscount what a manager may; below 100 % an administrator signs the rest
 * @param ownCostOver above it a line with a cost of its own, not the catalogue's, wants a manager
 */
public record SellingPolicy(
    PolicyId id,
    LocalDate from,
    PricePolicy pricePolicy,
    Percent repDiscount,
    Percent managerDiscount,
    Optional<SignOffPolicy.DocumentFloor> documentFloor,
    List<SignOffPolicy.FamilyFloor> familyFloors,
    Optional<SignOffPolicy.AmountRole> giftCost,
    List<SignOffPolicy.AmountRole> values,
    Optional<Money> ownCostOver) {
  /** The levels of authority, the last of which may give all. */
  public List<SignOffPolicy.Level> levels() {
    List<SignOffPolicy.Level> levels = new ArrayList<>();
    levels.add(new SignOffPolicy.Level(Role.REP.word(), repDiscount));
    levels.add(new SignOffPolicy.Level(Role.MANAGER.word(), managerDiscount));
    if (!managerDiscount.equals(Percent.HUNDRED)) {
      levels.add(new SignOffPolicy.Level(Role.ADMINISTRATOR.word(), Percent.HUNDRED));
    }
    return levels;
  }

  /** As the core judges it for whoever asks. */
  public SignOffPolicy of(Roles asker) {
    return new SignOffPolicy(
        signsAs(asker), levels(), familyFloors, documentFloor, giftCost, values);
  }

  /** The level of a role: an administrator's own, where there is one above the managers'. */
  private String signsAs(Roles asker) {
    return asker.words().stream()
        .filter(word -> levels().stream().anyMatch(level -> level.role().equals(word)))
        .findFirst()
        .orElseGet(asker::signsAs);
  }
}
