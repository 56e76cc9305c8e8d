package firmtally.formats.reckon;

import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.Item;
import firmtally.core.worksheet.Alternative;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.Recurring;
import firmtally.core.worksheet.Terms;
import firmtally.formats.json.Fields;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads the lines of a worksheet. */
final class LineReader {
  /**
   * A line as far as it could be read. {@code set} and {@code chosen} are those of its alternative.
   */
  record Draft(
      Fields fields,
      Optional<String> id,
      Optional<String> product,
      Optional<Item> inline,
      Optional<Quantity> quantity,
      Terms terms,
      boolean optional,
      Optional<Choice> choice,
      Optional<Recurring> recurring) {
    /** Only to be called when there is no problem. */
    Line line(Map<String, Item> products) {
      return new Line(
          id.orElseThrow(),
          product.map(products::get).or(() -> inline).orElseThrow(),
          quantity.orElseThrow(),
          terms,
          optional,
          choice.map(c -> new Alternative(c.set().orElseThrow(), c.chosen().orElseThrow())),
          recurring);
    }
  }

  /** An alternative as far as it could be read. */
  record Choice(Fields fields, Optional<String> set, Optional<Boolean> chosen) {}

  private LineReader() {}

  static Optional<Draft> read(Fields line) {
    line.require("id", "quantity").exactlyOne("product", "inline");
    Terms terms = terms(line);
    Optional<Boolean> optional = line.flag("optional");
    if (line.hasAsked("optional") && line.has("alternative")) {
      line.refuse("a line is either optional or an alternative");
    }
    return Optional.of(
        new Draft(
            line,
            line.text("id"),
            line.text("product"),
            line.object("inline", LineReader::inline),
            quantity(line),
            terms,
            optional.orElse(false),
            line.object("alternative", LineReader::choice),
            line.object("recurring", LineReader::recurring)));
  }

  private static Optional<Quantity> quantity(Fields line) {
    return line.decimal("quantity", number -> Quantity.of(number).positive());
  }

  private static Terms terms(Fields line) {
    Optional<Terms> discount = Question.percent(line, "discountPercent").map(Terms.Discount::new);
    Optional<Terms> own = line.decimal("unitPrice", UnitPrice::of).map(Terms.OwnPrice::new);
    boolean gift = line.flag("gift").orElse(false);
    boolean both = line.has("discountPercent") && line.has("unitPrice");
    boolean beside = line.has("discountPercent") || line.has("unitPrice");
    if (both || line.hasAsked("gift") && beside) {
      line.refuse("give at most one of discountPercent, unitPrice and gift");
    }
    return gift ? Terms.GIFT : discount.or(() -> own).orElse(Terms.AS_FOUND);
  }

  private static Optional<Item> inline(Fields inline) {
    return ProductReader.item(inline, Optional.empty());
  }

  private static Optional<Choice> choice(Fields choice) {
    choice.require("set", "chosen");
    return Optional.of(new Choice(choice, choice.text("set"), choice.flag("chosen")));
  }

  private static Optional<Recurring> recurring(Fields plan) {
    plan.require("everyMonths", "termMonths");
    Optional<Integer> every = Plans.months(plan, "everyMonths");
    Optional<Integer> term = Plans.months(plan, "termMonths");
    if (!Plans.isMultiple(term, every)) {
      plan.refuse("termMonths", "termMonths " + term.get() + " is not a multiple of everyMonths");
      return Optional.empty();
    }
    return every.flatMap(e -> term.map(t -> new Recurring(e, t)));
  }

  /**
   * Each set of alternatives has exactly one chosen line; a set with an unreadable choice is not
   * judged.
   */
  static void checkSets(List<Optional<Draft>> lines) {
    Map<String, List<Choice>> sets = new LinkedHashMap<>();
    lines.stream()
        .flatMap(Optional::stream)
        .flatMap(line -> line.choice().stream())
        .forEach(
            choice ->
                choice
                    .set()
                    .ifPresent(s -> sets.computeIfAbsent(s, k -> new ArrayList<>()).add(choice)));
    sets.forEach(LineReader::checkSet);
  }

  private static void checkSet(String set, List<Choice> choices) {
    if (choices.stream().anyMatch(choice -> choice.chosen().isEmpty())) {
      return;
    }
    List<Choice> chosen = choices.stream().filter(choice -> choice.chosen().get()).toList();
    if (chosen.isEmpty()) {
      choices.get(0).fields().refuse("chosen", "no line of the set " + set + " is chosen");
    }
    chosen.stream()
        .skip(1)
        .forEach(c -> c.fields().refuse("chosen", "another line of the set " + set + " is chosen"));
  }
}
