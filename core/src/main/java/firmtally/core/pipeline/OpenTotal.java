package firmtally.core.pipeline;

import firmtally.core.money.Rounding;
import java.math.BigDecimal;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * What several open opportunities come to.
 *
 * <p>Example: 1,000.00 at 50 % and 333.33 at 33.3333 % come to 1,333.33, weighted 611.11.
 *
 * @param value Σ value
 * @param weighted Σ value × odds, exact and rounded once, half up to the minor unit
 */
public record OpenTotal(int count, Money value, Money weighted) {
  /** Adds opportunities up; none come to 0. */
  public static OpenTotal of(CurrencyUnit currency, List<OpenOpportunity> open) {
    Money value = Money.zero(currency);
    BigDecimal weighted = BigDecimal.ZERO;
    for (OpenOpportunity opportunity : open) {
      value = value.plus(opportunity.value());
      weighted =
          weighted.add(opportunity.value().getAmount().multiply(opportunity.percent().fraction()));
    }
    return new OpenTotal(open.size(), value, Rounding.amount(currency, weighted));
  }
}
