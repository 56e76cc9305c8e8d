package firmtally.core.ordering;

import firmtally.core.money.Quantity;
import firmtally.core.money.Texts;
import firmtally.core.money.UnitPrice;
import org.joda.money.Money;

/**
 * A line as it stood at one step from opportunity to invoice.
 *
 * @param key what it is found again by at the next step
 * @param quantity above 0
 * @param unitPrice the price found, before what was given
 * @param finalAmount what was to be paid, 0 or more
 */
public record VarianceLine(String key, Quantity quantity, UnitPrice unitPrice, Money finalAmount) {
  public VarianceLine {
    Texts.notEmpty("key", key);
    quantity.positive();
    if (finalAmount.isNegative()) {
      throw new IllegalArgumentException("final " + finalAmount + " is below 0");
    }
  }
}
