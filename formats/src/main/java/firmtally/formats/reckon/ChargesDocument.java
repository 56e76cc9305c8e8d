package firmtally.formats.reckon;

import static firmtally.formats.reckon.Values.text;

import firmtally.core.money.Percent;
import firmtally.core.renewal.ChargeCalendar;
import firmtally.core.renewal.RecurringAgreement;
import firmtally.formats.json.Fields;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.Money;

/** {@code firm-tally/charges/1}: the question read, the answer rendered. */
final class ChargesDocument {
  private record Draft(
      Fields fields,
      Optional<String> ref,
      Optional<LocalDate> start,
      Optional<Integer> termMonths,
      Optional<LocalDate> endsOn,
      boolean inAdvance,
      List<Optional<LineDraft>> lines) {
    /** Only to be called when there is no problem. */
    RecurringAgreement agreement() {
      return new RecurringAgreement(
          ref.orElseThrow(),
          start.orElseThrow(),
          termMonths.orElseThrow(),
          endsOn,
          inAdvance,
          lines.stream().map(line -> line.orElseThrow().line()).toList());
    }
  }

  private record LineDraft(
      Fields fields,
      Optional<String> id,
      Optional<Money> charge,
      Optional<Integer> everyMonths,
      Optional<Percent> tax) {
    RecurringAgreement.ChargeLine line() {
      return new RecurringAgreement.ChargeLine(
          id.orElseThrow(), charge.orElseThrow(), everyMonths.orElseThrow(), tax.orElseThrow());
    }
  }

  private final Question question;

  ChargesDocument(Question question) {
    this.question = question;
  }

  /** Empty when there is any problem. */
  Optional<Reply> reply() {
    question.readCurrency();
    Fields fields = question.fields().require("from", "to", "agreements");
    Optional<LocalDate> from = fields.date("from");
    Optional<LocalDate> to = fields.date("to");
    List<Optional<Draft>> agreements = fields.list("agreements", this::agreement).orElse(List.of());
    fields.done();
    fields.checkOrder("from", from, "to", to);
    Question.unique(agreements, "ref", Draft::ref, Draft::fields);
    if (!question.problems().isEmpty()) {
      return Optional.empty();
    }
    ChargeCalendar calendar =
        ChargeCalendar.of(
            question.currency(),
            from.orElseThrow(),
            to.orElseThrow(),
            agreements.stream().map(draft -> draft.orElseThrow().agreement()).toList());
    return Optional.of(new Reply(answer(calendar), calendar::workings));
  }

  private Optional<Draft> agreement(Fields agreement) {
    agreement.require("ref", "start", "termMonths", "lines");
    Optional<LocalDate> start = agreement.date("start");
    Optional<Integer> term = Plans.months(agreement, "termMonths");
    Optional<LocalDate> endsOn = agreement.date("endsOn");
    agreement.checkOrder("start", start, "endsOn", endsOn);
    List<Optional<LineDraft>> lines = agreement.list("lines", this::line).orElse(List.of());
    Question.unique(lines, "id", LineDraft::id, LineDraft::fields);
    Plans.checkMultiples(term, lines, LineDraft::everyMonths, LineDraft::fields);
    return Optional.of(
        new Draft(
            agreement,
            agreement.text("ref"),
            start,
            term,
            endsOn,
            agreement.flag("inAdvance").orElse(true),
            lines));
  }

  private Optional<LineDraft> line(Fields line) {
    line.require("id", "charge", "everyMonths", "taxPercent");
    return Optional.of(
        new LineDraft(
            line,
            line.text("id"),
            question.amount(line, "charge"),
            Plans.months(line, "everyMonths"),
            Question.percent(line, "taxPercent")));
  }

  private static Map<String, Object> answer(ChargeCalendar calendar) {
    return Values.map(
        "charges", calendar.charges().stream().map(ChargesDocument::charge).toList(),
        "invoices", calendar.invoices().stream().map(ChargesDocument::invoice).toList(),
        "months",
            calendar.months().stream()
                .map(
                    month ->
                        Values.map("month", month.month().toString(), "net", text(month.net())))
                .toList());
  }

  private static Map<String, Object> charge(ChargeCalendar.Charge charge) {
    return Values.map(
        "on", charge.on(),
        "agreement", charge.agreement().ref(),
        "line", charge.line().id(),
        "from", charge.from(),
        "to", charge.to(),
        "net", text(charge.net()));
  }

  private static Map<String, Object> invoice(ChargeCalendar.AgreementInvoice invoice) {
    return Values.taxed(
        Values.map("on", invoice.on(), "agreement", invoice.agreement()), invoice.sum());
  }
}
