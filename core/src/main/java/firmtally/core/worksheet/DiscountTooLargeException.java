package firmtally.core.worksheet;

import org.joda.money.Money;

/** A document discount above the net of the lines that it can be taken off. */
public final class DiscountTooLargeException extends IllegalArgumentException {
  private final transient Money most;

  DiscountTooLargeException(Money amount, Money most) {
    super("documentDiscount.amount " + amount + " is above the one-off net " + most);
    this.most = most;
  }

  /** The largest discount that would be accepted. */
  public Money most() {
    return most;
  }
}
