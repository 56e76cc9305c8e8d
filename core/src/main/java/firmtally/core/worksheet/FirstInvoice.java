package firmtally.core.worksheet;

import firmtally.core.money.Percent;
import java.util.List;
import org.joda.money.Money;

/**
 * What is invoiced first: the one-off lines and one charge of each recurring line.
 *
 * @param taxes one entry per tax percent among the counted lines, rising
 * @param total net and tax
 */
public record FirstInvoice(Money net, List<TaxLine> taxes, Money tax, Money total) {
  /** Tax of one percent: {@code tax = round(base × percent/100)}, once per entry. */
  public record TaxLine(Percent percent, Money base, Money tax) {}
}
