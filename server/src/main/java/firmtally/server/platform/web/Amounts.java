package firmtally.server.platform.web;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.regex.Pattern;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** Amounts as people type them. */
public final class Amounts {
  private static final Pattern WRITTEN = Pattern.compile("[0-9]{1,12}(\\.[0-9]{1,10})?");

  /** Five thousand where points part thousands, and five where they begin the decimals. */
  private static final Pattern EITHER = Pattern.compile("[0-9]{1,3}\\.[0-9]{3}");

  private Amounts() {}

  /**
   * An amount of 0 or more, such as {@code 1250.50}, {@code 1 250,50} or {@code 1,250.50 €}.
   *
   * @throws IllegalArgumentException when it is none, is below 0, has digits that the currency does
   *     not have, or can be read in two ways
   */
  public static Money parse(CurrencyUnit currency, String typed) {
    String text = TypedNumber.plain(typed, currency.getDecimalPlaces());
    if (!WRITTEN.matcher(text).matches()) {
      throw new IllegalArgumentException("Enter an amount of 0 or more, for example 1250.50.");
    }
    if (currency.getDecimalPlaces() < 3 && EITHER.matcher(typed.strip()).matches()) {
      throw TypedNumber.eitherWay(
          typed,
          text.replace(".", ""),
          new BigDecimal(text)
              .setScale(currency.getDecimalPlaces(), RoundingMode.HALF_UP)
              .toPlainString());
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
