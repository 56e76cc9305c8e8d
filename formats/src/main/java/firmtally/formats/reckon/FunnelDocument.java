package firmtally.formats.reckon;

import static firmtally.formats.reckon.Values.text;

import firmtally.core.pipeline.Funnel;
import firmtally.core.pipeline.StagePath;
import firmtally.formats.json.Fields;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** {@code firm-tally/funnel/1}: the question read, the answer rendered. */
final class FunnelDocument {
  private record StageDraft(Fields fields, Optional<String> id) {}

  private record MoveDraft(Fields fields, Optional<LocalDate> on, Optional<String> to) {}

  private record CloseDraft(Fields fields, Optional<LocalDate> on, Optional<Boolean> won) {}

  private record Draft(
      Fields fields,
      Optional<String> ref,
      List<Optional<MoveDraft>> moves,
      Optional<CloseDraft> closed) {
    /** Only to be called when there is no problem. */
    StagePath path() {
      return new StagePath(
          ref.orElseThrow(),
          moves.stream()
              .map(Optional::orElseThrow)
              .map(m -> new StagePath.Move(m.on().orElseThrow(), m.to().orElseThrow()))
              .toList(),
          closed.map(c -> new StagePath.Close(c.on().orElseThrow(), c.won().orElseThrow())));
    }
  }

  private final Question question;

  FunnelDocument(Question question) {
    this.question = question;
  }

  /** Empty when there is any problem. */
  Optional<Reply> reply() {
    Fields fields = question.fields().require("stages", "asOf", "opportunities");
    Optional<List<Optional<StageDraft>>> stages = fields.list("stages", FunnelDocument::stage);
    Optional<LocalDate> asOf = fields.date("asOf");
    List<Optional<Draft>> opportunities =
        fields.list("opportunities", FunnelDocument::opportunity).orElse(List.of());
    fields.done();
    stages.ifPresent(list -> Question.unique(list, "id", StageDraft::id, StageDraft::fields));
    Question.unique(opportunities, "ref", Draft::ref, Draft::fields);
    Optional<Set<String>> known =
        stages.filter(list -> Question.allNamed(list, StageDraft::id)).map(FunnelDocument::ids);
    opportunities.stream().flatMap(Optional::stream).forEach(o -> check(o, asOf, known));
    if (!question.problems().isEmpty()) {
      return Optional.empty();
    }
    List<StagePath> paths =
        opportunities.stream().map(draft -> draft.orElseThrow().path()).toList();
    Funnel funnel =
        Funnel.of(
            stages.orElseThrow().stream().map(s -> s.get().id().get()).toList(),
            asOf.orElseThrow(),
            paths);
    return Optional.of(new Reply(answer(funnel), () -> funnel.workings(asOf.orElseThrow(), paths)));
  }

  private static Optional<StageDraft> stage(Fields stage) {
    stage.require("id");
    return Optional.of(new StageDraft(stage, stage.text("id")));
  }

  private static Optional<Draft> opportunity(Fields opportunity) {
    opportunity.require("ref", "moves");
    Optional<List<Optional<MoveDraft>>> moves = opportunity.list("moves", FunnelDocument::move);
    if (moves.filter(List::isEmpty).isPresent()) {
      opportunity.refuse("moves", "at least one move is needed");
    }
    return Optional.of(
        new Draft(
            opportunity,
            opportunity.text("ref"),
            moves.orElse(List.of()),
            opportunity.object("closed", FunnelDocument::closed)));
  }

  private static Optional<MoveDraft> move(Fields move) {
    move.require("on", "to");
    return Optional.of(new MoveDraft(move, move.date("on"), move.text("to")));
  }

  private static Optional<CloseDraft> closed(Fields closed) {
    closed.require("on", "won");
    return Optional.of(new CloseDraft(closed, closed.date("on"), closed.flag("won")));
  }

  private static Set<String> ids(List<Optional<StageDraft>> stages) {
    Set<String> ids = new HashSet<>();
    stages.forEach(stage -> ids.add(stage.get().id().get()));
    return ids;
  }

  private static void check(
      Draft opportunity, Optional<LocalDate> asOf, Optional<Set<String>> known) {
    Optional<MoveDraft> before = Optional.empty();
    for (Optional<MoveDraft> move : opportunity.moves()) {
      move.ifPresent(m -> checkStage(m, known));
      if (move.isPresent() && before.isPresent()) {
        checkAgain(move.get(), before.get());
      }
      Optional<LocalDate> earliest = before.flatMap(MoveDraft::on);
      move.ifPresent(m -> checkDay(m.fields(), m.on(), earliest, asOf));
      before = move;
    }
    Optional<LocalDate> last = before.flatMap(MoveDraft::on);
    opportunity.closed().ifPresent(c -> checkDay(c.fields(), c.on(), last, asOf));
  }

  private static void checkStage(MoveDraft move, Optional<Set<String>> known) {
    move.to()
        .filter(to -> known.filter(ids -> !ids.contains(to)).isPresent())
        .ifPresent(to -> move.fields().refuse("to", "there is no stage " + to));
  }

  private static void checkAgain(MoveDraft move, MoveDraft before) {
    move.to()
        .filter(to -> before.to().filter(to::equals).isPresent())
        .ifPresent(to -> move.fields().refuse("to", "it stands in " + to + " already"));
  }

  private static void checkDay(
      Fields at, Optional<LocalDate> on, Optional<LocalDate> earliest, Optional<LocalDate> asOf) {
    if (on.isEmpty()) {
      return;
    }
    LocalDate day = on.get();
    if (earliest.filter(day::isBefore).isPresent()) {
      at.refuse("on", "on " + day + " is before the move before it");
    } else if (asOf.filter(day::isAfter).isPresent()) {
      at.refuse("on", "on " + day + " is after asOf " + asOf.get());
    }
  }

  private static Map<String, Object> answer(Funnel funnel) {
    Funnel.Totals totals = funnel.totals();
    return Values.map(
        "stages", funnel.stages().stream().map(FunnelDocument::answer).toList(),
        "totals",
            Values.map(
                "opportunities", totals.opportunities(),
                "won", totals.won(),
                "lost", totals.lost(),
                "open", totals.open(),
                "winRate", text(totals.winRate()),
                "cycleDays", days(totals.cycleDays())));
  }

  private static Map<String, Object> answer(Funnel.Stage stage) {
    return Values.map(
        "id", stage.id(),
        "entered", stage.entered(),
        "reached", stage.reached(),
        "conversion", text(stage.conversion()),
        "winRate", text(stage.winRate()),
        "lostHere", stage.lostHere(),
        "openHere", stage.openHere(),
        "wentBack", stage.wentBack(),
        "skipped", stage.skipped(),
        "visits", stage.visits(),
        "medianDays", days(stage.medianDays()),
        "openDays", days(stage.openDays()));
  }

  private static String days(Optional<BigDecimal> days) {
    return days.map(Values::text).orElse(null);
  }
}
