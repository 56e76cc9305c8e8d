package firmtally.core.ordering;

import firmtally.core.credit.CreditCheck;
import firmtally.core.credit.Verdict;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/**
 * Whether an order is released by itself, or held, and for which reasons.
 *
 * <p>Example: a credit check that says watch and a missing PO number hold an order for the number
 * alone.
 *
 * @param holds none when it is released; each once, in the order of {@link Hold}
 */
public record Release(List<Hold> holds) {
  /** Why an order is held. */
  public enum Hold {
    /** Somebody above the asking role must sign the margin off. */
    MARGIN,
    /** The credit check says hold or stop. */
    CREDIT,
    /** A line cannot be there on the day that the customer asked for. */
    STOCK,
    /** It is to be paid later than the account's terms say. */
    TERMS,
    /** The account demands a PO number, and there is none. */
    PO_NUMBER
  }

  /** Whether nothing holds it. */
  public boolean isReleased() {
    return holds.isEmpty();
  }

  /**
   * Looks at an order. Watched credit does not hold it.
   *
   * @param credit the credit check with what the order asks for
   * @param causes what else keeps it from being released; {@link Hold#CREDIT} among them is left to
   *     the credit check
   */
  public static Release of(CreditCheck credit, Set<Hold> causes) {
    EnumSet<Hold> holds = EnumSet.noneOf(Hold.class);
    holds.addAll(causes);
    holds.remove(Hold.CREDIT);
    if (credit.verdict() == Verdict.HOLD || credit.verdict() == Verdict.STOP) {
      holds.add(Hold.CREDIT);
    }
    return new Release(List.copyOf(holds));
  }
}
