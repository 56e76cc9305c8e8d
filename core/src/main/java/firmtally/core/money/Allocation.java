package firmtally.core.money;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** Splits an amount so that the parts sum to the whole. */
public final class Allocation {
  private Allocation() {}

  /**
   * Splits {@code total} in proportion to {@code weights}: exact shares, cut down to the minor
   * unit; the units left go one each to the largest cut-off parts, the earlier on a tie. EUR 1.00
   * over three equal weights is 0.34, 0.33, 0.33.
   *
   * @param total 0 or more
   * @param weights 0 or more each, of the same currency
   * @return a part for each weight, in their order; all 0 when the total is
   * @throws IllegalArgumentException if the total is below 0, or above 0 while the weights sum to 0
   */
  public static List<Money> byWeight(Money total, List<Money> weights) {
    CurrencyUnit currency = total.getCurrencyUnit();
    if (total.isNegative()) {
      throw new IllegalArgumentException("total " + total + " is below 0");
    }
    if (total.isZero()) {
      return weights.stream().map(weight -> Money.zero(currency)).toList();
    }
    BigInteger units = minor(total);
    BigInteger whole =
        weights.stream().map(Allocation::minor).reduce(BigInteger.ZERO, BigInteger::add);
    if (whole.signum() <= 0) {
      throw new IllegalArgumentException(
          "total " + total + " cannot be split by weights that sum to 0");
    }
    List<BigInteger[]> shares = new ArrayList<>();
    BigInteger given = BigInteger.ZERO;
    for (Money weight : weights) {
      BigInteger[] share = units.multiply(minor(weight)).divideAndRemainder(whole);
      given = given.add(share[0]);
      shares.add(share);
    }
    largestRemainders(shares, units.subtract(given).intValueExact())
        .forEach(i -> shares.get(i)[0] = shares.get(i)[0].add(BigInteger.ONE));
    return shares.stream().map(share -> money(currency, share[0])).toList();
  }

  /** The sort is stable, so that the earlier of equal remainders comes first. */
  private static List<Integer> largestRemainders(List<BigInteger[]> shares, int count) {
    return IntStream.range(0, shares.size())
        .boxed()
        .sorted(Comparator.comparing((Integer i) -> shares.get(i)[1]).reversed())
        .limit(count)
        .toList();
  }

  private static BigInteger minor(Money amount) {
    return amount.getAmount().unscaledValue();
  }

  private static Money money(CurrencyUnit currency, BigInteger minor) {
    return Money.of(currency, new BigDecimal(minor, currency.getDecimalPlaces()));
  }
}
