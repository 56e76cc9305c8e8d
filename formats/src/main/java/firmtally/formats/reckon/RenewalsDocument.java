package firmtally.formats.reckon;

import static firmtally.formats.reckon.Values.text;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.renewal.NextTerm;
import firmtally.core.renewal.RunningTerm;
import firmtally.core.working.Working;
import firmtally.formats.json.Fields;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** {@code firm-tally/renewals/1}: the question read, the answer rendered. */
final class RenewalsDocument {
  /** An agreement, the name it is answered by, and its next term. */
  private record Agreement(String ref, RunningTerm term, NextTerm next) {}

  private record LineDraft(
      Fields fields,
      Optional<String> id,
      Optional<Quantity> quantity,
      Optional<UnitPrice> unitNet,
      Optional<Integer> everyMonths) {
    RunningTerm.PlanLine line() {
      return new RunningTerm.PlanLine(
          id.orElseThrow(),
          quantity.orElseThrow(),
          unitNet.orElseThrow(),
          everyMonths.orElseThrow());
    }
  }

  private final Question question;

  RenewalsDocument(Question question) {
    this.question = question;
  }

  /** Empty when there is any problem. */
  Optional<Reply> reply() {
    return read().map(all -> new Reply(answer(all), () -> workings(all)));
  }

  private static List<Working> workings(List<Agreement> agreements) {
    List<Working> all = new ArrayList<>();
    for (int i = 0; i < agreements.size(); i++) {
      Agreement agreement = agreements.get(i);
      all.addAll(agreement.next().workings("agreements[" + i + "].", agreement.term()));
    }
    return all;
  }

  private Optional<List<Agreement>> read() {
    question.readCurrency();
    question.fields().require("agreements");
    Optional<List<Optional<Agreement>>> agreements =
        question.fields().list("agreements", this::agreement);
    question.fields().done();
    if (!question.problems().isEmpty()) {
      return Optional.empty();
    }
    return agreements.map(list -> list.stream().map(Optional::orElseThrow).toList());
  }

  private Optional<Agreement> agreement(Fields agreement) {
    agreement.require("ref", "start", "termMonths", "lines");
    Optional<String> ref = agreement.text("ref");
    Optional<LocalDate> start = agreement.date("start");
    Optional<Integer> term = Plans.months(agreement, "termMonths");
    Optional<Integer> notice = agreement.whole("noticeMonths", 0, Plans.MOST_MONTHS);
    Optional<Percent> uplift =
        Question.percent(
            agreement, "upliftPercent", RunningTerm.LEAST_UPLIFT, RunningTerm.MOST_UPLIFT);
    List<Optional<LineDraft>> lines =
        agreement.list("lines", RenewalsDocument::line).orElse(List.of());
    Question.unique(lines, "id", LineDraft::id, LineDraft::fields);
    Plans.checkMultiples(term, lines, LineDraft::everyMonths, LineDraft::fields);
    if (!question.problems().isEmpty()) {
      return Optional.empty();
    }
    RunningTerm running =
        new RunningTerm(
            question.currency(),
            start.orElseThrow(),
            term.orElseThrow(),
            notice.orElse(1),
            uplift.orElse(Percent.ZERO),
            lines.stream().map(line -> line.orElseThrow().line()).toList());
    return Optional.of(new Agreement(ref.orElseThrow(), running, running.next()));
  }

  private static Optional<LineDraft> line(Fields line) {
    line.require("id", "quantity", "unitNet", "everyMonths");
    return Optional.of(
        new LineDraft(
            line,
            line.text("id"),
            line.decimal("quantity", number -> Quantity.of(number).positive()),
            line.decimal("unitNet", UnitPrice::of),
            Plans.months(line, "everyMonths")));
  }

  private static Map<String, Object> answer(List<Agreement> agreements) {
    return Values.map("agreements", agreements.stream().map(RenewalsDocument::answer).toList());
  }

  private static Map<String, Object> answer(Agreement agreement) {
    NextTerm next = agreement.next();
    return Values.map(
        "ref", agreement.ref(),
        "end", next.end().toString(),
        "renewalStart", next.renewalStart().toString(),
        "callOn", next.callOn().toString(),
        "before", text(next.before()),
        "value", text(next.value()),
        "change", text(next.change()),
        "monthly", text(next.monthly()),
        "lines",
            next.lines().stream()
                .map(
                    line ->
                        Values.map(
                            "id", line.line().id(),
                            "unitNet", text(line.unitNet()),
                            "charge", text(line.charge())))
                .toList());
  }
}
