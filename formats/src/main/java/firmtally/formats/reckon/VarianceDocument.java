package firmtally.formats.reckon;

import static firmtally.formats.reckon.Values.text;

import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.ordering.Variance;
import firmtally.core.ordering.VarianceLine;
import firmtally.formats.json.Fields;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.Money;

/** {@code firm-tally/variance/1}: the question read, the answer rendered. */
final class VarianceDocument {
  private record Draft(
      Fields fields,
      Optional<String> key,
      Optional<Quantity> quantity,
      Optional<UnitPrice> unitPrice,
      Optional<Money> finalAmount) {
    /** Only to be called when there is no problem. */
    VarianceLine line() {
      return new VarianceLine(
          key.orElseThrow(),
          quantity.orElseThrow(),
          unitPrice.orElseThrow(),
          finalAmount.orElseThrow());
    }
  }

  private final Question question;

  VarianceDocument(Question question) {
    this.question = question;
  }

  /** Empty when there is any problem. */
  Optional<Reply> reply() {
    question.readCurrency();
    question.fields().require("before", "after");
    List<Optional<Draft>> before = lines("before");
    List<Optional<Draft>> after = lines("after");
    question.fields().done();
    if (!question.problems().isEmpty()) {
      return Optional.empty();
    }
    List<VarianceLine> was = values(before);
    List<VarianceLine> is = values(after);
    Variance variance = Variance.of(question.currency(), was, is);
    return Optional.of(new Reply(answer(variance), () -> variance.workings(was, is)));
  }

  private List<Optional<Draft>> lines(String name) {
    List<Optional<Draft>> lines = question.fields().list(name, this::line).orElse(List.of());
    Question.unique(lines, "key", Draft::key, Draft::fields);
    return lines;
  }

  private Optional<Draft> line(Fields line) {
    line.require("key", "quantity", "unitPrice", "final");
    return Optional.of(
        new Draft(
            line,
            line.text("key"),
            line.decimal("quantity", number -> Quantity.of(number).positive()),
            line.decimal("unitPrice", UnitPrice::of),
            question.amount(line, "final")));
  }

  private static List<VarianceLine> values(List<Optional<Draft>> drafts) {
    return drafts.stream().map(draft -> draft.orElseThrow().line()).toList();
  }

  private static Map<String, Object> answer(Variance variance) {
    Map<String, Object> totals =
        Values.map("before", text(variance.before()), "after", text(variance.after()));
    totals.putAll(parts(variance.totals()));
    return Values.map(
        "lines", variance.lines().stream().map(VarianceDocument::line).toList(), "totals", totals);
  }

  private static Map<String, Object> line(Variance.Line line) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("key", line.key());
    map.putAll(parts(line.parts()));
    return map;
  }

  private static Map<String, Object> parts(Variance.Parts parts) {
    return Values.map(
        "change", text(parts.change()),
        "quantity", text(parts.quantity()),
        "price", text(parts.price()),
        "discount", text(parts.discount()),
        "added", text(parts.added()),
        "removed", text(parts.removed()));
  }
}
