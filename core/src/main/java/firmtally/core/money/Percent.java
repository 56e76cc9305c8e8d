package firmtally.core.money;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Optional;

/**
 * A percent with at most 4 decimals: {@code Percent.parse("12.5")} is 12.5 %, or the factor 0.125.
 *
 * <p>Equal when the numbers are equal: 5.00 % is 5 %.
 */
public final class Percent implements Comparable<Percent> {
  /** 0 %. */
  public static final Percent ZERO = new Percent(BigDecimal.ZERO);

  /** 100 %. */
  public static final Percent HUNDRED = new Percent(Decimals.HUNDRED);

  private static final int DECIMALS = 4;
  private final BigDecimal value;

  /** Worked out when first asked for; whoever asks at the same time comes to the same. */
  private BigDecimal fraction;

  private Percent(BigDecimal value) {
    this.value = value;
  }

  /**
   * A percent of any size, given in percent: {@code of(new BigDecimal("19"))} is 19 %.
   *
   * @throws IllegalArgumentException with more than 4 decimals
   */
  public static Percent of(BigDecimal inPercent) {
    return new Percent(Decimals.atMost("percent", inPercent, DECIMALS));
  }

  /**
   * A percent as text: {@code parse("19.00")} is 19 %.
   *
   * @throws IllegalArgumentException if it is no plain decimal or has more than 4 decimals
   */
  public static Percent parse(String text) {
    return of(Decimals.parse("percent", text));
  }

  /** {@code ofTenThousandths(195000)} is 19.5 %: the unit in which percents are stored. */
  public static Percent ofTenThousandths(long tenThousandths) {
    return of(BigDecimal.valueOf(tenThousandths, DECIMALS));
  }

  /**
   * What part of {@code whole} is {@code part}, in percent with 2 decimals, half up: 1 of 3 is
   * 33.33 %. Empty when the whole is 0.
   */
  public static Optional<Percent> ratio(BigDecimal part, BigDecimal whole) {
    if (whole.signum() == 0) {
      return Optional.empty();
    }
    return Optional.of(of(part.multiply(Decimals.HUNDRED).divide(whole, 2, RoundingMode.HALF_UP)));
  }

  /**
   * This percent, when it is from {@code least} to {@code most}, both included.
   *
   * @throws IllegalArgumentException naming the value and the range otherwise
   */
  public Percent within(String name, Percent least, Percent most) {
    if (compareTo(least) < 0 || compareTo(most) > 0) {
      throw new IllegalArgumentException(
          name + " " + this + " is outside [" + least + ", " + most + "]");
    }
    return this;
  }

  /** The number of percent: 12.5 for 12.5 %. */
  public BigDecimal value() {
    return value;
  }

  /** The factor: 0.125 for 12.5 %. Exact. */
  public BigDecimal fraction() {
    BigDecimal known = fraction;
    if (known == null) {
      known = value.movePointLeft(2);
      fraction = known;
    }
    return known;
  }

  /** The factor of what is left: 0.875 for 12.5 %. Exact. */
  public BigDecimal complement() {
    return Decimals.HUNDRED.subtract(value).movePointLeft(2);
  }

  /** The stored form: 125000 for 12.5 %. */
  public long toTenThousandths() {
    return value.movePointRight(DECIMALS).longValueExact();
  }

  @Override
  public int compareTo(Percent other) {
    return value.compareTo(other.value);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Percent that && value.equals(that.value);
  }

  @Override
  public int hashCode() {
    return value.hashCode();
  }

  /** The number without a sign: {@code "12.5"}. */
  @Override
  public String toString() {
    return value.toPlainString();
  }
}
