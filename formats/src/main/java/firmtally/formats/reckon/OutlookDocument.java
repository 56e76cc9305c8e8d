package firmtally.formats.reckon;

import static firmtally.formats.reckon.Values.text;

import firmtally.core.money.Percent;
import firmtally.core.pipeline.OpenOpportunity;
import firmtally.core.pipeline.Outlook;
import firmtally.formats.json.Fields;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.Money;

/** {@code firm-tally/outlook/1}: the question read, the answer rendered. */
final class OutlookDocument {
  private final Question question;

  OutlookDocument(Question question) {
    this.question = question;
  }

  /** Empty when there is any problem. */
  Optional<Reply> reply() {
    question.readCurrency();
    Fields fields = question.fields().require("won", "open");
    Optional<Money> goal = question.amount(fields, "goal");
    Optional<Money> won = question.amount(fields, "won");
    List<Optional<OpenOpportunity>> open = fields.list("open", this::open).orElse(List.of());
    fields.done();
    if (!question.problems().isEmpty()) {
      return Optional.empty();
    }
    List<OpenOpportunity> all = open.stream().map(Optional::orElseThrow).toList();
    Outlook outlook = Outlook.of(question.currency(), goal, won.orElseThrow(), all);
    return Optional.of(
        new Reply(
            answer(outlook), () -> outlook.workings(question.currency(), goal, won.get(), all)));
  }

  private Optional<OpenOpportunity> open(Fields open) {
    open.require("ref", "value", "percent");
    Optional<String> ref = open.text("ref");
    Optional<Money> value = question.amount(open, "value");
    Optional<Percent> percent = Question.percent(open, "percent");
    return ref.flatMap(r -> value.flatMap(v -> percent.map(p -> new OpenOpportunity(r, v, p))));
  }

  private static Map<String, Object> answer(Outlook outlook) {
    return Values.map(
        "expected", text(outlook.expected()),
        "best", text(outlook.best()),
        "gap", outlook.gap().map(Values::text).orElse(null),
        "deviation", outlook.deviation().getAmount().toPlainString(),
        "low", text(outlook.low()),
        "middle", text(outlook.middle()),
        "high", text(outlook.high()),
        "goalPercent", text(outlook.goalPercent()),
        "closers",
            outlook
                .closers()
                .map(closers -> closers.stream().map(OpenOpportunity::ref).toList())
                .orElse(null));
  }
}
