package firmtally.core.worksheet;

import firmtally.core.money.Percent;
import firmtally.core.money.Rounding;
import firmtally.core.pricing.PriceFound;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * A line worked out. A recurring line's amounts are for one charge.
 *
 * @param price the price found, also where the rep set their own
 * @param gross quantity × the price found, half up to the minor unit
 * @param net gross less what is given on the line; 0 for a gift
 * @param documentShare the line's part of the document discount
 * @param cost quantity × unit cost, half up to the minor unit
 */
public record LineTally(
    Line line, PriceFound price, Money gross, Money net, Money documentShare, Money cost) {
  /**
   * {@code round(quantity × listUnit)}, half up to the minor unit: what a period of it costs by the
   * list, whatever price was found. 3 scales of 129.00 are 387.00.
   */
  public Money listed() {
    CurrencyUnit currency = gross.getCurrencyUnit();
    return Money.of(
        currency, Rounding.number(currency, line.item().listPrice().times(line.quantity())));
  }

  /** {@code gross − net}; below 0 where the rep charges more than was found. */
  public Money discount() {
    return gross.minus(net);
  }

  /** {@code net − documentShare}: what the customer pays. */
  public Money finalAmount() {
    return documentShare.isZero() ? net : net.minus(documentShare);
  }

  /**
   * {@code final × periods}: what the customer pays over the term, document discount taken off.
   * 30.00 every month for 12 months is 360.00; of what is paid once, its final.
   */
  public Money overTerm() {
    return finalAmount().multipliedBy(line.periods());
  }

  /** {@code final − cost}. */
  public Money margin() {
    return finalAmount().minus(cost);
  }

  /** Margin of final, 2 decimals half up; empty when final is 0. */
  public Optional<Percent> marginPercent() {
    return Percent.ratio(margin().getAmount(), finalAmount().getAmount());
  }

  /**
   * All that is given, line and document, of the gross; 2 decimals half up; empty when gross is 0.
   */
  public Optional<Percent> discountPercent() {
    return Percent.ratio(gross.minus(finalAmount()).getAmount(), gross.getAmount());
  }

  /** {@code final / everyMonths}, half up to the minor unit; empty for a one-off line. */
  public Optional<Money> monthly() {
    return line.recurring()
        .map(
            plan ->
                Rounding.sumOfQuotients(
                    gross.getCurrencyUnit(),
                    Map.of(plan.everyMonths(), finalAmount().getAmount())));
  }

  /** Whether the line is part of the totals and not given free. */
  public boolean isSold() {
    return line.counted() && !line.gift();
  }

  LineTally withDocumentShare(Money share) {
    return new LineTally(line, price, gross, net, share, cost);
  }
}
