package firmtally.core.pipeline;

import firmtally.core.money.Percent;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.List;

/**
 * Exact, for some 20 opportunities. They are parted in two halves of some 1,000 totals each, so
 * that the million totals of the whole need never be written down: of each total of the first half
 * it takes one look to see how likely the second half stays within the rest.
 *
 * <p>Where floating point says clearly on which side of a limit the odds are, that is believed;
 * only what is near a limit is worked out in whole numbers. So every answer is the exact one.
 */
final class ExactTotals implements TotalOdds {
  private static final BigInteger WHOLE = BigInteger.valueOf(1_000_000);
  private static final BigInteger HUNDRED = BigInteger.valueOf(100);

  /** Far more than the error of a thousand products and sums of some twenty factors each. */
  private static final double CLEAR = 1e-9;

  private final Half one;
  private final Half other;
  private final BigInteger most;
  private final BigInteger certainty;

  /**
   * @param open uncertain ones only
   */
  ExactTotals(List<OpenOpportunity> open) {
    int middle = open.size() / 2;
    one = Half.of(open.subList(0, middle));
    other = Half.of(open.subList(middle, open.size()));
    most = one.totals[one.totals.length - 1].add(other.totals[other.totals.length - 1]);
    certainty = WHOLE.pow(open.size());
  }

  @Override
  public BigInteger atLeastWithin(int percent) {
    BigInteger wanted = certainty.multiply(BigInteger.valueOf(percent));
    BigInteger low = BigInteger.ZERO;
    BigInteger high = most;
    while (low.compareTo(high) < 0) {
      BigInteger middle = low.add(high).shiftRight(1);
      if (isWithin(middle, percent / 100.0, wanted)) {
        high = middle;
      } else {
        low = middle.add(BigInteger.ONE);
      }
    }
    return low;
  }

  @Override
  public Percent reaching(BigInteger goal) {
    BigInteger reaching = certainty.subtract(within(goal.subtract(BigInteger.ONE)));
    return Percent.ratio(new BigDecimal(reaching), new BigDecimal(certainty)).orElseThrow();
  }

  private boolean isWithin(BigInteger total, double wanted, BigInteger exactly) {
    double nearly = nearly(total);
    return Math.abs(nearly - wanted) > CLEAR
        ? nearly > wanted
        : within(total).multiply(HUNDRED).compareTo(exactly) >= 0;
  }

  /** The odds of the totals up to one, in floating point. */
  private double nearly(BigInteger total) {
    double odds = 0;
    int fitting = other.totals.length;
    for (int i = 0; i < one.totals.length && fitting > 0; i++) {
      BigInteger rest = total.subtract(one.totals[i]);
      while (fitting > 0 && other.totals[fitting - 1].compareTo(rest) > 0) {
        fitting--;
      }
      if (fitting > 0) {
        odds += one.odds[i] * other.oddsUpTo[fitting - 1];
      }
    }
    return odds;
  }

  /** The weight of the totals up to one; all of them weigh {@link #certainty}. */
  private BigInteger within(BigInteger total) {
    BigInteger weight = BigInteger.ZERO;
    int fitting = other.totals.length;
    for (int i = 0; i < one.totals.length; i++) {
      BigInteger rest = total.subtract(one.totals[i]);
      while (fitting > 0 && other.totals[fitting - 1].compareTo(rest) > 0) {
        fitting--;
      }
      if (fitting == 0) {
        break;
      }
      weight = weight.add(one.weights[i].multiply(other.upTo[fitting - 1]));
    }
    return weight;
  }

  /** The totals of one half, rising, with their weights and the weights up to each. */
  private static final class Half {
    private BigInteger[] totals = {BigInteger.ZERO};
    private BigInteger[] weights = {BigInteger.ONE};
    private BigInteger[] upTo;
    private double[] odds = {1};
    private double[] oddsUpTo;

    static Half of(List<OpenOpportunity> open) {
      Half half = new Half();
      open.forEach(half::add);
      half.upTo = new BigInteger[half.weights.length];
      half.oddsUpTo = new double[half.odds.length];
      BigInteger sum = BigInteger.ZERO;
      double oddsSum = 0;
      for (int i = 0; i < half.weights.length; i++) {
        sum = sum.add(half.weights[i]);
        half.upTo[i] = sum;
        oddsSum += half.odds[i];
        half.oddsUpTo[i] = oddsSum;
      }
      return half;
    }

    /** Merges the totals without the opportunity and those with it, both of which rise. */
    private void add(OpenOpportunity opportunity) {
      BigInteger value = Outlook.minor(opportunity.value());
      BigInteger won = BigInteger.valueOf(opportunity.percent().toTenThousandths());
      BigInteger lost = WHOLE.subtract(won);
      int size = totals.length;
      BigInteger[] nextTotals = new BigInteger[2 * size];
      BigInteger[] nextWeights = new BigInteger[2 * size];
      double[] nextOdds = new double[2 * size];
      double chance = won.doubleValue() / WHOLE.doubleValue();
      int without = 0;
      int with = 0;
      while (with < size) {
        BigInteger raised = totals[with].add(value);
        if (without < size && totals[without].compareTo(raised) <= 0) {
          nextTotals[without + with] = totals[without];
          nextWeights[without + with] = weights[without].multiply(lost);
          nextOdds[without + with] = odds[without] * (1 - chance);
          without++;
        } else {
          nextTotals[without + with] = raised;
          nextWeights[without + with] = weights[with].multiply(won);
          nextOdds[without + with] = odds[with] * chance;
          with++;
        }
      }
      totals = nextTotals;
      weights = nextWeights;
      odds = nextOdds;
    }
  }
}
