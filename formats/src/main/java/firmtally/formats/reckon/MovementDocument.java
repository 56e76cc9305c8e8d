package firmtally.formats.reckon;

import static firmtally.formats.reckon.Values.text;

import firmtally.core.money.Percent;
import firmtally.core.pipeline.Movement;
import firmtally.core.pipeline.PipelineState;
import firmtally.formats.json.Fields;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joda.money.Money;

/** {@code firm-tally/movement/1}: the question read, the answer rendered. */
final class MovementDocument {
  private record Draft(
      Fields fields,
      Optional<String> ref,
      Optional<Money> value,
      Optional<Percent> percent,
      Optional<LocalDate> close,
      Optional<PipelineState.Status> state) {
    /** Only to be called when there is no problem. */
    PipelineState at() {
      return new PipelineState(
          ref.orElseThrow(),
          value.orElseThrow(),
          percent.orElseThrow(),
          close.orElseThrow(),
          state.orElse(PipelineState.Status.OPEN));
    }
  }

  private record PeriodDraft(Optional<LocalDate> from, Optional<LocalDate> to) {}

  private final Question question;

  MovementDocument(Question question) {
    this.question = question;
  }

  /** Empty when there is any problem. */
  Optional<Reply> reply() {
    question.readCurrency();
    Fields fields = question.fields().require("period", "before", "after");
    Optional<PeriodDraft> draft = fields.object("period", MovementDocument::period);
    List<Optional<Draft>> before = fields.list("before", this::open).orElse(List.of());
    Optional<List<Optional<Draft>>> after = fields.list("after", this::now);
    fields.done();
    Question.unique(before, "ref", Draft::ref, Draft::fields);
    after.ifPresent(list -> Question.unique(list, "ref", Draft::ref, Draft::fields));
    after
        .filter(list -> Question.allNamed(list, Draft::ref))
        .ifPresent(list -> checkStillThere(before, list));
    if (!question.problems().isEmpty()) {
      return Optional.empty();
    }
    Movement.Period period =
        new Movement.Period(
            draft.orElseThrow().from().orElseThrow(), draft.orElseThrow().to().orElseThrow());
    List<PipelineState> was = states(before);
    List<PipelineState> is = states(after.orElseThrow());
    Movement movement = Movement.of(question.currency(), period, was, is);
    return Optional.of(new Reply(answer(movement), () -> movement.workings(period, was, is)));
  }

  private static Optional<PeriodDraft> period(Fields period) {
    period.require("from", "to");
    Optional<LocalDate> from = period.date("from");
    Optional<LocalDate> to = period.date("to");
    period.checkOrder("from", from, "to", to);
    return Optional.of(new PeriodDraft(from, to));
  }

  private Optional<Draft> open(Fields opportunity) {
    return draft(opportunity, Optional.empty());
  }

  private Optional<Draft> now(Fields opportunity) {
    opportunity.require("state");
    return draft(opportunity, opportunity.word("state", PipelineState.Status.class));
  }

  private Optional<Draft> draft(Fields opportunity, Optional<PipelineState.Status> state) {
    opportunity.require("ref", "value", "percent", "close");
    return Optional.of(
        new Draft(
            opportunity,
            opportunity.text("ref"),
            question.amount(opportunity, "value"),
            Question.percent(opportunity, "percent"),
            opportunity.date("close"),
            state));
  }

  private static void checkStillThere(List<Optional<Draft>> before, List<Optional<Draft>> after) {
    Set<String> known = new HashSet<>();
    after.forEach(draft -> known.add(draft.get().ref().get()));
    before.stream()
        .flatMap(Optional::stream)
        .forEach(
            was ->
                was.ref()
                    .filter(ref -> !known.contains(ref))
                    .ifPresent(ref -> was.fields().refuse("ref", "after has no " + ref)));
  }

  private static List<PipelineState> states(List<Optional<Draft>> drafts) {
    return drafts.stream().map(draft -> draft.orElseThrow().at()).toList();
  }

  private static Map<String, Object> answer(Movement movement) {
    return Values.map(
        "weighted", view(movement.weighted()),
        "plain", view(movement.plain()),
        "wonAmount", text(movement.wonAmount()),
        "items",
            movement.items().stream()
                .map(
                    item ->
                        Values.map(
                            "ref", item.ref(),
                            "part", item.part().word(),
                            "before", text(item.before()),
                            "after", text(item.after()),
                            "change", text(item.change())))
                .toList());
  }

  private static Map<String, Object> view(Movement.View view) {
    Map<String, Object> map = Values.map("opening", text(view.opening()));
    for (Movement.Part part : Movement.Part.values()) {
      map.put(part.word(), text(view.parts().get(part)));
    }
    map.put("closing", text(view.closing()));
    return map;
  }
}
