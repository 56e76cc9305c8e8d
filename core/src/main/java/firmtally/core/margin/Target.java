package firmtally.core.margin;

import firmtally.core.money.Percent;
import org.joda.money.Money;

/** What the rep wants the document to land on. */
public sealed interface Target {
  /** A contract total of 0 or more. */
  record Contract(Money amount) implements Target {
    public Contract {
      if (amount.isNegative()) {
        throw new IllegalArgumentException("target.contract " + amount + " is below 0");
      }
    }
  }

  /** A total of the first invoice with tax, of 0 or more: what the customer says they will pay. */
  record FirstInvoice(Money total) implements Target {
    public FirstInvoice {
      if (total.isNegative()) {
        throw new IllegalArgumentException("target.total " + total + " is below 0");
      }
    }
  }

  /** A margin from 0 to below 100 %. */
  record Margin(Percent percent) implements Target {
    public Margin {
      percent.within("target.marginPercent", Percent.ZERO, Percent.HUNDRED);
      if (percent.equals(Percent.HUNDRED)) {
        throw new IllegalArgumentException("target.marginPercent 100 is not below 100");
      }
    }
  }
}
