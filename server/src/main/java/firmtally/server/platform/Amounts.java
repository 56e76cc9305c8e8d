package firmtally.server.platform;

import firmtally.core.money.UnitPrice;
import java.math.BigDecimal;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** Amounts as people type them. */
public final class Amounts {
  private Amounts() {}

  /**
   * An amount of 0 or more, such as {@code 1250.50}.
   *
   * @throws IllegalArgumentException when it is none, is below 0, or has digits that the currency
   *     does not have
   */
  public static Money parse(CurrencyUnit currency, String text) {
    BigDecimal number = new BigDecimal(UnitPrice.parse(text).toString());
    if (number.stripTrailingZeros().scale() > currency.getDecimalPlaces()) {
      throw new IllegalArgumentException(
          "amount "
              + text
              + " has more than "
              + currency.getDecimalPlaces()
              + " decimals, which "
              + currency
              + " does not have");
    }
    Money amount = Money.of(currency, number);
    if (amount.isNegative()) {
      throw new IllegalArgumentException("amount " + text + " is below 0");
    }
    return amount;
  }
}
