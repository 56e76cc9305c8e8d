package firmtally.core.worksheet;

import firmtally.core.money.Percent;
import firmtally.core.money.UnitPrice;

/** What the rep gives on a line: nothing, a percent, a price of their own, or the whole line. */
public sealed interface Terms {
  /** The price found, and nothing more. */
  Terms AS_FOUND = new AsFound();

  /** Given free. It still costs. */
  Terms GIFT = new Gift();

  /** See {@link #AS_FOUND}. */
  record AsFound() implements Terms {}

  /** See {@link #GIFT}. */
  record Gift() implements Terms {}

  /** A percent off the gross, from 0 to 100. */
  record Discount(Percent percent) implements Terms {
    public Discount {
      percent.within("discountPercent", Percent.ZERO, Percent.HUNDRED);
    }
  }

  /** The rep's own price of one unit in place of the one found; it may be above it. */
  record OwnPrice(UnitPrice unitPrice) implements Terms {}
}
