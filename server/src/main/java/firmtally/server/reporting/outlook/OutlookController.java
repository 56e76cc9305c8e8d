package firmtally.server.reporting.outlook;

import firmtally.core.money.Percent;
import firmtally.core.pipeline.Outlook;
import firmtally.core.pipeline.StageHistory;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.Quarter;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Versions;
import firmtally.server.reporting.metrics.Cut;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.Money;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What a period will bring by set and by learnt odds, and how good earlier outlooks were. */
@RestController
@RequestMapping("/api/outlook")
class OutlookController {
  private final OutlookService outlooks;
  private final OutlookHistory history;
  private final Clock clock;

  OutlookController(OutlookService outlooks, OutlookHistory history, Clock clock) {
    this.outlooks = outlooks;
    this.history = history;
    this.clock = clock;
  }

  /**
   * Of which period, and of whose deals. Null or blank is the usual: this quarter, all that one
   * sees.
   */
  record OutlookQuery(
      @MaybeNull String from,
      @MaybeNull String to,
      @MaybeNull PersonId owner,
      @MaybeNull String team,
      @MaybeNull ProcessId process) {
    Cut cut() {
      return new Cut(owner, team, process, null, null);
    }
  }

  /** An outlook; the chance is null without a goal. */
  record OutlookRange(
      String expected,
      String low,
      String middle,
      String high,
      String best,
      @MaybeNull String chance) {}

  /**
   * A stage.
   *
   * @param percent what is set
   * @param observed how many percent of those that came this far were won; its interval beside it
   * @param adjusted what would be adopted
   */
  record OutlookStage(
      StageId id,
      String name,
      String percent,
      int entered,
      int won,
      @MaybeNull String observed,
      @MaybeNull String low,
      @MaybeNull String high,
      @MaybeNull String adjusted,
      int open,
      String value,
      String weighted,
      String learnt) {}

  record OutlookProcess(ProcessId id, String name, long version, List<OutlookStage> stages) {}

  record OutlookView(
      LocalDate from,
      LocalDate to,
      String goal,
      String won,
      OutlookRange set,
      OutlookRange learnt,
      LocalDate learntSince,
      boolean mayAdopt,
      List<OutlookProcess> processes) {}

  private record Asked(LocalDate from, LocalDate to) {}

  private Asked asked(OutlookQuery query) {
    LocalDate today = LocalDate.now(clock);
    Input input = new Input();
    LocalDate from = input.maybeDay("from", query.from()).orElse(Quarter.of(today).first());
    LocalDate to = input.maybeDay("to", query.to()).orElse(Quarter.of(from).last());
    if (to.isBefore(from)) {
      input.refuse("to", "Enter a day from the first one on.");
    }
    input.check();
    return new Asked(from, to);
  }

  @GetMapping
  OutlookView outlook(@ParameterObject OutlookQuery query, @SignedIn Actor actor) {
    Asked asked = asked(query);
    LocalDate from = asked.from();
    LocalDate to = asked.to();
    OutlookService.Both both = outlooks.both(from, to, query.cut(), actor);
    return new OutlookView(
        from,
        to,
        text(both.goal()),
        text(both.won()),
        range(both.set()),
        range(both.learnt()),
        both.learntSince(),
        actor.roles().manages() && actor.seesTeam().isEmpty(),
        both.processes().stream()
            .map(
                p ->
                    new OutlookProcess(
                        p.process().id(),
                        p.process().name(),
                        p.process().version(),
                        p.stages().stream().map(OutlookController::stage).toList()))
            .toList());
  }

  private static OutlookRange range(Outlook outlook) {
    return new OutlookRange(
        text(outlook.expected()),
        text(outlook.low()),
        text(outlook.middle()),
        text(outlook.high()),
        text(outlook.best()),
        text(outlook.goalPercent()));
  }

  private static OutlookStage stage(OutlookService.StageRow row) {
    StageHistory h = row.history();
    return new OutlookStage(
        row.stage().id(),
        row.stage().name(),
        row.stage().probability(),
        h.entered(),
        h.won(),
        text(h.observed()),
        text(h.low()),
        text(h.high()),
        text(h.adjusted()),
        row.open(),
        text(row.value()),
        text(row.weighted()),
        text(row.learnt()));
  }

  private static String text(Money amount) {
    return amount.getAmount().toPlainString();
  }

  private static String text(Optional<Percent> percent) {
    return percent.map(Percent::toString).orElse(null);
  }

  /** Sets odds of a process, learnt or typed. */
  @PutMapping("/odds/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void adopt(
      @PathVariable ProcessId id,
      @RequestHeader(name = "If-Match", defaultValue = "") String version,
      @RequestBody OutlookService.OddsForm typed,
      @SignedIn Actor actor) {
    outlooks.adopt(id, Versions.of(version), typed, actor);
  }

  /** What a stage's open opportunities would weigh. */
  record OddsWeight(StageId id, String weighted) {}

  /** The outlook as it is, and as it would be. */
  record OddsEffect(OutlookRange now, OutlookRange then, List<OddsWeight> stages) {}

  /** What other odds of stages would do to the outlook of a period; nothing is kept. */
  @PostMapping("/odds/preview")
  OddsEffect effect(
      @ParameterObject OutlookQuery query,
      @RequestBody OutlookService.OddsForm typed,
      @SignedIn Actor actor) {
    Asked asked = asked(query);
    OutlookService.Effect effect = outlooks.effect(asked.from(), asked.to(), typed, actor);
    return new OddsEffect(
        range(effect.now()),
        range(effect.then()),
        effect.weighted().entrySet().stream()
            .map(e -> new OddsWeight(e.getKey(), text(e.getValue())))
            .toList());
  }

  /** What was expected of a quarter at the end of a day. */
  record OutlookPoint(int weeksBefore, LocalDate day, String won, String expected) {}

  /** A quarter; what came true is null while it runs. */
  record OutlookQuarter(
      LocalDate from, LocalDate to, @MaybeNull String actual, List<OutlookPoint> points) {}

  /** By how many percent outlooks were off, on average; the bias has its sign. */
  record OutlookAccuracy(int weeksBefore, int quarters, String error, String bias) {}

  record OutlookHistoryView(List<OutlookQuarter> quarters, List<OutlookAccuracy> accuracy) {}

  @GetMapping("/history")
  OutlookHistoryView history(@ParameterObject OutlookQuery query, @SignedIn Actor actor) {
    List<OutlookHistory.QuarterOutlook> quarters = history.quarters(query.cut(), actor);
    return new OutlookHistoryView(
        quarters.stream()
            .map(
                q ->
                    new OutlookQuarter(
                        q.from(),
                        q.to(),
                        q.actual().map(OutlookController::text).orElse(null),
                        q.points().stream()
                            .map(
                                p ->
                                    new OutlookPoint(
                                        p.weeksBefore(),
                                        p.day(),
                                        text(p.won()),
                                        text(p.expected())))
                            .toList()))
            .toList(),
        OutlookHistory.accuracy(quarters).stream()
            .map(
                a ->
                    new OutlookAccuracy(
                        a.weeksBefore(),
                        a.quarters(),
                        a.error().toString(),
                        a.bias().toPlainString()))
            .toList());
  }
}
