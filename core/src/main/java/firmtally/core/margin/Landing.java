package firmtally.core.margin;

import firmtally.core.money.Percent;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Tally;
import java.util.Optional;
import org.joda.money.Money;

/**
 * The document discount that lands on a target. A contract of 1,000.00 with 50.00 given lands on
 * 900.00 with 150.00.
 *
 * @param documentDiscount the whole amount to give; below 0 or above what can be given when not
 *     feasible
 * @param contract as it would then be; empty when not feasible
 * @param marginPercent as it would then be, 2 decimals half up; empty when not feasible or the
 *     contract is 0
 */
public record Landing(
    Money documentDiscount,
    boolean feasible,
    Optional<Money> contract,
    Optional<Percent> marginPercent) {
  /**
   * Works the landing out.
   *
   * @throws IllegalArgumentException if the worksheet has a document discount in percent
   */
  public static Landing of(Tally tally, Target target) {
    Money wanted =
        target instanceof Target.Margin margin
            ? Room.contractAtMargin(tally.totals().cost(), margin.percent())
            : ((Target.Contract) target).amount();
    Money discount = given(tally).plus(tally.totals().contract()).minus(wanted);
    if (discount.isNegative() || discount.isGreaterThan(most(tally))) {
      return new Landing(discount, false, Optional.empty(), Optional.empty());
    }
    Money margin = wanted.minus(tally.totals().cost());
    return new Landing(
        discount, true, Optional.of(wanted), Percent.ratio(margin.getAmount(), wanted.getAmount()));
  }

  /** What can be given at most: the net of the counted one-off lines that are not gifts. */
  static Money most(Tally tally) {
    return tally.lines().stream()
        .filter(line -> line.isSold() && line.line().recurring().isEmpty())
        .map(LineTally::net)
        .reduce(Money.zero(tally.worksheet().currency()), Money::plus);
  }

  /** What is given now. */
  static Money given(Tally tally) {
    Optional<DocumentDiscount> discount = tally.worksheet().documentDiscount();
    if (discount.isEmpty()) {
      return Money.zero(tally.worksheet().currency());
    }
    if (discount.get() instanceof DocumentDiscount.OfAmount of) {
      return of.amount();
    }
    throw new IllegalArgumentException(
        "a target cannot be landed on while documentDiscount is a percent");
  }
}
