package firmtally.formats.json;

import firmtally.core.money.Texts;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.time.format.ResolverStyle;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Pattern;

/**
 * The fields of one object. Each is read at most once by name; what is missing, of a wrong type or
 * out of range becomes a problem, and reading goes on. {@link #done} names the fields that nobody
 * asked for.
 */
public final class Fields {
  private static final Pattern DECIMAL = Pattern.compile("-?[0-9]+(\\.[0-9]+)?");
  private static final Pattern WHOLE = Pattern.compile("-?[0-9]+");
  private static final DateTimeFormatter DATE =
      DateTimeFormatter.ofPattern("uuuu-MM-dd").withResolverStyle(ResolverStyle.STRICT);
  private static final Pattern YEAR_MONTH_DAY = Pattern.compile("[0-9]{4}-[0-9]{2}-[0-9]{2}");
  private static final Pattern YEAR_MONTH = Pattern.compile("[0-9]{4}-[0-9]{2}");

  private final Json.Obj object;
  private final String path;
  private final Problems problems;
  private final Set<String> asked = new HashSet<>();

  private Fields(Json.Obj object, String path, Problems problems) {
    this.object = object;
    this.path = path;
    this.problems = problems;
    object.twice().forEach(name -> problems.add(at(name), "the name stands twice"));
  }

  /** The fields of a document. */
  public static Fields of(Json.Obj document, Problems problems) {
    return new Fields(document, "", problems);
  }

  /** The path of a field of this object. */
  public String at(String name) {
    return path.isEmpty() ? name : path + "." + name;
  }

  /** The path of this object. */
  public String path() {
    return path;
  }

  /** Whether a field stands there, whatever its value. */
  public boolean has(String name) {
    return object.members().containsKey(name);
  }

  /**
   * Whether a flag stands there and is not literally false, which is the same as leaving it out.
   */
  public boolean hasAsked(String flag) {
    return has(flag) && !new Json.Bool(false).equals(object.members().get(flag));
  }

  /** Whether a field is a list, whatever its items. */
  public boolean isList(String name) {
    return object.members().get(name) instanceof Json.Arr && !object.twice().contains(name);
  }

  /** A problem at a field that should not come before another, when both could be read. */
  public <T extends Comparable<? super T>> boolean checkOrder(
      String first, Optional<T> from, String last, Optional<T> to) {
    boolean bad = from.isPresent() && to.filter(t -> t.compareTo(from.get()) < 0).isPresent();
    if (bad) {
      refuse(last, last + " " + to.get() + " is before " + first + " " + from.get());
    }
    return !bad;
  }

  /** Names every field that nobody asked for. A mistyped name must not be ignored in silence. */
  public void done() {
    object.members().keySet().stream()
        .filter(name -> !asked.contains(name))
        .forEach(name -> problems.add(at(name), "there is no field of this name"));
  }

  /** A text that is not empty. */
  public Optional<String> text(String name) {
    return field(name)
        .flatMap(
            json -> {
              if (json instanceof Json.Text text && !text.value().isEmpty()) {
                return Optional.of(text.value());
              }
              return wrong(name, json, "a text that is not empty");
            });
  }

  /** True or false. */
  public Optional<Boolean> flag(String name) {
    return field(name)
        .flatMap(
            json ->
                json instanceof Json.Bool bool
                    ? Optional.of(bool.value())
                    : wrong(name, json, "true or false"));
  }

  /** A date written YYYY-MM-DD. */
  public Optional<LocalDate> date(String name) {
    return calendar(
        name,
        YEAR_MONTH_DAY,
        text -> LocalDate.parse(text, DATE),
        "a day of the calendar written YYYY-MM-DD");
  }

  /** A month written YYYY-MM. */
  public Optional<YearMonth> month(String name) {
    return calendar(name, YEAR_MONTH, YearMonth::parse, "a month of the calendar written YYYY-MM");
  }

  private <T> Optional<T> calendar(
      String name, Pattern written, Function<String, T> parse, String wanted) {
    return field(name)
        .flatMap(
            json -> {
              try {
                if (json instanceof Json.Text text && written.matcher(text.value()).matches()) {
                  return Optional.of(parse.apply(text.value()));
                }
                return wrong(name, json, wanted);
              } catch (DateTimeParseException e) {
                return wrong(name, json, wanted);
              }
            });
  }

  /** A decimal text or a whole number, made into a value that may refuse it. */
  public <T> Optional<T> decimal(String name, Function<BigDecimal, T> make) {
    return field(name)
        .flatMap(
            json -> {
              Optional<BigDecimal> number = number(json, DECIMAL);
              if (number.isEmpty()) {
                return wrong(name, json, "a decimal text such as \"12.50\" or a whole number");
              }
              return problems.read(at(name), () -> make.apply(number.get()));
            });
  }

  /** A whole number from {@code least} to {@code most}, as a number or a text. */
  public Optional<Integer> whole(String name, int least, int most) {
    return whole(name).flatMap(number -> inRange(name, number, least, most));
  }

  /** A whole number of 0 or more, however large, as a number or a text. */
  public Optional<BigInteger> count(String name) {
    return whole(name)
        .filter(
            number -> {
              if (number.signum() < 0) {
                problems.add(at(name), name + " " + number + " is below 0");
              }
              return number.signum() >= 0;
            });
  }

  private Optional<BigInteger> whole(String name) {
    return field(name)
        .flatMap(
            json -> {
              Optional<BigDecimal> number = number(json, DECIMAL).filter(Fields::isWhole);
              return number.isEmpty()
                  ? wrong(name, json, "a whole number")
                  : number.map(BigDecimal::toBigInteger);
            });
  }

  private Optional<Integer> inRange(String name, BigInteger number, int least, int most) {
    if (number.compareTo(BigInteger.valueOf(least)) < 0
        || number.compareTo(BigInteger.valueOf(most)) > 0) {
      problems.add(at(name), name + " " + number + " is outside [" + least + ", " + most + "]");
      return Optional.empty();
    }
    return Optional.of(number.intValueExact());
  }

  private static boolean isWhole(BigDecimal number) {
    return number.stripTrailingZeros().scale() <= 0;
  }

  /** One of the constants of an enum, written in small letters with hyphens. */
  public <E extends Enum<E>> Optional<E> word(String name, Class<E> type) {
    return text(name)
        .flatMap(
            word -> {
              for (E constant : type.getEnumConstants()) {
                if (Texts.word(constant).equals(word)) {
                  return Optional.of(constant);
                }
              }
              List<String> words = new ArrayList<>();
              for (E constant : type.getEnumConstants()) {
                words.add(Texts.word(constant));
              }
              problems.add(at(name), name + " \"" + word + "\" is none of " + words);
              return Optional.empty();
            });
  }

  /** An object, read by {@code read} and then checked for unknown fields. */
  public <T> Optional<T> object(String name, Function<Fields, Optional<T>> read) {
    return field(name).flatMap(json -> nested(json, at(name), read));
  }

  /**
   * A list of objects; an item is empty when something in it is not in order. The whole is empty
   * when it is no list.
   */
  public <T> Optional<List<Optional<T>>> list(String name, Function<Fields, Optional<T>> read) {
    return field(name)
        .flatMap(
            json -> {
              if (!(json instanceof Json.Arr list)) {
                return wrong(name, json, "a list");
              }
              List<Optional<T>> items = new ArrayList<>();
              for (int i = 0; i < list.items().size(); i++) {
                items.add(nested(list.items().get(i), at(name) + "[" + i + "]", read));
              }
              return Optional.of(items);
            });
  }

  /** A list of texts that are not empty; one that is not in order is empty here. */
  public Optional<List<Optional<String>>> texts(String name) {
    return field(name)
        .flatMap(
            json -> {
              if (!(json instanceof Json.Arr list)) {
                return wrong(name, json, "a list");
              }
              List<Optional<String>> texts = new ArrayList<>();
              for (int i = 0; i < list.items().size(); i++) {
                texts.add(item(name + "[" + i + "]", list.items().get(i)));
              }
              return Optional.of(texts);
            });
  }

  private Optional<String> item(String name, Json json) {
    return json instanceof Json.Text text && !text.value().isEmpty()
        ? Optional.of(text.value())
        : wrong(name, json, "a text that is not empty");
  }

  /** Notes a missing field as a problem; to be called for the fields that must stand there. */
  public Fields require(String... names) {
    for (String name : names) {
      if (!has(name)) {
        problems.add(at(name), name + " is missing");
      }
    }
    return this;
  }

  /** A problem at this object unless exactly one of the fields stands there. */
  public void exactlyOne(String one, String other) {
    if (has(one) == has(other)) {
      problems.add(path, "give exactly one of " + one + " and " + other);
    }
  }

  /** A problem at this object itself. */
  public void refuse(String message) {
    problems.add(path, message);
  }

  /** A problem at a field of this object. */
  public void refuse(String name, String message) {
    problems.add(at(name), message);
  }

  private <T> Optional<T> nested(Json json, String where, Function<Fields, Optional<T>> read) {
    if (!(json instanceof Json.Obj inner)) {
      problems.add(where, "this is " + json.kind() + ", not an object");
      return Optional.empty();
    }
    Fields fields = new Fields(inner, where, problems);
    Optional<T> value = read.apply(fields);
    fields.done();
    return value;
  }

  /** The raw value; empty when it is missing, or stands twice and so is not in order. */
  private Optional<Json> field(String name) {
    asked.add(name);
    if (object.twice().contains(name)) {
      return Optional.empty();
    }
    return Optional.ofNullable(object.members().get(name));
  }

  private static Optional<BigDecimal> number(Json json, Pattern texts) {
    if (json instanceof Json.Text text && texts.matcher(text.value()).matches()) {
      return Optional.of(new BigDecimal(text.value()));
    }
    if (json instanceof Json.Num num && WHOLE.matcher(num.digits()).matches()) {
      return Optional.of(new BigDecimal(num.digits()));
    }
    return Optional.empty();
  }

  private <T> Optional<T> wrong(String name, Json json, String wanted) {
    problems.add(at(name), name + " is " + describe(json) + ", not " + wanted);
    return Optional.empty();
  }

  private static String describe(Json json) {
    if (json instanceof Json.Text text) {
      return "\"" + text.value() + "\"";
    }
    return json instanceof Json.Num num ? num.digits() : json.kind();
  }
}
