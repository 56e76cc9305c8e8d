package firmtally.core.pipeline;

import firmtally.core.money.Percent;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import java.util.Comparator;
import java.util.List;

/**
 * Near, for any number of opportunities: P(total ≥ goal) within 1 point, the rest within 1 % of all
 * values.
 *
 * <p>Those that move the total most are kept as {@link Lumps}, where a single value can still be
 * told. What is left, once it is so many and so even that no single one of them shows, is spread
 * over a {@link Grid}.
 */
final class NearTotals implements TotalOdds {
  /**
   * A sum of independent parts is nowhere further from a bell curve than this times Σ third moments
   * / deviation³ (Berry and Esseen). The grid is much nearer than the bell curve, so a bound of a
   * few points for it is enough.
   */
  private static final double BERRY_ESSEEN = 0.56;

  private static final double EVEN_ENOUGH = 0.03;

  /** So that a tie, exactly 50 % say, is not missed by the last bit of a sum. */
  private static final double HAIR = 1e-9;

  /** An opportunity in minor units. */
  record Part(double value, double odds) {
    double variance() {
      return value * value * odds * (1 - odds);
    }

    double thirdMoment() {
      double lost = 1 - odds;
      return value * value * value * odds * lost * (odds * odds + lost * lost);
    }
  }

  private final Lumps lumps;
  private final Grid grid;

  private NearTotals(Lumps lumps, Grid grid) {
    this.lumps = lumps;
    this.grid = grid;
  }

  /**
   * @param open uncertain ones only
   */
  static NearTotals of(List<OpenOpportunity> open) {
    List<Part> parts =
        open.stream()
            .map(
                o ->
                    new Part(
                        Outlook.minor(o.value()).doubleValue(),
                        o.percent().fraction().doubleValue()))
            .sorted(
                Comparator.comparingDouble(Part::variance)
                    .reversed()
                    .thenComparingDouble(Part::value)
                    .thenComparingDouble(Part::odds))
            .toList();
    BigInteger step =
        open.stream().map(o -> Outlook.minor(o.value())).reduce(BigInteger.ZERO, BigInteger::gcd);
    if (Lumps.fitsSteps(parts, step.doubleValue())) {
      return new NearTotals(Lumps.inSteps(parts, step.doubleValue()), Grid.of(List.of()));
    }
    int single = parts.size() - evenEnough(parts);
    return new NearTotals(
        Lumps.of(parts.subList(0, single)), Grid.of(parts.subList(single, parts.size())));
  }

  /** How many, counted from the least, are together so even that none of them shows. */
  private static int evenEnough(List<Part> parts) {
    double variance = 0;
    double third = 0;
    int even = 0;
    for (int i = parts.size() - 1; i >= 0; i--) {
      variance += parts.get(i).variance();
      third += parts.get(i).thirdMoment();
      if (BERRY_ESSEEN * third / (variance * Math.sqrt(variance)) <= EVEN_ENOUGH) {
        even = parts.size() - i;
      }
    }
    return even;
  }

  @Override
  public BigInteger atLeastWithin(int percent) {
    double wanted = percent / 100.0 - HAIR;
    double found =
        grid.isEmpty()
            ? lumps.firstWithin(wanted)
            : search(wanted, lumps.least() + grid.least(), lumps.most() + grid.most());
    return new BigDecimal(found).setScale(0, RoundingMode.HALF_UP).toBigInteger();
  }

  private double search(double wanted, double from, double to) {
    double low = from;
    double high = to;
    while (high - low > Math.max(0.25, Math.ulp(high))) {
      double middle = low + (high - low) / 2;
      if (within(middle) >= wanted) {
        high = middle;
      } else {
        low = middle;
      }
    }
    return high;
  }

  @Override
  public Percent reaching(BigInteger goal) {
    // Half a unit below, because what lies beside a unit after merging belongs to it.
    double reaching = 1 - within(goal.doubleValue() - 0.5);
    BigDecimal clipped = new BigDecimal(Math.min(1, Math.max(0, reaching)));
    return Percent.ratio(clipped, BigDecimal.ONE).orElseThrow();
  }

  private double within(double total) {
    double sum = 0;
    for (int i = 0; i < lumps.size(); i++) {
      sum += lumps.odds(i) * grid.within(total - lumps.at(i));
    }
    return sum;
  }
}
