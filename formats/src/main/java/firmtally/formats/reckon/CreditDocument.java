package firmtally.formats.reckon;

import static firmtally.formats.reckon.Values.text;

import firmtally.core.credit.CreditCheck;
import firmtally.core.credit.CreditFile;
import firmtally.core.money.Percent;
import firmtally.core.money.Texts;
import firmtally.formats.json.Fields;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.Money;

/** {@code firm-tally/credit/1}: the question read, the answer rendered. */
public final class CreditDocument {
  private static final int MOST_DAYS = 36500;

  private record LimitDraft(Fields fields, Optional<LocalDate> from, Optional<Money> amount) {}

  private record Owed(Optional<String> ref, Optional<Money> balance, Optional<LocalDate> day) {}

  private final Question question;
  private final Fields fields;

  CreditDocument(Question question) {
    this.question = question;
    this.fields = question.fields();
  }

  /** Empty when there is any problem. */
  Optional<Reply> reply() {
    return read()
        .map(file -> new Reply(answer(CreditCheck.of(file)), () -> CreditCheck.workings(file)));
  }

  private Optional<CreditFile> read() {
    question.readCurrency();
    fields.require("asOf", "stopped", "limits", "openItems", "orders");
    fields.require("termsDays", "lateDays", "graceDays", "overdueAllowed", "watchPercent");
    Optional<LocalDate> asOf = fields.date("asOf");
    Optional<Boolean> stopped = fields.flag("stopped");
    List<Optional<LimitDraft>> limits = fields.list("limits", this::limit).orElse(List.of());
    List<Optional<Owed>> items = fields.list("openItems", this::openItem).orElse(List.of());
    List<Optional<Owed>> orders = fields.list("orders", this::order).orElse(List.of());
    Optional<Integer> terms = fields.whole("termsDays", 0, MOST_DAYS);
    Optional<Integer> late = fields.whole("lateDays", 0, MOST_DAYS);
    Optional<Integer> grace = fields.whole("graceDays", 0, MOST_DAYS);
    Optional<Money> allowed = question.amount(fields, "overdueAllowed");
    Optional<Percent> watch = Question.percent(fields, "watchPercent");
    Optional<CreditFile.Document> document = fields.object("document", this::document);
    fields.done();
    Question.unique(limits, "from", LimitDraft::from, LimitDraft::fields);
    if (!question.problems().isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
        new CreditFile(
            question.currency(),
            asOf.orElseThrow(),
            stopped.orElseThrow(),
            limits.stream()
                .map(Optional::orElseThrow)
                .map(l -> new CreditFile.Limit(l.from().get(), l.amount().get()))
                .toList(),
            items.stream()
                .map(Optional::orElseThrow)
                .map(o -> new CreditFile.OpenItem(o.ref().get(), o.balance().get(), o.day().get()))
                .toList(),
            orders.stream()
                .map(Optional::orElseThrow)
                .map(o -> new CreditFile.OpenOrder(o.ref().get(), o.balance().get(), o.day().get()))
                .toList(),
            terms.orElseThrow(),
            late.orElseThrow(),
            grace.orElseThrow(),
            allowed.orElseThrow(),
            watch.orElseThrow(),
            document));
  }

  private Optional<LimitDraft> limit(Fields limit) {
    limit.require("from", "amount");
    Optional<LocalDate> from = limit.date("from");
    return Optional.of(new LimitDraft(limit, from, question.amount(limit, "amount")));
  }

  private Optional<Owed> openItem(Fields item) {
    item.require("ref", "balance", "due");
    Optional<Money> balance = question.balance(item, "balance");
    return Optional.of(new Owed(item.text("ref"), balance, item.date("due")));
  }

  private Optional<Owed> order(Fields order) {
    order.require("ref", "balance", "invoiceOn");
    Optional<Money> balance = question.amount(order, "balance");
    return Optional.of(new Owed(order.text("ref"), balance, order.date("invoiceOn")));
  }

  private Optional<CreditFile.Document> document(Fields document) {
    document.require("total");
    Optional<Money> total = question.amount(document, "total");
    Optional<Money> deposit = question.amount(document, "deposit");
    if (total.isPresent() && deposit.filter(d -> d.isGreaterThan(total.get())).isPresent()) {
      document.refuse("deposit", "the deposit is above the total");
      return Optional.empty();
    }
    return total.map(t -> new CreditFile.Document(t, deposit));
  }

  /** The answer as maps, lists and texts. */
  public static Map<String, Object> answer(CreditCheck check) {
    return Values.map(
        "limit", text(check.limit()),
        "exposure", text(check.exposure()),
        "headroom", text(check.headroom()),
        "asked", text(check.asked()),
        "headroomAfter", text(check.headroomAfter()),
        "overdue", text(check.overdue()),
        "oldestOverdueDays", check.oldestOverdueDays(),
        "verdict", Texts.word(check.verdict()),
        "reasons", check.reasons().stream().map(Texts::word).toList(),
        "earliestClear", check.earliestClear().map(LocalDate::toString).orElse(null),
        "timeline",
            check.timeline().stream()
                .map(
                    day ->
                        Values.map(
                            "date", day.date().toString(),
                            "limit", text(day.limit()),
                            "exposure", text(day.exposure())))
                .toList());
  }
}
