package firmtally.core.worksheet;

import firmtally.core.money.Percent;
import org.joda.money.Money;

/** A discount on the whole document, shared out over its lines. */
public sealed interface DocumentDiscount {
  /** From 0 to 100 % off every counted line that is not a gift. */
  record OfPercent(Percent percent) implements DocumentDiscount {
    public OfPercent {
      percent.within("documentDiscount.percent", Percent.ZERO, Percent.HUNDRED);
    }
  }

  /** An amount of 0 or more off the counted one-off lines that are not gifts; at most their net. */
  record OfAmount(Money amount) implements DocumentDiscount {
    public OfAmount {
      if (amount.isNegative()) {
        throw new IllegalArgumentException("documentDiscount.amount " + amount + " is below 0");
      }
    }
  }
}
