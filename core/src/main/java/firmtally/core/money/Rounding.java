package firmtally.core.money;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * The few ways in which an exact number becomes an amount. Everything else in the core is exact.
 */
public final class Rounding {
  private Rounding() {}

  /** To the minor unit, half up, ties away from zero: 2.345 is EUR 2.35, −2.345 is EUR −2.35. */
  public static Money amount(CurrencyUnit currency, BigDecimal exact) {
    return Money.of(currency, exact, RoundingMode.HALF_UP);
  }

  /** The number of {@link #amount}, for sums of many. */
  public static BigDecimal number(CurrencyUnit currency, BigDecimal exact) {
    return exact.setScale(currency.getDecimalPlaces(), RoundingMode.HALF_UP);
  }

  /** Up to the minor unit, towards plus infinity: 2.341 is EUR 2.35, −2.349 is EUR −2.34. */
  public static Money up(CurrencyUnit currency, BigDecimal dividend, BigDecimal divisor) {
    return Money.of(
        currency, dividend.divide(divisor, currency.getDecimalPlaces(), RoundingMode.CEILING));
  }

  /** A percent of an amount, half up to the minor unit: 5 % of EUR 0.90 is EUR 0.05. */
  public static Money percentOf(Money amount, Percent percent) {
    return amount(amount.getCurrencyUnit(), amount.getAmount().multiply(percent.fraction()));
  }

  /**
   * The sum of amounts each divided by a number of months, exact, rounded once at the end: EUR
   * 10.00 by 3 and EUR 5.00 by 6 is EUR 4.17.
   *
   * @param byDivisor divisors of 1 or more with what is to be divided by each
   */
  public static Money sumOfQuotients(CurrencyUnit currency, Map<Integer, BigDecimal> byDivisor) {
    BigInteger common = BigInteger.ONE;
    for (int divisor : byDivisor.keySet()) {
      BigInteger d = BigInteger.valueOf(divisor);
      common = common.multiply(d).divide(common.gcd(d));
    }
    BigDecimal sum = BigDecimal.ZERO;
    for (Map.Entry<Integer, BigDecimal> entry : byDivisor.entrySet()) {
      BigInteger times = common.divide(BigInteger.valueOf(entry.getKey()));
      sum = sum.add(entry.getValue().multiply(new BigDecimal(times)));
    }
    return Money.of(
        currency,
        sum.divide(new BigDecimal(common), currency.getDecimalPlaces(), RoundingMode.HALF_UP));
  }

  /** One minor unit: EUR 0.01, JPY 1. */
  public static Money minorUnit(CurrencyUnit currency) {
    return Money.ofMinor(currency, 1);
  }

  /**
   * A quotient, half up to the minor unit, rounded once: 1,500.00 × 2 by 7 is EUR 428.57.
   *
   * @throws ArithmeticException if the divisor is 0
   */
  public static Money quotient(CurrencyUnit currency, BigDecimal dividend, BigDecimal divisor) {
    return Money.of(
        currency, dividend.divide(divisor, currency.getDecimalPlaces(), RoundingMode.HALF_UP));
  }

  /**
   * A square root, exactly rounded half up to so many decimals: of 2 to 2 decimals it is 1.41.
   *
   * @throws IllegalArgumentException if the square is below 0
   */
  public static BigDecimal squareRoot(BigDecimal square, int decimals) {
    if (square.signum() < 0) {
      throw new IllegalArgumentException("square " + square.toPlainString() + " is below 0");
    }
    // floor(2r) of the root r in the last place, found among whole numbers; then half up is exact.
    BigInteger doubled =
        square
            .scaleByPowerOfTen(2 * decimals)
            .multiply(BigDecimal.valueOf(4))
            .toBigInteger()
            .sqrt();
    return new BigDecimal(doubled.add(BigInteger.ONE).shiftRight(1), decimals);
  }
}
