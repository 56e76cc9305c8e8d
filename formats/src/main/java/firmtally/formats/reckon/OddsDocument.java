package firmtally.formats.reckon;

import static firmtally.formats.reckon.Values.text;

import firmtally.core.money.Percent;
import firmtally.core.pipeline.ClosedOpportunity;
import firmtally.core.pipeline.StageHistory;
import firmtally.core.pipeline.StageOdds;
import firmtally.formats.json.Fields;
import java.math.BigInteger;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** {@code firm-tally/odds/1}: the question read, the answer rendered. */
final class OddsDocument {
  private record StageDraft(Fields fields, Optional<String> id, Optional<Percent> percent) {}

  private record ClosedDraft(Fields fields, Optional<String> reached, Optional<Boolean> won) {}

  private final Question question;

  OddsDocument(Question question) {
    this.question = question;
  }

  /** Empty when there is any problem. */
  Optional<Reply> reply() {
    Fields fields = question.fields().require("stages", "closed");
    List<Optional<StageDraft>> stages =
        fields.list("stages", OddsDocument::stage).orElse(List.of());
    List<Optional<ClosedDraft>> closed =
        fields.list("closed", OddsDocument::closed).orElse(List.of());
    BigInteger pseudo = fields.count("pseudo").orElse(StageHistory.USUAL_PSEUDO);
    fields.done();
    Question.unique(stages, "id", StageDraft::id, StageDraft::fields);
    checkReached(stages, closed);
    if (!question.problems().isEmpty()) {
      return Optional.empty();
    }
    List<StageHistory> history =
        StageHistory.of(
            stages.stream()
                .map(Optional::orElseThrow)
                .map(s -> new StageOdds(s.id().get(), s.percent().get()))
                .toList(),
            closed.stream()
                .map(Optional::orElseThrow)
                .map(c -> new ClosedOpportunity(c.reached().get(), c.won().get()))
                .toList(),
            pseudo);
    return Optional.of(new Reply(answer(history), () -> StageHistory.workings(history, pseudo)));
  }

  private static Optional<StageDraft> stage(Fields stage) {
    stage.require("id", "percent");
    return Optional.of(new StageDraft(stage, stage.text("id"), Question.percent(stage, "percent")));
  }

  private static Optional<ClosedDraft> closed(Fields closed) {
    closed.require("reached", "won");
    return Optional.of(new ClosedDraft(closed, closed.text("reached"), closed.flag("won")));
  }

  /** Only when every stage's id could be read: else nobody knows what is no stage. */
  private void checkReached(List<Optional<StageDraft>> stages, List<Optional<ClosedDraft>> closed) {
    boolean allKnown =
        question.fields().isList("stages")
            && stages.stream().allMatch(s -> s.flatMap(StageDraft::id).isPresent());
    if (!allKnown) {
      return;
    }
    Set<String> ids =
        stages.stream().map(s -> s.get().id().get()).collect(Collectors.toUnmodifiableSet());
    closed.stream()
        .flatMap(Optional::stream)
        .forEach(
            c ->
                c.reached()
                    .filter(id -> !ids.contains(id))
                    .ifPresent(id -> c.fields().refuse("reached", "there is no stage " + id)));
  }

  private static Map<String, Object> answer(List<StageHistory> history) {
    return Values.map("stages", history.stream().map(OddsDocument::answer).toList());
  }

  private static Map<String, Object> answer(StageHistory history) {
    return Values.map(
        "id", history.stage().id(),
        "percent", history.stage().percent().toString(),
        "entered", history.entered(),
        "won", history.won(),
        "observed", text(history.observed()),
        "low", text(history.low()),
        "high", text(history.high()),
        "adjusted", text(history.adjusted()));
  }
}
