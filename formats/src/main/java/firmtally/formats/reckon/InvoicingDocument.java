package firmtally.formats.reckon;

import static firmtally.formats.reckon.Values.text;

import firmtally.core.invoicing.Ask;
import firmtally.core.invoicing.AskRefusedException;
import firmtally.core.invoicing.Invoicing;
import firmtally.core.invoicing.OrderLine;
import firmtally.core.invoicing.Paper;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.Texts;
import firmtally.formats.json.Fields;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.Money;

/** {@code firm-tally/invoicing/1}: the question read, the answer rendered. */
final class InvoicingDocument {
  private record LineDraft(
      Fields fields,
      Optional<String> id,
      Optional<Quantity> quantity,
      Optional<Money> net,
      Optional<Percent> tax) {
    /** Only to be called when there is no problem. */
    OrderLine line() {
      return new OrderLine(
          id.orElseThrow(), quantity.orElseThrow(), net.orElseThrow(), tax.orElseThrow());
    }
  }

  private final Question question;

  InvoicingDocument(Question question) {
    this.question = question;
  }

  /** Empty when there is any problem. */
  Optional<Reply> reply() {
    question.readCurrency();
    Fields fields = question.fields().require("lines", "asks");
    List<Optional<LineDraft>> drafts = fields.list("lines", this::line).orElse(List.of());
    Question.unique(drafts, "id", LineDraft::id, LineDraft::fields);
    AskReader reader = new AskReader(question);
    List<Optional<AskReader.Draft>> asks = fields.list("asks", reader::read).orElse(List.of());
    fields.done();
    boolean areLinesNamed = fields.isList("lines") && Question.allNamed(drafts, LineDraft::id);
    reader.check(
        asks,
        areLinesNamed
            ? Optional.of(drafts.stream().map(d -> d.get().id().get()).toList())
            : Optional.empty());
    if (question.problems().isAnyAt("currency") || question.problems().isAnyAt("lines")) {
      return Optional.empty();
    }
    List<OrderLine> lines = drafts.stream().map(draft -> draft.orElseThrow().line()).toList();
    return workOut(lines, goodAsks(asks));
  }

  /** The asks before the first that is not in order, so that what they come to is checked too. */
  private List<Ask> goodAsks(List<Optional<AskReader.Draft>> asks) {
    int good = 0;
    if (!question.problems().isEmpty()) {
      while (good < asks.size() && !question.problems().isAnyAt("asks[" + good + "]")) {
        good++;
      }
    } else {
      good = asks.size();
    }
    return asks.subList(0, good).stream().map(ask -> ask.orElseThrow().ask()).toList();
  }

  private Optional<Reply> workOut(List<OrderLine> lines, List<Ask> asks) {
    try {
      Invoicing invoicing = Invoicing.of(question.currency(), lines, asks);
      return question.problems().isEmpty()
          ? Optional.of(new Reply(answer(invoicing), () -> invoicing.workings(lines, asks)))
          : Optional.empty();
    } catch (AskRefusedException refused) {
      refused
          .refusals()
          .forEach(
              refusal ->
                  question
                      .problems()
                      .add("asks[" + refused.ask() + "]." + refusal.at(), refusal.message()));
      return Optional.empty();
    }
  }

  private Optional<LineDraft> line(Fields line) {
    line.require("id", "quantity", "net", "taxPercent");
    return Optional.of(
        new LineDraft(
            line,
            line.text("id"),
            line.decimal("quantity", number -> Quantity.of(number).positive()),
            question.amount(line, "net"),
            Question.percent(line, "taxPercent")));
  }

  private static Map<String, Object> answer(Invoicing invoicing) {
    Invoicing.Totals totals = invoicing.totals();
    return Values.map(
        "documents", invoicing.papers().stream().map(InvoicingDocument::paper).toList(),
        "left",
            invoicing.left().stream()
                .map(
                    left ->
                        Values.map(
                            "line", left.line().id(),
                            "quantity", text(left.quantity()),
                            "net", text(left.net())))
                .toList(),
        "deposits",
            invoicing.deposits().stream()
                .map(
                    open ->
                        Values.map("percent", open.percent().toString(), "base", text(open.base())))
                .toList(),
        "totals",
            Values.map(
                "ordered", text(totals.ordered()),
                "charged", text(totals.charged()),
                "deposits", text(totals.deposits()),
                "left", text(totals.left())));
  }

  private static Map<String, Object> paper(Paper paper) {
    return Values.taxed(
        Values.map(
            "ref", paper.ref(),
            "kind", Texts.word(paper.kind()),
            "lines",
                paper.lines().stream()
                    .map(
                        line ->
                            Values.map(
                                "line", line.line().id(),
                                "quantity", text(line.quantity()),
                                "net", text(line.net())))
                    .toList(),
            "deducted",
                paper.deducted().stream()
                    .map(
                        deducted ->
                            Values.map(
                                "percent", deducted.percent().toString(),
                                "base", text(deducted.base())))
                    .toList()),
        paper.sum());
  }
}
