package firmtally.server.platform.web;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.regex.Pattern;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** Amounts as people type them. */
public final class Amounts {
  private static final Pattern WRITTEN = Pattern.compile("[0-9]{1,12}(\\.[0-9]{1,10})?");

  private Amounts() {}

  /**
   * An amount of 0 or more, such as {@code 1250.50}.
   *
   * @throws IllegalArgumentException when it is none, is below 0, or has digits that the currency
   *     does not have
   */
  public static Money parse(CurrencyUnit currency, String text) {
    if (!WRITTEN.matcher(text).matches()) {
      throw new IllegalArgumentException(
          "amount \"" + text + "\" is not a plain number of 0 or more, such as 1250.50");
    }
    BigDecimal number = new BigDecimal(text);
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
    return Money.of(currency, number, RoundingMode.UNNECESSARY);
  }
}
