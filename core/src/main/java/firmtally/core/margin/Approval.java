package firmtally.core.margin;

import firmtally.core.working.Working;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Tally;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.Money;

/**
 * Whether a yes still holds after a worksheet changed. Each reason for which it needs a sign-off
 * now must be covered: whoever said yes may do so, and what was approved was at least as far from
 * the rules, in exact numbers.
 *
 * <p>Example: a manager approved 15 % on a line where the rep may give 10 %. At 14 % the yes holds,
 * at 15.01 % it does not.
 *
 * @param reasons those of the sign-off now, in its order
 */
public record Approval(List<Covered> reasons) {
  /**
   * A reason, and whether the approval covers it.
   *
   * @param approved how far the approved worksheet was from the rule; empty when it has nothing to
   *     compare with
   * @param now how far it is now
   */
  public record Covered(
      SignOff.Reason reason, boolean isByRole, Optional<Distance> approved, Distance now) {
    /** Whether both the role and the distance do. */
    public boolean covered() {
      return isByRole && approved.filter(then -> then.isAtLeastAsFarAs(now)).isPresent();
    }
  }

  /**
   * How far something is from a rule: {@code part / whole}, or a bare amount where whole is 1.
   *
   * @param isLowFar whether less is farther, as with margins; a whole of 0 is then below all others
   */
  record Distance(BigDecimal part, BigDecimal whole, boolean isLowFar) {
    /** Exact: both are multiplied out. Wholes are 0 or more. */
    boolean isAtLeastAsFarAs(Distance other) {
      if (isLowFar) {
        if (whole.signum() == 0 || other.whole.signum() == 0) {
          return whole.signum() == 0;
        }
        return part.multiply(other.whole).compareTo(other.part.multiply(whole)) <= 0;
      }
      // Nothing of nothing counts as no discount; of nothing now there is none to exceed.
      BigDecimal ours = whole.signum() == 0 ? BigDecimal.ZERO : part.multiply(other.whole);
      BigDecimal theirs = whole.signum() == 0 ? other.part : other.part.multiply(whole);
      return ours.compareTo(theirs) >= 0;
    }
  }

  /** Whether all reasons are covered; also when there are none. */
  public boolean holds() {
    return reasons.stream().allMatch(Covered::covered);
  }

  /**
   * Looks at both.
   *
   * @param by the role that said yes, one of the policy's
   * @param approved what it said yes to
   * @param now what it has become
   * @param policy the one of now
   * @throws IllegalArgumentException if the role is none of the policy's or the currencies differ
   */
  public static Approval of(String by, Tally approved, Tally now, SignOffPolicy policy) {
    if (!approved.worksheet().currency().equals(now.worksheet().currency())) {
      throw new IllegalArgumentException(
          "approved in "
              + approved.worksheet().currency()
              + ", now in "
              + now.worksheet().currency());
    }
    int rank = policy.rank(by);
    Map<String, LineTally> then = sold(approved);
    Map<String, LineTally> today = sold(now);
    List<Covered> covered = new ArrayList<>();
    for (SignOff.Reason reason : SignOff.of(now, policy).reasons()) {
      covered.add(
          new Covered(
              reason,
              rank >= policy.rank(reason.role()),
              approvedDistance(reason, approved, then, today),
              distance(reason, now, reason.line().map(today::get))));
    }
    return new Approval(List.copyOf(covered));
  }

  /** How each reason is covered, or not. */
  public List<Working> workings(String by) {
    return ApprovalWorkings.of(this, by);
  }

  private static Optional<Distance> approvedDistance(
      SignOff.Reason reason,
      Tally approved,
      Map<String, LineTally> then,
      Map<String, LineTally> today) {
    if (reason.line().isEmpty()) {
      return Optional.of(distance(reason, approved, Optional.empty()));
    }
    LineTally is = today.get(reason.line().get());
    return Optional.ofNullable(then.get(reason.line().get()))
        .filter(was -> was.line().item().code().equals(is.line().item().code()))
        .map(was -> distance(reason, approved, Optional.of(was)));
  }

  private static Distance distance(SignOff.Reason reason, Tally tally, Optional<LineTally> of) {
    Money contract = tally.totals().contract();
    return switch (reason.rule()) {
      case DISCOUNT -> {
        LineTally line = of.orElseThrow();
        yield new Distance(
            line.gross().minus(line.finalAmount()).getAmount(), line.gross().getAmount(), false);
      }
      case FAMILY_FLOOR -> {
        LineTally line = of.orElseThrow();
        yield new Distance(line.margin().getAmount(), line.finalAmount().getAmount(), true);
      }
      case DOCUMENT_FLOOR ->
          new Distance(tally.totals().margin().getAmount(), contract.getAmount(), true);
      case GIFT_COST -> new Distance(SignOff.giftCost(tally).getAmount(), BigDecimal.ONE, false);
      case VALUE_OVER -> new Distance(contract.getAmount(), BigDecimal.ONE, false);
    };
  }

  /** The counted lines that are no gifts, by id. */
  private static Map<String, LineTally> sold(Tally tally) {
    Map<String, LineTally> sold = new HashMap<>();
    for (LineTally line : tally.lines()) {
      if (line.isSold()) {
        sold.put(line.line().id(), line);
      }
    }
    return sold;
  }
}
