package firmtally.formats.reckon;

import static firmtally.formats.reckon.Values.text;

import firmtally.core.renewal.RecurringBridge;
import firmtally.core.renewal.RecurringStream;
import firmtally.formats.json.Fields;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.Money;

/** {@code firm-tally/bridge/1}: the question read, the answer rendered. */
final class BridgeDocument {
  private final Question question;

  BridgeDocument(Question question) {
    this.question = question;
  }

  /** Empty when there is any problem. */
  Optional<Reply> reply() {
    question.readCurrency();
    Fields fields = question.fields().require("from", "to", "streams");
    Optional<YearMonth> from = fields.month("from");
    Optional<YearMonth> to = fields.month("to");
    List<Optional<RecurringStream>> streams =
        fields.list("streams", this::stream).orElse(List.of());
    fields.done();
    fields.checkOrder("from", from, "to", to);
    if (!question.problems().isEmpty()) {
      return Optional.empty();
    }
    List<RecurringStream> all = streams.stream().map(Optional::orElseThrow).toList();
    RecurringBridge bridge =
        RecurringBridge.of(question.currency(), from.orElseThrow(), to.orElseThrow(), all);
    return Optional.of(new Reply(answer(bridge), () -> bridge.workings(all)));
  }

  private Optional<RecurringStream> stream(Fields stream) {
    stream.require("account", "monthly", "from");
    Optional<String> account = stream.text("account");
    Optional<Money> monthly = question.amount(stream, "monthly");
    Optional<LocalDate> from = stream.date("from");
    Optional<LocalDate> to = stream.date("to");
    if (!stream.checkOrder("from", from, "to", to)) {
      return Optional.empty();
    }
    return account.flatMap(
        a -> monthly.flatMap(m -> from.map(f -> new RecurringStream(a, m, f, to))));
  }

  private static Map<String, Object> answer(RecurringBridge bridge) {
    return Values.map(
        "months", bridge.months().stream().map(BridgeDocument::answer).toList(),
        "retention",
            Values.map(
                "net", text(bridge.retention().net()), "gross", text(bridge.retention().gross())));
  }

  private static Map<String, Object> answer(RecurringBridge.Month month) {
    return Values.map(
        "month", month.month().toString(),
        "opening", text(month.opening()),
        "new", text(month.fresh()),
        "wonBack", text(month.wonBack()),
        "expansion", text(month.expansion()),
        "contraction", text(month.contraction()),
        "lost", text(month.lost()),
        "closing", text(month.closing()));
  }
}
