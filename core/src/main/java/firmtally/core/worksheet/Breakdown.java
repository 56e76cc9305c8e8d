package firmtally.core.worksheet;

import firmtally.core.money.UnitPrice;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * What stands under the lines of a paper, such that its reader can add it up: what is paid once and
 * what recurs are apart, and what is taken off the whole is a row of its own. All amounts are whole
 * minor units of the lines, so the sums are exact and nothing is rounded here.
 *
 * <p>Example: 2 at 420.00 less 5 % (net 798.00) and a service of 30.00 every month for 12 months,
 * with 10 % off the whole: {@code once} is 798.00, less 79.80, comes to 718.20; every month is
 * 30.00, less 3.00, comes to 27.00; {@code recurringOverTerm} is 324.00 and {@code contract}
 * 1,042.20.
 *
 * @param once what is paid once
 * @param every what is paid again, by its months, rising
 * @param recurringOverTerm what recurs, over the terms of its lines
 * @param contract all of it
 */
public record Breakdown(
    Part once, Map<Integer, Part> every, Money recurringOverTerm, Money contract) {
  /** Decimals that a unit price has. */
  private static final int PRICE_DECIMALS = 4;

  /**
   * Lines that are paid alike.
   *
   * @param lines their net amounts
   * @param discount their shares of what is taken off the whole; 0 or more
   */
  public record Part(Money lines, Money discount) {
    /** {@code lines − discount}: what is paid. */
    public Money amount() {
      return lines.minus(discount);
    }

    private Part plus(LineTally tally) {
      return new Part(lines.plus(tally.net()), discount.plus(tally.documentShare()));
    }
  }

  /** Of lines worked out; those that do not count add nothing. */
  public static Breakdown of(CurrencyUnit currency, List<LineTally> lines) {
    Money zero = Money.zero(currency);
    Part once = new Part(zero, zero);
    Map<Integer, Part> every = new TreeMap<>();
    Money recurring = zero;
    for (LineTally tally : lines) {
      if (!tally.line().counted()) {
        continue;
      }
      Optional<Recurring> plan = tally.line().recurring();
      if (plan.isEmpty()) {
        once = once.plus(tally);
        continue;
      }
      int months = plan.get().everyMonths();
      every.put(months, every.getOrDefault(months, new Part(zero, zero)).plus(tally));
      recurring = recurring.plus(tally.overTerm());
    }
    return new Breakdown(once, every, recurring, once.amount().plus(recurring));
  }

  /**
   * A line's net amount over all its charges: 30.00 every month for 12 months is 360.00; of what is
   * paid once, its net.
   */
  public static Money netOverTerm(LineTally tally) {
    return tally.line().recurring().isEmpty()
        ? tally.net()
        : tally.net().multipliedBy(tally.line().periods());
  }

  /**
   * What one costs after the line's discount: 399.00 for 2 at 420.00 less 5 %. Empty where that has
   * more than four decimals, as quantity × price would then not be the line's amount.
   */
  public static Optional<UnitPrice> netPrice(LineTally tally) {
    BigDecimal quantity = tally.line().quantity().value();
    BigDecimal net = tally.net().getAmount();
    if (quantity.signum() == 0) {
      return Optional.empty();
    }
    BigDecimal price = net.divide(quantity, PRICE_DECIMALS, RoundingMode.DOWN);
    return price.multiply(quantity).compareTo(net) == 0
        ? Optional.of(UnitPrice.of(price))
        : Optional.empty();
  }
}
