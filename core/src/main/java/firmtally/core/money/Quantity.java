package firmtally.core.money;

import java.math.BigDecimal;

/**
 * How many units: 0 or more, at most 3 decimals. {@code Quantity.parse("2.5")} is two and a half.
 *
 * <p>A line's quantity is above 0 ({@link #positive}); 0 is the least break of a price rule. Equal
 * when the numbers are.
 */
public final class Quantity implements Comparable<Quantity> {
  /** None. */
  public static final Quantity ZERO = new Quantity(BigDecimal.ZERO);

  private static final int DECIMALS = 3;
  private final BigDecimal value;

  private Quantity(BigDecimal value) {
    this.value = value;
  }

  /**
   * A quantity in units.
   *
   * @throws IllegalArgumentException if it is below 0 or has more than 3 decimals
   */
  public static Quantity of(BigDecimal units) {
    BigDecimal normal = Decimals.atMost("quantity", units, DECIMALS);
    if (normal.signum() < 0) {
      throw new IllegalArgumentException("quantity " + normal.toPlainString() + " is below 0");
    }
    return new Quantity(normal);
  }

  /**
   * A quantity as text: {@code parse("2.500")} is 2.5.
   *
   * @throws IllegalArgumentException if it is no plain decimal, below 0 or has more than 3 decimals
   */
  public static Quantity parse(String text) {
    return of(Decimals.parse("quantity", text));
  }

  /** {@code ofThousandths(2500)} is 2.5: the unit in which quantities are stored. */
  public static Quantity ofThousandths(long thousandths) {
    return of(BigDecimal.valueOf(thousandths, DECIMALS));
  }

  /**
   * This quantity, when it is above 0.
   *
   * @throws IllegalArgumentException when it is 0
   */
  public Quantity positive() {
    if (value.signum() == 0) {
      throw new IllegalArgumentException("quantity 0 is not above 0");
    }
    return this;
  }

  /** The sum of both. */
  public Quantity plus(Quantity other) {
    return new Quantity(Decimals.normal(value.add(other.value)));
  }

  /** The number of units. */
  public BigDecimal value() {
    return value;
  }

  /** The stored form: 2500 for 2.5. */
  public long toThousandths() {
    return value.movePointRight(DECIMALS).longValueExact();
  }

  @Override
  public int compareTo(Quantity other) {
    return value.compareTo(other.value);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Quantity that && value.equals(that.value);
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
