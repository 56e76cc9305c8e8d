package firmtally.formats.reckon;

import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.formats.json.Fields;
import firmtally.formats.json.Problems;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** One document being read: its fields, its currency and the problems found so far. */
final class Question {
  /**
   * Stands in while the currency of the document is unknown: its amounts are then judged by their
   * range and not by their decimals, and nothing is ever worked out in it.
   */
  private static final CurrencyUnit UNJUDGED =
      CurrencyUnit.registerCurrency("ZZZ", -1, 30, List.of(), true);

  private final Fields fields;
  private final Problems problems;
  private CurrencyUnit currency = UNJUDGED;

  private Question(Fields fields, Problems problems) {
    this.fields = fields;
    this.problems = problems;
  }

  /** A whole document, which names its format. */
  static Question document(Fields fields, Problems problems) {
    fields.text("format");
    return new Question(fields, problems);
  }

  /** A part of a document that is a question of its own, with its own currency. */
  static Question part(Fields fields, Problems problems) {
    return new Question(fields, problems);
  }

  Fields fields() {
    return fields;
  }

  Problems problems() {
    return problems;
  }

  CurrencyUnit currency() {
    return currency;
  }

  /** The currency, when it could be read. */
  Optional<CurrencyUnit> knownCurrency() {
    return Optional.of(currency).filter(unit -> unit != UNJUDGED);
  }

  void readCurrency() {
    fields.require("currency");
    Optional<String> code = fields.text("currency");
    code.flatMap(Currencies::find).ifPresent(unit -> currency = unit);
    if (code.isPresent() && currency == UNJUDGED) {
      fields.refuse(
          "currency", "currency " + code.get() + " is not an active code with minor digits");
    }
  }

  /** An amount of 0 or more. */
  Optional<Money> amount(Fields from, String name) {
    return from.decimal(
        name,
        number -> {
          if (number.signum() < 0) {
            throw new IllegalArgumentException(name + " " + number + " is below 0");
          }
          return money(name, number);
        });
  }

  /** An amount that may be below 0. */
  Optional<Money> balance(Fields from, String name) {
    return from.decimal(name, number -> money(name, number));
  }

  private Money money(String name, BigDecimal number) {
    if (currency == UNJUDGED) {
      return Money.of(currency, number, RoundingMode.DOWN);
    }
    BigDecimal plain = number.stripTrailingZeros();
    if (plain.scale() > currency.getDecimalPlaces()) {
      throw new IllegalArgumentException(
          name
              + " "
              + number
              + " has more decimals than the "
              + currency.getDecimalPlaces()
              + " of "
              + currency);
    }
    return Money.of(currency, plain);
  }

  /** An amount above 0. */
  Optional<Money> amountAboveZero(Fields from, String name) {
    return from.decimal(
        name,
        number -> {
          if (number.signum() <= 0) {
            throw new IllegalArgumentException(name + " " + number + " is not above 0");
          }
          return money(name, number);
        });
  }

  /** A percent from 0 to 100. */
  static Optional<Percent> percent(Fields from, String name) {
    return percent(from, name, Percent.ZERO, Percent.HUNDRED);
  }

  static Optional<Percent> percent(Fields from, String name, Percent least, Percent most) {
    return from.decimal(name, number -> Percent.of(number).within(name, least, most));
  }

  /** A percent from 0 to below 100. */
  static Optional<Percent> percentBelowHundred(Fields from, String name) {
    return from.decimal(
        name,
        number -> {
          Percent percent = Percent.of(number).within(name, Percent.ZERO, Percent.HUNDRED);
          if (percent.equals(Percent.HUNDRED)) {
            throw new IllegalArgumentException(name + " 100 is not below 100");
          }
          return percent;
        });
  }

  /** Whether every item of a list, and its name, could be read: else nobody knows what is none. */
  static <T> boolean allNamed(List<Optional<T>> items, Function<T, Optional<String>> name) {
    return items.stream().allMatch(item -> item.flatMap(name).isPresent());
  }

  /** A problem at the later one's field wherever a value stands twice. */
  static <T> void unique(
      List<Optional<T>> items,
      String name,
      Function<T, Optional<?>> value,
      Function<T, Fields> of) {
    Set<Object> seen = new HashSet<>();
    for (Optional<T> item : items) {
      item.ifPresent(
          i ->
              value
                  .apply(i)
                  .filter(v -> !seen.add(v))
                  .ifPresent(v -> of.apply(i).refuse(name, name + " " + v + " stands twice")));
    }
  }
}
