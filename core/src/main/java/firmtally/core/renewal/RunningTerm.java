package firmtally.core.renewal;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.joda.money.CurrencyUnit;

/**
 * An agreement's running term, from which the next one is worked out.
 *
 * @param start first day of the term
 * @param termMonths 1 to 1200, a multiple of each line's everyMonths
 * @param noticeMonths 0 to 1200: how long before the end the customer is called
 * @param uplift price rise of the next term, from −100 to 1000 %
 * @param lines ids are unique
 */
public record RunningTerm(
    CurrencyUnit currency,
    LocalDate start,
    int termMonths,
    int noticeMonths,
    Percent uplift,
    List<PlanLine> lines) {
  /** The lowest uplift: everything free. */
  public static final Percent LEAST_UPLIFT = Percent.of(BigDecimal.valueOf(-100));

  /** The highest uplift. */
  public static final Percent MOST_UPLIFT = Percent.of(BigDecimal.valueOf(1000));

  private static final int MOST_MONTHS = 1200;

  /**
   * One plan of the agreement.
   *
   * @param quantity above 0
   * @param unitNet the price of one unit and charge, as agreed
   * @param everyMonths 1 to 1200
   */
  public record PlanLine(String id, Quantity quantity, UnitPrice unitNet, int everyMonths) {
    public PlanLine {
      quantity.positive();
      checkMonths("everyMonths", everyMonths, 1);
    }
  }

  public RunningTerm {
    lines = List.copyOf(lines);
    checkMonths("termMonths", termMonths, 1);
    checkMonths("noticeMonths", noticeMonths, 0);
    uplift.within("upliftPercent", LEAST_UPLIFT, MOST_UPLIFT);
    Set<String> seen = new HashSet<>();
    for (PlanLine line : lines) {
      if (!seen.add(line.id())) {
        throw new IllegalArgumentException("line id " + line.id() + " stands twice");
      }
      if (termMonths % line.everyMonths() != 0) {
        throw new IllegalArgumentException(
            "termMonths " + termMonths + " is not a multiple of everyMonths " + line.everyMonths());
      }
    }
  }

  static void checkMonths(String name, int months, int least) {
    if (months < least || months > MOST_MONTHS) {
      throw new IllegalArgumentException(
          name + " " + months + " is outside [" + least + ", " + MOST_MONTHS + "]");
    }
  }

  /** The next term. */
  public NextTerm next() {
    return NextTerm.of(this);
  }
}
