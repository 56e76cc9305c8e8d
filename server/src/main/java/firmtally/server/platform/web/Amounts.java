package firmtally.server.platform.web;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** Amounts as people type them. */
public final class Amounts {
  private static final Pattern WRITTEN = Pattern.compile("[0-9]{1,12}(\\.[0-9]{1,10})?");

  private static final Pattern NAMED = Pattern.compile("\\p{Sc}|\\p{L}+");

  /** Five thousand where points part thousands, and five where they begin the decimals. */
  private static final Pattern EITHER = Pattern.compile("[0-9]{1,3}\\.[0-9]{3}");

  /** Signs of currencies; a dollar is any currency whose code ends in a D. */
  private static final Map<String, Predicate<String>> SIGNS =
      Map.of(
          "€",
          "EUR"::equals,
          "£",
          "GBP"::equals,
          "¥",
          code -> code.equals("JPY") || code.equals("CNY"),
          "$",
          code -> code.endsWith("D"));

  private static final int LONGEST = 40;

  private Amounts() {}

  /**
   * Refuses an amount that names another currency: 450 USD are not 450 EUR.
   *
   * @throws IllegalArgumentException naming both
   */
  public static void checkCurrency(CurrencyUnit currency, String typed) {
    if (TypedNumber.isPlain(typed)) {
      return;
    }
    Matcher named = NAMED.matcher(typed);
    while (named.find()) {
      String name = named.group();
      Predicate<String> sign = SIGNS.get(name);
      boolean isOwn =
          sign == null ? name.equalsIgnoreCase(currency.getCode()) : sign.test(currency.getCode());
      if (!isOwn) {
        throw new IllegalArgumentException(
            "Enter an amount in " + currency.getCode() + ", for example 1250.50.");
      }
    }
  }

  /** An amount of a form that must be given; what is wrong with it is noted there. */
  public static Optional<Money> read(Input input, String at, CurrencyUnit currency, String typed) {
    input.text(at, typed, LONGEST);
    return input.value(at, typed, text -> parse(currency, text));
  }

  /**
   * An amount of 0 or more, such as {@code 1250.50}, {@code 1 250,50} or {@code 1,250.50 €}.
   *
   * @throws IllegalArgumentException when it is none, is below 0, has digits that the currency does
   *     not have, or can be read in two ways; {@code 1.250} is 1250 where the company's country
   *     writes so
   */
  public static Money parse(CurrencyUnit currency, String typed) {
    checkCurrency(currency, typed);
    String text = TypedNumber.plain(typed, currency.getDecimalPlaces());
    if (!WRITTEN.matcher(text).matches()) {
      throw new IllegalArgumentException("Enter an amount of 0 or more, for example 1250.50.");
    }
    boolean isEither = currency.getDecimalPlaces() < 3 && EITHER.matcher(typed.strip()).matches();
    if (isEither && Written.writing().group() == '.') {
      return Money.of(currency, new BigDecimal(text.replace(".", "")));
    }
    if (isEither) {
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
