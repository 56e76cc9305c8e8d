package firmtally.core.margin;

import firmtally.core.money.Percent;
import firmtally.core.money.Rounding;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Tally;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.joda.money.Money;

/**
 * Who must sign a tally off, and why. Nothing is needed when no reason's role stands above the one
 * that asks.
 *
 * <p>Example: a rep may give 10 %, a manager 25 %. At 10.01 % off a line of 100.00 the manager
 * signs, at 25.01 % whoever comes next.
 *
 * @param reasons by rule: discount, family floor, document floor, gift cost, value
 */
public record SignOff(Optional<String> role, List<Reason> reasons) {
  /** What was passed. */
  public enum Rule {
    DISCOUNT,
    FAMILY_FLOOR,
    DOCUMENT_FLOOR,
    GIFT_COST,
    VALUE_OVER
  }

  /**
   * One thing that was passed, and who may pass it.
   *
   * @param line the id of the line, where it is about one
   */
  public record Reason(Rule rule, Optional<String> line, String role) {}

  /** Whether anyone above the asking role must sign. */
  public boolean needed() {
    return role.isPresent();
  }

  /**
   * Looks at a tally. Going over by less than one minor unit is not going over: at 10 % allowed of
   * EUR 0.95, a discount of 0.10 is fine (0.005 too much).
   */
  public static SignOff of(Tally tally, SignOffPolicy policy) {
    policy.checkIn(tally.worksheet().currency());
    List<Reason> reasons = new Judge(tally, policy).reasons();
    return new SignOff(
        reasons.stream().map(Reason::role).max(Comparator.comparingInt(policy::rank)), reasons);
  }

  /** Σ cost × periods of the counted gifts. */
  static Money giftCost(Tally tally) {
    return tally.lines().stream()
        .filter(line -> line.line().counted() && line.line().gift())
        .map(line -> line.cost().multipliedBy(line.line().periods()))
        .reduce(Money.zero(tally.worksheet().currency()), Money::plus);
  }

  private record Judge(Tally tally, SignOffPolicy policy) {
    List<Reason> reasons() {
      List<Reason> all = new ArrayList<>();
      List<LineTally> sold = tally.lines().stream().filter(LineTally::isSold).toList();
      sold.forEach(line -> discount(line).ifPresent(all::add));
      Map<String, SignOffPolicy.FamilyFloor> floors =
          policy.familyFloors().stream()
              .collect(Collectors.toMap(SignOffPolicy.FamilyFloor::family, Function.identity()));
      sold.forEach(line -> familyFloor(line, floors).ifPresent(all::add));
      documentFloor().ifPresent(all::add);
      giftCost().ifPresent(all::add);
      valueOver().ifPresent(all::add);
      all.removeIf(reason -> policy.rank(reason.role()) <= policy.rank(policy.asRole()));
      return List.copyOf(all);
    }

    private Optional<Reason> discount(LineTally line) {
      if (!exceeds(line, policy.allowed())) {
        return Optional.empty();
      }
      return policy.levels().stream()
          .filter(level -> !exceeds(line, level.discount()))
          .findFirst()
          .map(level -> new Reason(Rule.DISCOUNT, Optional.of(line.line().id()), level.role()));
    }

    private boolean exceeds(LineTally line, Percent allowed) {
      BigDecimal given = line.gross().minus(line.finalAmount()).getAmount();
      return isWholeUnit(given.subtract(share(line.gross(), allowed)));
    }

    private Optional<Reason> familyFloor(
        LineTally line, Map<String, SignOffPolicy.FamilyFloor> floors) {
      return line.line()
          .item()
          .family()
          .map(floors::get)
          .filter(floor -> isBelow(line.finalAmount(), line.margin(), floor.margin()))
          .map(f -> new Reason(Rule.FAMILY_FLOOR, Optional.of(line.line().id()), f.role()));
    }

    private Optional<Reason> documentFloor() {
      return policy
          .documentFloor()
          .filter(f -> isBelow(tally.totals().contract(), tally.totals().margin(), f.margin()))
          .map(floor -> new Reason(Rule.DOCUMENT_FLOOR, Optional.empty(), floor.role()));
    }

    private Optional<Reason> giftCost() {
      Money cost = SignOff.giftCost(tally);
      return policy
          .giftCost()
          .filter(limit -> cost.isGreaterThan(limit.amount()))
          .map(limit -> new Reason(Rule.GIFT_COST, Optional.empty(), limit.role()));
    }

    private Optional<Reason> valueOver() {
      return policy.valueOver().stream()
          .filter(limit -> limit.amount().isLessThan(tally.totals().contract()))
          .max(Comparator.comparing(SignOffPolicy.AmountRole::amount))
          .map(limit -> new Reason(Rule.VALUE_OVER, Optional.empty(), limit.role()));
    }

    private boolean isBelow(Money amount, Money margin, Percent floor) {
      return isWholeUnit(share(amount, floor).subtract(margin.getAmount()));
    }

    private static BigDecimal share(Money amount, Percent percent) {
      return amount.getAmount().multiply(percent.fraction());
    }

    private boolean isWholeUnit(BigDecimal over) {
      return over.compareTo(Rounding.minorUnit(tally.worksheet().currency()).getAmount()) >= 0;
    }
  }
}
