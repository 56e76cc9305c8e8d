package firmtally.core.pipeline;

import firmtally.core.money.Percent;
import firmtally.core.money.Texts;
import org.joda.money.Money;

/**
 * An open opportunity as the outlook sees it: it closes won whole, on its own, with its odds.
 *
 * @param value 0 or more
 * @param percent from 0 to 100 %
 */
public record OpenOpportunity(String ref, Money value, Percent percent) {
  public OpenOpportunity {
    Texts.notEmpty("ref", ref);
    if (value.isNegative()) {
      throw new IllegalArgumentException("value " + value + " is below 0");
    }
    percent.within("percent", Percent.ZERO, Percent.HUNDRED);
  }

  /** Whether it may close either way: it has a value, and its odds are neither 0 nor 100 %. */
  boolean isUncertain() {
    return value.isPositive() && !percent.equals(Percent.ZERO) && !isCertain();
  }

  boolean isCertain() {
    return percent.equals(Percent.HUNDRED);
  }
}
