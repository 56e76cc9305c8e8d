package firmtally.core.margin;

import firmtally.core.money.Percent;
import firmtally.core.money.SameCurrency;
import firmtally.core.money.Texts;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * Who may give how much, and which floors need whose sign-off.
 *
 * @param asRole the role that asks
 * @param levels rising authority; the last may give 100 %
 * @param familyFloors at most one per family
 * @param documentFloor below 100 %
 * @param giftCost the cost of gifts above which a role must sign
 * @param valueOver amounts above which a role must sign, each amount once
 */
public record SignOffPolicy(
    String asRole,
    List<Level> levels,
    List<FamilyFloor> familyFloors,
    Optional<DocumentFloor> documentFloor,
    Optional<AmountRole> giftCost,
    List<AmountRole> valueOver) {
  /** A role and the discount on a line that it may give, from 0 to 100 %. */
  public record Level(String role, Percent discount) {
    public Level {
      Texts.notEmpty("role", role);
      discount.within("discountPercent", Percent.ZERO, Percent.HUNDRED);
    }
  }

  /** The margin that a line of a family must leave, from 0 to 100 %, and who may go below. */
  public record FamilyFloor(String family, Percent margin, String role) {
    public FamilyFloor {
      Texts.notEmpty("family", family);
      margin.within("marginPercent", Percent.ZERO, Percent.HUNDRED);
    }
  }

  /** The margin that the whole document must leave, from 0 to below 100 %, and who may go below. */
  public record DocumentFloor(Percent margin, String role) {
    public DocumentFloor {
      margin.within("marginPercent", Percent.ZERO, Percent.HUNDRED);
      if (margin.equals(Percent.HUNDRED)) {
        throw new IllegalArgumentException("documentFloor.marginPercent 100 is not below 100");
      }
    }
  }

  /** An amount of 0 or more, and who must sign above it. */
  public record AmountRole(Money amount, String role) {
    public AmountRole {
      if (amount.isNegative()) {
        throw new IllegalArgumentException("amount " + amount + " is below 0");
      }
    }
  }

  public SignOffPolicy {
    levels = List.copyOf(levels);
    familyFloors = List.copyOf(familyFloors);
    valueOver = List.copyOf(valueOver);
    checkLevels(levels);
    Map<String, Integer> ranks = ranks(levels);
    checkRole(ranks, "asRole", asRole);
    familyFloors.forEach(floor -> checkRole(ranks, "familyFloors.role", floor.role()));
    documentFloor.ifPresent(floor -> checkRole(ranks, "documentFloor.role", floor.role()));
    giftCost.ifPresent(limit -> checkRole(ranks, "giftCost.role", limit.role()));
    valueOver.forEach(limit -> checkRole(ranks, "valueOver.role", limit.role()));
    checkUnique("family", familyFloors.stream().map(FamilyFloor::family).toList());
    checkUnique("valueOver.amount", valueOver.stream().map(AmountRole::amount).toList());
  }

  private static void checkLevels(List<Level> levels) {
    if (levels.isEmpty()) {
      throw new IllegalArgumentException("levels are empty");
    }
    checkUnique("role", levels.stream().map(Level::role).toList());
    for (int i = 1; i < levels.size(); i++) {
      if (levels.get(i).discount().compareTo(levels.get(i - 1).discount()) < 0) {
        throw new IllegalArgumentException(
            "levels." + levels.get(i).role() + " may give less than the level before");
      }
    }
    if (!levels.get(levels.size() - 1).discount().equals(Percent.HUNDRED)) {
      throw new IllegalArgumentException("the last level may not give 100 %");
    }
  }

  private static void checkUnique(String name, List<?> values) {
    Set<Object> seen = new HashSet<>();
    for (Object value : values) {
      if (!seen.add(value)) {
        throw new IllegalArgumentException(name + " " + value + " stands twice");
      }
    }
  }

  private static void checkRole(Map<String, Integer> ranks, String name, String role) {
    if (!ranks.containsKey(role)) {
      throw new IllegalArgumentException(name + " " + role + " is no role of the levels");
    }
  }

  private static Map<String, Integer> ranks(List<Level> levels) {
    Map<String, Integer> ranks = new HashMap<>();
    for (int i = 0; i < levels.size(); i++) {
      ranks.put(levels.get(i).role(), i);
    }
    return ranks;
  }

  /** The amounts are those of a document in this currency, or it is refused. */
  void checkIn(CurrencyUnit currency) {
    giftCost.ifPresent(limit -> SameCurrency.check("giftCost", limit.amount(), currency));
    valueOver.forEach(limit -> SameCurrency.check("valueOver", limit.amount(), currency));
  }

  /** The discount on a line that asRole may give. */
  public Percent allowed() {
    return levels.get(rank(asRole)).discount();
  }

  /** How high a role stands: 0 for the first level. */
  int rank(String role) {
    for (int i = 0; i < levels.size(); i++) {
      if (levels.get(i).role().equals(role)) {
        return i;
      }
    }
    throw new IllegalArgumentException("role " + role + " is no role of the levels");
  }

  /** The same policy asked by another role. */
  public SignOffPolicy askedBy(String role) {
    return new SignOffPolicy(role, levels, familyFloors, documentFloor, giftCost, valueOver);
  }
}
