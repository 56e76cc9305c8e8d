package firmtally.core.money;

import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** Where amounts meet they are of one currency. Unit prices are in that of their document. */
public final class SameCurrency {
  private SameCurrency() {}

  /**
   * The amount itself, when it is in the currency.
   *
   * @throws IllegalArgumentException naming both otherwise: {@code limit USD 5.00 is not in EUR}
   */
  public static Money check(String name, Money amount, CurrencyUnit currency) {
    if (!amount.getCurrencyUnit().equals(currency)) {
      throw new IllegalArgumentException(name + " " + amount + " is not in " + currency);
    }
    return amount;
  }

  /**
   * The amount itself, when it is in the currency and 0 or more.
   *
   * @throws IllegalArgumentException naming it otherwise
   */
  public static Money notBelowZero(String name, Money amount, CurrencyUnit currency) {
    check(name, amount, currency);
    if (amount.isNegative()) {
      throw new IllegalArgumentException(name + " " + amount + " is below 0");
    }
    return amount;
  }
}
