package firmtally.server.pipeline.process;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Remembered;
import firmtally.server.platform.ids.CheckId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotThere;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The sales processs and their stages. Nothing is deleted: what is no longer wanted is deactivated.
 */
@Service
public class ProcessService {
  private static final int LONGEST = 60;
  private static final int MOST_DAYS = 3650;
  private static final int MOST_STEPS = 12;
  private static final Set<String> KINDS = Set.of("new", "renewal");
  private static final Set<String> MOVERS =
      Set.of("quote-sent", "quote-made", "quote-accepted", "lines-saved");
  private static final Set<String> STEPS = Set.of("call", "email", "meeting", "task");
  private static final Set<String> PROOFS =
      Set.of("ticked", "lines", "quote-sent", "file", "contact", "budget", "next-step");
  private static final CheckId NEW = new CheckId(0);
  private final ProcessStore store;
  private final ChangeLog log;
  private final Remembered<List<SalesProcess>> processes;

  ProcessService(ProcessStore store, ChangeLog log) {
    this.store = store;
    this.log = log;
    this.processes = new Remembered<>(() -> store.processes().stream().map(this::whole).toList());
  }

  /**
   * A sales process with its stages in order.
   *
   * @param kind of what business it is: new, or renewal
   */
  public record SalesProcess(
      ProcessId id,
      String name,
      String kind,
      boolean deactivated,
      long version,
      List<Stage> stages) {
    /** The stages that something may move to. */
    public List<Stage> live() {
      return stages.stream().filter(stage -> !stage.deactivated()).toList();
    }

    /** A stage of this process. */
    public Stage stage(StageId id) {
      return stages.stream()
          .filter(stage -> stage.id().equals(id))
          .findFirst()
          .orElseThrow(() -> new NotThere("stage on this process", id));
    }
  }

  /** A process as typed: its stages in order, those without an id are new. */
  public record ProcessForm(String name, boolean deactivated, List<StageForm> stages) {
    public ProcessForm {
      stages = Input.given(stages);
    }
  }

  /** A stage as typed. */
  public record StageForm(
      @MaybeNull StageId id,
      String name,
      String probability,
      String usualDays,
      @MaybeNull String team,
      @MaybeNull String movesHere,
      List<StepForm> steps,
      boolean deactivated,
      List<CheckForm> checks) {
    public StageForm {
      steps = Input.given(steps);
      checks = Input.given(checks);
    }
  }

  /** A suggested next step as typed. */
  public record StepForm(String kind, String subject, String days) {}

  /** A check as typed. */
  public record CheckForm(
      @MaybeNull CheckId id, String words, String proof, boolean must, boolean deactivated) {}

  /** All processes, the living first. */
  public List<SalesProcess> list() {
    return processes.get();
  }

  /** A process by its id. */
  public SalesProcess get(ProcessId id) {
    return list().stream()
        .filter(process -> process.id().equals(id))
        .findFirst()
        .orElseThrow(() -> new NotThere("sales process", id));
  }

  /** The process that a kind of business starts on: the oldest that is not deactivated. */
  public SalesProcess first(String kind) {
    return list().stream()
        .filter(process -> process.kind().equals(kind) && !process.deactivated())
        .findFirst()
        .orElseThrow(() -> new NotThere("sales process", kind));
  }

  /** How many open opportunities stand in each stage of a process. */
  public Map<StageId, Long> openHere(ProcessId process) {
    return store.openHere(process);
  }

  private SalesProcess whole(ProcessStore.ProcessRow row) {
    return new SalesProcess(
        row.id(), row.name(), row.kind(), row.deactivated(), row.version(), store.stages(row.id()));
  }

  /** A new process, with one stage to begin with. */
  @Transactional
  public ProcessId add(String typedName, String kind, Actor actor) {
    actor.checkManages();
    Input input = new Input();
    String name = input.text("name", typedName, LONGEST);
    if (kind == null || !KINDS.contains(kind)) {
      input.refuse("kind", "A process is of new business or of renewals.");
    }
    input.check();
    ProcessId id =
        found(
            name,
            kind,
            List.of(
                new StageForm(
                    null, "Qualified", "10", "14", null, null, List.of(), false, List.of())));
    log.note(actor.id(), "process", id, "process added", null, name);
    return id;
  }

  /** Writes a process that is known to be in order. */
  public ProcessId found(String name, String kind, List<StageForm> stages) {
    processes.forget();
    ProcessId id = store.insertPath(name, kind);
    for (int i = 0; i < stages.size(); i++) {
      write(id, i + 1, stages.get(i));
    }
    return id;
  }

  /**
   * Changes a process as a whole: names, order, probability, checks. Stages and checks that are
   * left out are deactivated, so that the logs keep their names.
   */
  @Transactional
  public void change(ProcessId id, long version, ProcessForm typed, Actor actor) {
    actor.checkManages();
    SalesProcess before = get(id);
    Input input = new Input();
    String name = input.text("name", typed.name(), LONGEST);
    List<StageForm> stages = typed.stages();
    check(input, stages);
    input.check();
    processes.forget();
    log.expectOne(
        store.updatePath(id, version, name, typed.deactivated()), "process", id, before.version());
    Set<StageId> kept = new HashSet<>();
    for (int i = 0; i < stages.size(); i++) {
      kept.add(write(id, i + 1, stages.get(i)));
    }
    int position = stages.size();
    for (Stage stage : before.stages()) {
      if (!kept.contains(stage.id())) {
        store.updateStage(deactivated(id, ++position, stage));
      }
    }
    log.note(actor.id(), "process", id, "process", words(before), words(after(id)));
  }

  /** Sets the odds of stages and nothing else, as one act. */
  @Transactional
  public void setOdds(ProcessId id, long version, Map<StageId, Percent> odds, Actor actor) {
    actor.checkManages();
    SalesProcess before = get(id);
    processes.forget();
    log.expectOne(
        store.updatePath(id, version, before.name(), before.deactivated()),
        "process",
        id,
        before.version());
    odds.forEach(
        (stage, percent) -> {
          if (store.setOdds(id, stage, percent.toTenThousandths()) == 0) {
            throw new NotThere("stage on this process", stage);
          }
        });
    log.note(actor.id(), "process", id, "process", words(before), words(after(id)));
  }

  private static void check(Input input, List<StageForm> stages) {
    if (stages.stream().allMatch(StageForm::deactivated)) {
      input.refuse("stages", "A process needs a stage that is not deactivated.");
    }
    Set<String> names = new HashSet<>();
    for (int i = 0; i < stages.size(); i++) {
      check(input, "stages[" + i + "].", stages.get(i), names);
    }
  }

  private static void check(Input input, String at, StageForm stage, Set<String> names) {
    String name = input.text(at + "name", stage.name(), LONGEST);
    if (!stage.deactivated() && !names.add(name.toLowerCase(Locale.ROOT))) {
      input.refuse(at + "name", "Two stages of a process have the same name.");
    }
    input.text(at + "probability", stage.probability(), LONGEST);
    probability(input, at, stage);
    days(input, at + "usualDays", stage.usualDays());
    input.oneOf(at + "movesHere", stage.movesHere(), MOVERS);
    if (stage.steps().size() > MOST_STEPS) {
      input.refuse(at + "steps", "A stage suggests at most " + MOST_STEPS + " activities.");
    }
    for (int i = 0; i < stage.steps().size(); i++) {
      StepForm step = stage.steps().get(i);
      String place = at + "steps[" + i + "].";
      input.oneOf(place + "kind", step.kind(), STEPS);
      input.text(place + "subject", step.subject(), LONGEST);
      days(input, place + "days", step.days());
    }
    for (int i = 0; i < stage.checks().size(); i++) {
      CheckForm check = stage.checks().get(i);
      input.text(at + "checks[" + i + "].words", check.words(), LONGEST);
      input.oneOf(at + "checks[" + i + "].proof", check.proof(), PROOFS);
    }
  }

  private static Percent probability(Input input, String at, StageForm stage) {
    return input
        .value(
            at + "probability",
            stage.probability(),
            text -> Percent.parse(text).within("probability", Percent.ZERO, Percent.HUNDRED))
        .orElse(Percent.ZERO);
  }

  private static int days(Input input, String at, String text) {
    return input.whole(at, text, 0, MOST_DAYS).orElse(0);
  }

  private StageId write(ProcessId process, int position, StageForm typed) {
    Input unused = new Input();
    ProcessStore.StageRow row =
        new ProcessStore.StageRow(
            typed.id(),
            process,
            position,
            typed.name().strip(),
            probability(unused, "", typed).toTenThousandths(),
            days(unused, "", typed.usualDays()),
            blankToNull(typed.team()),
            blankToNull(typed.movesHere()),
            typed.deactivated());
    StageId id = typed.id() == null ? store.insertStage(row) : typed.id();
    if (typed.id() != null && store.updateStage(row) == 0) {
      throw new NotThere("stage on this process", id);
    }
    store.writeSteps(
        id,
        typed.steps().stream()
            .map(s -> new Stage.Step(s.kind(), s.subject().strip(), days(unused, "", s.days())))
            .toList());
    writeChecks(process, id, typed.checks());
    return id;
  }

  private void writeChecks(ProcessId process, StageId stage, List<CheckForm> checks) {
    Set<CheckId> kept = new HashSet<>();
    int position = 0;
    for (CheckForm check : checks) {
      kept.add(writeCheck(stage, ++position, check));
    }
    for (Stage.Check left : checksOf(process, stage)) {
      if (!kept.contains(left.id())) {
        store.updateCheck(
            stage,
            ++position,
            new Stage.Check(left.id(), left.words(), left.proof(), left.must(), true));
      }
    }
  }

  private CheckId writeCheck(StageId stage, int position, CheckForm typed) {
    boolean isNew = typed.id() == null;
    Stage.Check check =
        new Stage.Check(
            isNew ? NEW : typed.id(),
            typed.words().strip(),
            typed.proof(),
            typed.must(),
            typed.deactivated());
    if (isNew) {
      return store.insertCheck(stage, position, check);
    }
    if (store.updateCheck(stage, position, check) == 0) {
      throw new NotThere("check of this stage", check.id());
    }
    return check.id();
  }

  /** As it is after the change that is going on. */
  private SalesProcess after(ProcessId id) {
    processes.forget();
    return get(id);
  }

  private List<Stage.Check> checksOf(ProcessId process, StageId stage) {
    return store.stages(process).stream()
        .filter(s -> s.id().equals(stage))
        .flatMap(s -> s.checks().stream())
        .toList();
  }

  private static ProcessStore.StageRow deactivated(ProcessId process, int position, Stage stage) {
    return new ProcessStore.StageRow(
        stage.id(),
        process,
        position,
        stage.name(),
        Percent.parse(stage.probability()).toTenThousandths(),
        stage.usualDays(),
        stage.team(),
        stage.movesHere(),
        true);
  }

  private static String blankToNull(String text) {
    return text == null || text.isBlank() ? null : text.strip();
  }

  private static String words(SalesProcess process) {
    return process.name()
        + (process.deactivated() ? " (deactivated): " : ": ")
        + process.stages().stream()
            .map(
                s ->
                    s.name()
                        + " "
                        + s.probability()
                        + " %"
                        + (s.deactivated() ? " deactivated" : ""))
            .collect(Collectors.joining(", "));
  }
}
