package firmtally.server.pipeline.opportunity;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.pipeline.process.ProcessService;
import firmtally.server.pipeline.process.Stage;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.CheckId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.function.LongFunction;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Moving along a sales process: on, over some, back, and by itself; and the checks on the way. */
@Service
public class MoveService {
  private static final String RECORD = "opportunity";
  private final OpportunityService service;
  private final OpportunityStore store;
  private final ProofStore proofs;
  private final WorksheetService worksheets;
  private final SettingsService settings;
  private final ProcessService processes;
  private final ChangeLog log;
  private final Clock clock;

  MoveService(
      OpportunityService service,
      OpportunityStore store,
      ProofStore proofs,
      WorksheetService worksheets,
      SettingsService settings,
      ProcessService processes,
      ChangeLog log,
      Clock clock) {
    this.processes = processes;
    this.service = service;
    this.store = store;
    this.proofs = proofs;
    this.worksheets = worksheets;
    this.settings = settings;
    this.log = log;
    this.clock = clock;
  }

  /** A move along the process, with the value at that time. */
  public record Move(
      Instant at,
      String person,
      StageId stageId,
      String stage,
      @MaybeNull String fromStage,
      String value) {}

  /** A check of the stage that something stands in. */
  public record CheckView(CheckId id, String words, String proof, boolean must, boolean done) {}

  List<Move> moves(OpportunityId id) {
    LongFunction<String> amounts = settings.amounts();
    return store.moves(id).stream()
        .map(
            m ->
                new Move(
                    m.at(),
                    m.person(),
                    m.stageId(),
                    m.stage(),
                    m.fromStage(),
                    amounts.apply(m.value())))
        .toList();
  }

  /** The checks of the stage in which an opportunity stands. */
  List<CheckView> checks(Opportunity opportunity) {
    ProofStore.Proofs shown = proofs.of(opportunity.id());
    return service.process(opportunity).stage(opportunity.stageId()).liveChecks().stream()
        .map(c -> new CheckView(c.id(), c.words(), c.proof(), c.must(), shown.isDone(c)))
        .toList();
  }

  /** Ticks a check off by hand, or takes the tick away. */
  @Transactional
  public void tick(OpportunityId id, CheckId checkId, boolean done, Actor actor) {
    Opportunity opportunity = service.editableOpen(id, actor);
    Stage.Check check =
        service.process(opportunity).stages().stream()
            .flatMap(stage -> stage.liveChecks().stream())
            .filter(c -> c.id().equals(checkId) && c.proof().equals("ticked"))
            .findFirst()
            .orElseThrow(() -> new NotThere("check to tick", checkId));
    if (done) {
      proofs.tick(id, checkId, actor.id(), clock.instant());
    } else {
      proofs.untick(id, checkId);
    }
    log.note(actor.id(), RECORD, id, check.words(), done ? "open" : "done", done ? "done" : "open");
  }

  /** Moves it to any stage of its process: on, over some, or back. */
  @Transactional
  public void move(OpportunityId id, long version, StageId stageId, Actor actor) {
    Opportunity before = service.editableOpen(id, actor);
    Stage to = target(before, stageId);
    move(before, version, to, actor);
  }

  /**
   * A stage that an opportunity may move to.
   *
   * @throws NotPossible when it is another team's or deactivated, or a must on the way is missing
   */
  public Stage target(Opportunity before, StageId stageId) {
    ProcessService.SalesProcess process = service.process(before);
    Stage to = process.stage(stageId);
    if (to.id().equals(before.stageId())) {
      return to;
    }
    if (to.deactivated()) {
      throw new NotPossible(
          "The stage " + to.name() + " is deactivated; nothing moves there any more.");
    }
    if (to.team() != null && !to.team().equals(before.ownerTeam())) {
      throw new NotPossible("The stage " + to.name() + " is for team " + to.team() + " only.");
    }
    List<String> missing = missing(before, process, to);
    if (!missing.isEmpty()) {
      throw new NotPossible(
          "Before it moves to " + to.name() + " complete: " + String.join("; ", missing) + ".");
    }
    return to;
  }

  /** The musts of every stage that is left behind, as far as they are not done. */
  private List<String> missing(Opportunity before, ProcessService.SalesProcess process, Stage to) {
    int here = process.stage(before.stageId()).position();
    ProofStore.Proofs shown = proofs.of(before.id());
    List<String> missing = new ArrayList<>();
    for (Stage stage : process.live()) {
      if (stage.position() >= here && stage.position() < to.position()) {
        missing.addAll(shown.missing(stage));
      }
    }
    return missing;
  }

  private void move(Opportunity before, long version, Stage to, Actor actor) {
    int updated = store.move(before.id(), version, to.id(), LocalDate.now(clock));
    log.expectOne(updated, RECORD, before.id(), before.version());
    logMove(before, to, actor);
  }

  /**
   * Puts an opportunity on another process of its kind, at the stage of the same name or else the
   * last one whose probability is not above that of the stage where it stands.
   *
   * @throws NotPossible when the process is deactivated, of the other kind, or the one it is on
   */
  @Transactional
  public void changeProcess(OpportunityId id, long version, ProcessId processId, Actor actor) {
    Opportunity before = service.editableOpen(id, actor);
    ProcessService.SalesProcess from = service.process(before);
    ProcessService.SalesProcess to = processes.get(processId);
    if (to.id().equals(from.id())) {
      throw new NotPossible("It is on this process already.");
    }
    if (to.deactivated() || !to.kind().equals(from.kind())) {
      throw new NotPossible("The process " + to.name() + " is not one for this opportunity.");
    }
    Stage stage = asFarAs(from.stage(before.stageId()), to);
    int updated = store.setProcess(id, version, to.id(), stage.id(), LocalDate.now(clock));
    log.expectOne(updated, RECORD, id, before.version());
    store.logStage(
        id,
        clock.instant(),
        actor.id(),
        before.stageId(),
        stage.id(),
        worksheets
            .get(before.worksheetId(), service.context(before))
            .contract()
            .getAmountMinorLong());
    log.note(actor.id(), RECORD, id, "sales process", from.name(), to.name() + ", " + stage.name());
  }

  private static Stage asFarAs(Stage here, ProcessService.SalesProcess process) {
    Stage last = process.live().get(0);
    for (Stage stage : process.live()) {
      if (stage.name().equals(here.name())) {
        return stage;
      }
      if (Percent.parse(stage.probability()).compareTo(Percent.parse(here.probability())) <= 0) {
        last = stage;
      }
    }
    return last;
  }

  /** Notes a move in the stage log, with the value then, and in the change log. */
  public void logMove(Opportunity before, Stage to, Actor actor) {
    String from = service.process(before).stage(before.stageId()).name();
    long value = store.value(before.id());
    store.logStage(before.id(), clock.instant(), actor.id(), before.stageId(), to.id(), value);
    log.note(actor.id(), RECORD, before.id(), "stage", from, to.name());
  }

  /** Notes another expected close, in its own log and in the change log. */
  public void logClose(Opportunity before, LocalDate to, Actor actor) {
    store.logClose(before.id(), clock.instant(), actor.id(), before.expectedClose(), to);
    log.note(
        actor.id(),
        RECORD,
        before.id(),
        "expected close",
        before.expectedClose().toString(),
        to.toString());
  }

  /**
   * Whether a new expected close takes back the last change of it: by the same person, to the day
   * that it was on, soon after.
   */
  public boolean takesBack(Opportunity before, LocalDate to, Duration within, Actor actor) {
    return store
        .lastCloseMove(before.id())
        .filter(move -> actor.id().equals(move.personId()))
        .filter(move -> move.fromDay().equals(to) && move.toDay().equals(before.expectedClose()))
        .filter(move -> move.at().isAfter(clock.instant().minus(within)))
        .isPresent();
  }

  /** Saves the lines that were typed; where a stage says so, that moves it on in the same act. */
  @Transactional
  public Calculation saveLines(OpportunityId id, long version, WorksheetForm form, Actor actor) {
    Calculation worked = service.saveLines(id, version, form, actor);
    happened(id, "lines-saved", actor);
    return worked;
  }

  /**
   * Something happened that moves it on by itself to the stage that says so, unless it is there or
   * further already, or a must on the way is missing.
   *
   * @param what such as {@code quote-sent}
   */
  @Transactional
  public void happened(OpportunityId id, String what, Actor actor) {
    Opportunity opportunity = service.readable(id, actor);
    store.touch(id, LocalDate.now(clock));
    ProcessService.SalesProcess process = service.process(opportunity);
    int here = process.stage(opportunity.stageId()).position();
    process.live().stream()
        .filter(stage -> what.equals(stage.movesHere()) && stage.position() > here)
        .filter(stage -> stage.team() == null || stage.team().equals(opportunity.ownerTeam()))
        .filter(stage -> missing(opportunity, process, stage).isEmpty())
        .findFirst()
        .ifPresent(stage -> move(opportunity, opportunity.version(), stage, actor));
  }
}
