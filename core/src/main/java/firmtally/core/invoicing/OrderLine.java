package firmtally.core.invoicing;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.Texts;
import org.joda.money.Money;

/**
 * A line of an order, to be charged in one or several parts.
 *
 * @param id unique in its order
 * @param quantity above 0
 * @param net what the whole quantity comes to without tax, 0 or more
 * @param tax from 0 to 100 %
 */
public record OrderLine(String id, Quantity quantity, Money net, Percent tax) {
  public OrderLine {
    Texts.notEmpty("line id", id);
    quantity.positive();
    if (net.isNegative()) {
      throw new IllegalArgumentException("net " + net + " is below 0");
    }
    tax.within("taxPercent", Percent.ZERO, Percent.HUNDRED);
  }
}
