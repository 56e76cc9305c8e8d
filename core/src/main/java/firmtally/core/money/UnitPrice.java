package firmtally.core.money;

import java.math.BigDecimal;
import java.math.RoundingMode;
import org.joda.money.Money;

/**
 * The price or cost of one unit: 0 or more, at most 4 decimals, in the currency of its document.
 *
 * <p>{@code UnitPrice.parse("379.05")}. It is not payable by itself: {@link #times} gives the exact
 * product, which {@link Rounding#amount} turns into money. Equal when the numbers are equal.
 */
public final class UnitPrice implements Comparable<UnitPrice> {
  /** Nothing. */
  public static final UnitPrice ZERO = new UnitPrice(BigDecimal.ZERO);

  private static final int DECIMALS = 4;
  private final BigDecimal value;

  private UnitPrice(BigDecimal value) {
    this.value = value;
  }

  /**
   * A price of one unit, in the main unit of its currency.
   *
   * @throws IllegalArgumentException if it is below 0 or has more than 4 decimals
   */
  public static UnitPrice of(BigDecimal price) {
    BigDecimal normal = Decimals.atMost("unit price", price, DECIMALS);
    if (normal.signum() < 0) {
      throw new IllegalArgumentException("unit price " + normal.toPlainString() + " is below 0");
    }
    return new UnitPrice(normal);
  }

  /**
   * A price as text: {@code parse("420.00")}.
   *
   * @throws IllegalArgumentException if it is no plain decimal, below 0 or has more than 4 decimals
   */
  public static UnitPrice parse(String text) {
    return of(Decimals.parse("unit price", text));
  }

  /** {@code ofTenThousandths(4200000)} is 420.00: the unit in which unit prices are stored. */
  public static UnitPrice ofTenThousandths(long tenThousandths) {
    return of(BigDecimal.valueOf(tenThousandths, DECIMALS));
  }

  /**
   * What one unit of an amount comes to, rounded half up to 4 decimals: 100.00 for 3 is 33.3333.
   * For reading; times the quantity it need not be the amount again.
   *
   * @throws IllegalArgumentException if the amount is below 0
   * @throws ArithmeticException if the quantity is 0
   */
  public static UnitPrice each(Money amount, Quantity quantity) {
    return of(amount.getAmount().divide(quantity.value(), DECIMALS, RoundingMode.HALF_UP));
  }

  /** This price less a percent, rounded half up to 4 decimals: 399.00 less 5 % is 379.05. */
  public UnitPrice less(Percent off) {
    return scaled(off.complement());
  }

  /**
   * This price raised by a percent from −100, rounded half up to 4 decimals: 95.0050 by 3.5 % is
   * 98.3302.
   */
  public UnitPrice raised(Percent uplift) {
    return scaled(BigDecimal.ONE.add(uplift.fraction()));
  }

  /**
   * The nearest multiple of a step, half up: 98.3302 to steps of 0.05 is 98.35, to steps of 5 it is
   * 100.
   *
   * @param step above 0
   * @throws IllegalArgumentException when the step is 0
   */
  public UnitPrice roundedTo(UnitPrice step) {
    if (step.value.signum() == 0) {
      throw new IllegalArgumentException("a step of 0 has no multiples but 0");
    }
    return of(value.divide(step.value, 0, RoundingMode.HALF_UP).multiply(step.value));
  }

  private UnitPrice scaled(BigDecimal factor) {
    return of(value.multiply(factor).setScale(DECIMALS, RoundingMode.HALF_UP));
  }

  /** Quantity × price, exact: up to 7 decimals. */
  public BigDecimal times(Quantity quantity) {
    return value.multiply(quantity.value());
  }

  /** The number. */
  public BigDecimal value() {
    return value;
  }

  /** The stored form: 4200000 for 420.00. */
  public long toTenThousandths() {
    return value.movePointRight(DECIMALS).longValueExact();
  }

  @Override
  public int compareTo(UnitPrice other) {
    return value.compareTo(other.value);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof UnitPrice that && value.equals(that.value);
  }

  @Override
  public int hashCode() {
    return value.hashCode();
  }

  @Override
  public String toString() {
    return value.toPlainString();
  }
}
