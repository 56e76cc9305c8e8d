package firmtally.server.reporting.metrics;

import firmtally.core.money.Rounding;
import java.math.BigDecimal;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * What is summed of records.
 *
 * @param name the column that it is read from
 * @param sum the expression of the exact sum, a whole number
 */
public record Measure(String name, Unit unit, String sum) {
  /** What a sum counts in. */
  public enum Unit {
    /** Records. */
    COUNT(0),
    /** Minor units of the company's currency. */
    AMOUNT(0),
    /** Minor units times ten-thousandths of a percent: exact, and rounded once when it is shown. */
    AMOUNT_TIMES_PROBABILITY(6),
    /** Thousandths of a piece. */
    QUANTITY(3);

    private final int decimals;

    Unit(int decimals) {
      this.decimals = decimals;
    }
  }

  /** Whether sums of groups add up to the sum of all. */
  public boolean addsUp() {
    return !sum.contains("DISTINCT");
  }

  /** A sum as a number, exact: amounts in the currency's units. */
  public BigDecimal number(CurrencyUnit currency, long exact) {
    boolean isAmount = unit == Unit.AMOUNT || unit == Unit.AMOUNT_TIMES_PROBABILITY;
    return BigDecimal.valueOf(exact, unit.decimals + (isAmount ? currency.getDecimalPlaces() : 0));
  }

  /** A sum of amounts as money, rounded half up where it was weighted. */
  public Money money(CurrencyUnit currency, long exact) {
    if (unit == Unit.COUNT || unit == Unit.QUANTITY) {
      throw new IllegalStateException(name + " is no amount");
    }
    return Rounding.amount(
        currency, BigDecimal.valueOf(exact, unit.decimals + currency.getDecimalPlaces()));
  }
}
