package firmtally.core.ordering;

import firmtally.core.credit.CreditCheck;
import firmtally.core.credit.Verdict;
import java.util.ArrayList;
import java.util.List;

/**
 * Whether an order is released by itself, or held, and for which reasons.
 *
 * @param holds none when it is released
 */
public record Release(List<Hold> holds) {
  /** Why an order is held. */
  public enum Hold {
    /** Somebody above the asking role must sign the margin off. */
    MARGIN,
    /** The credit check says hold or stop. */
    CREDIT,
    /** The account demands a PO number, and there is none. */
    PO_NUMBER
  }

  /** Whether nothing holds it. */
  public boolean isReleased() {
    return holds.isEmpty();
  }

  /**
   * Looks at an order. Watched credit does not hold it: a verdict of watch, no sign-off missing and
   * a PO number where one is demanded release it.
   *
   * @param signOffMissing its terms need a sign-off that nobody has given
   * @param numberMissing the account demands a PO number and there is none
   */
  public static Release of(boolean signOffMissing, CreditCheck credit, boolean numberMissing) {
    List<Hold> holds = new ArrayList<>();
    if (signOffMissing) {
      holds.add(Hold.MARGIN);
    }
    if (credit.verdict() == Verdict.HOLD || credit.verdict() == Verdict.STOP) {
      holds.add(Hold.CREDIT);
    }
    if (numberMissing) {
      holds.add(Hold.PO_NUMBER);
    }
    return new Release(List.copyOf(holds));
  }
}
