package firmtally.core.renewal;

import firmtally.core.money.Percent;
import firmtally.core.money.UnitPrice;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Optional;

/**
 * How the price of a unit changes for the next term: by a percent, or to what it would be found at
 * today; never more than a cap and never less than a floor, both in percent of the price agreed.
 *
 * <p>Example: 9.95 by 4 % is 10.348, in steps of 0.05 it is 10.35. With a cap of 3.9 % it is at
 * most 10.33805, and the largest step below that is 10.30.
 *
 * @param percent from −100 to 1000; empty for the price of today
 * @param cap at most so much more, from −100 to 1000 %
 * @param floor at least so much more, from −100 %, not above the cap
 * @param step to whose multiples it is rounded, above 0; empty for 4 decimals
 */
public record PriceRise(
    Optional<Percent> percent,
    Optional<Percent> cap,
    Optional<Percent> floor,
    Optional<UnitPrice> step) {
  public PriceRise {
    percent.ifPresent(p -> p.within("percent", RunningTerm.LEAST_UPLIFT, RunningTerm.MOST_UPLIFT));
    cap.ifPresent(p -> p.within("cap", RunningTerm.LEAST_UPLIFT, RunningTerm.MOST_UPLIFT));
    floor.ifPresent(p -> p.within("floor", RunningTerm.LEAST_UPLIFT, RunningTerm.MOST_UPLIFT));
    if (cap.isPresent() && floor.filter(p -> p.compareTo(cap.get()) > 0).isPresent()) {
      throw new IllegalArgumentException("floor " + floor.get() + " is above cap " + cap.get());
    }
    if (step.filter(UnitPrice.ZERO::equals).isPresent()) {
      throw new IllegalArgumentException("step 0 is not above 0");
    }
  }

  /** By a percent, and nothing else: {@code by(Percent.parse("4"))}. */
  public static PriceRise by(Percent percent) {
    return new PriceRise(
        Optional.of(percent), Optional.empty(), Optional.empty(), Optional.empty());
  }

  /**
   * The price of the next term. It is rounded half up to a multiple of the step; where that leaves
   * the bounds, to the nearest multiple within them, and where there is none, to the bound itself.
   *
   * @param agreed the price of the running term
   * @param today what it would be found at today; used where no percent is given
   */
  public UnitPrice of(UnitPrice agreed, UnitPrice today) {
    UnitPrice least = floor.map(agreed::raised).orElse(UnitPrice.ZERO);
    UnitPrice wanted = percent.map(agreed::raised).orElse(today);
    UnitPrice bounded = wanted.compareTo(least) < 0 ? least : wanted;
    Optional<UnitPrice> most = cap.map(agreed::raised);
    if (most.filter(m -> bounded.compareTo(m) > 0).isPresent()) {
      return stepped(most.get(), least, most);
    }
    return stepped(bounded, least, most);
  }

  private UnitPrice stepped(UnitPrice price, UnitPrice least, Optional<UnitPrice> most) {
    if (step.isEmpty()) {
      return price;
    }
    UnitPrice rounded = price.roundedTo(step.get());
    if (most.filter(m -> rounded.compareTo(m) > 0).isPresent()) {
      UnitPrice below = multiple(most.get(), RoundingMode.FLOOR);
      return below.compareTo(least) < 0 ? price : below;
    }
    if (rounded.compareTo(least) < 0) {
      UnitPrice above = multiple(least, RoundingMode.CEILING);
      return most.filter(m -> above.compareTo(m) > 0).isPresent() ? price : above;
    }
    return rounded;
  }

  private UnitPrice multiple(UnitPrice of, RoundingMode mode) {
    BigDecimal unit = step.orElseThrow().value();
    return UnitPrice.of(of.value().divide(unit, 0, mode).multiply(unit));
  }
}
