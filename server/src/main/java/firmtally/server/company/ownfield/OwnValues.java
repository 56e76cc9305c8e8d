package firmtally.server.company.ownfield;

import firmtally.server.platform.web.Amounts;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.TypedNumber;
import java.math.BigDecimal;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;

/** Reads what is entered in own fields. */
final class OwnValues {
  private static final int LONGEST = 400;
  private static final int SCALE = 4;
  private static final BigDecimal MOST = BigDecimal.valueOf(100_000_000_000L);
  private static final Set<String> YES_NO = Set.of("yes", "no");
  private final CurrencyUnit currency;
  private final Input input;

  OwnValues(CurrencyUnit currency, Input input) {
    this.currency = currency;
    this.input = input;
  }

  /**
   * A value.
   *
   * @param text as a program reads it
   * @param number in ten-thousandths, of numbers and amounts; else null
   */
  record Value(String text, Long number) {}

  /** What was typed into a field; empty where it is blank, which a required one must not be. */
  Optional<Value> value(OwnField field, String typed) {
    String at = "values." + field.id();
    String text = typed == null ? "" : typed.strip();
    if (text.isEmpty()) {
      if (field.required()) {
        input.refuse(at, "Required.");
      }
      return Optional.empty();
    }
    return switch (field.kind()) {
      case TEXT -> Optional.of(new Value(input.text(at, text, LONGEST), null));
      case NUMBER -> number(at, text);
      case AMOUNT ->
          Amounts.read(input, at, currency, text).flatMap(amount -> scaled(at, amount.getAmount()));
      case DATE -> input.day(at, text).map(day -> new Value(day.toString(), null));
      case CHOICE -> choice(field, at, text);
      case YES_NO -> input.oneOf(at, text, YES_NO).map(word -> new Value(word, null));
    };
  }

  private Optional<Value> choice(OwnField field, String at, String text) {
    Optional<String> found =
        field.choices().stream().filter(choice -> choice.equalsIgnoreCase(text)).findFirst();
    if (found.isEmpty()) {
      input.refuse(at, "Choose one of " + String.join(", ", field.choices()) + ".");
    }
    return found.map(choice -> new Value(choice, null));
  }

  private Optional<Value> number(String at, String text) {
    return input
        .value(at, text, typed -> new BigDecimal(TypedNumber.plain(typed, SCALE)))
        .flatMap(number -> scaled(at, number));
  }

  private Optional<Value> scaled(String at, BigDecimal number) {
    if (number.abs().compareTo(MOST) > 0 || number.stripTrailingZeros().scale() > SCALE) {
      input.refuse(at, "Enter a number with at most 4 decimals, below 100,000,000,000.");
      return Optional.empty();
    }
    return Optional.of(
        new Value(
            number.stripTrailingZeros().toPlainString(),
            number.movePointRight(SCALE).longValueExact()));
  }
}
