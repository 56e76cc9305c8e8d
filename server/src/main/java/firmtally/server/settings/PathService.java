package firmtally.server.settings;

import firmtally.core.money.Percent;
import firmtally.server.people.Actor;
import firmtally.server.platform.ChangeLog;
import firmtally.server.platform.Input;
import firmtally.server.platform.MaybeNull;
import firmtally.server.platform.NotThere;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The sales paths and their stages. Nothing is deleted: what is no longer wanted is retired. */
@Service
public class PathService {
  private static final int LONGEST = 60;
  private static final int MOST_DAYS = 3650;
  private static final Set<String> KINDS = Set.of("new", "renewal");
  private static final Set<String> MOVERS = Set.of("quote-sent", "quote-made", "lines-kept");
  private static final Set<String> STEPS = Set.of("call", "mail", "meeting", "task");
  private static final Set<String> PROOFS =
      Set.of("ticked", "lines", "quote-sent", "file", "contact", "budget", "next-step");
  private final PathStore store;
  private final ChangeLog log;

  PathService(PathStore store, ChangeLog log) {
    this.store = store;
    this.log = log;
  }

  /**
   * A sales path with its stages in order.
   *
   * @param kind of what business it is: new, or renewal
   */
  public record SalesPath(
      long id, String name, String kind, boolean retired, long version, List<Stage> stages) {
    /** The stages that something may move to. */
    public List<Stage> live() {
      return stages.stream().filter(stage -> !stage.retired()).toList();
    }

    /** A stage of this path. */
    public Stage stage(long id) {
      return stages.stream()
          .filter(stage -> stage.id() == id)
          .findFirst()
          .orElseThrow(() -> new NotThere("stage on this path", id));
    }
  }

  /** A path as typed: its stages in order, those without an id are new. */
  public record PathForm(String name, boolean retired, List<StageForm> stages) {
    public PathForm {
      stages = Input.given(stages);
    }
  }

  /** A stage as typed. */
  public record StageForm(
      @MaybeNull Long id,
      String name,
      String odds,
      String usualDays,
      @MaybeNull String team,
      @MaybeNull String movesHere,
      @MaybeNull StepForm step,
      boolean retired,
      List<CheckForm> checks) {
    public StageForm {
      checks = Input.given(checks);
    }
  }

  /** A suggested next step as typed. */
  public record StepForm(String kind, String subject, String days) {}

  /** A check as typed. */
  public record CheckForm(
      @MaybeNull Long id, String words, String proof, boolean must, boolean retired) {}

  /** All paths, the living first. */
  public List<SalesPath> list() {
    return store.paths().stream().map(this::whole).toList();
  }

  /** A path by its id. */
  public SalesPath get(long id) {
    return store.find(id).map(this::whole).orElseThrow(() -> new NotThere("sales path", id));
  }

  /** The path that a kind of business starts on: the oldest that is not retired. */
  public SalesPath first(String kind) {
    return store.paths().stream()
        .filter(path -> path.kind().equals(kind) && !path.retired())
        .findFirst()
        .map(this::whole)
        .orElseThrow(() -> new NotThere("sales path", kind));
  }

  /** How many open opportunities stand in each stage of a path. */
  public Map<Long, Long> standing(long path) {
    return store.standing(path);
  }

  private SalesPath whole(PathStore.PathRow row) {
    return new SalesPath(
        row.id(), row.name(), row.kind(), row.retired(), row.version(), store.stages(row.id()));
  }

  /** A new path, with one stage to begin with. */
  @Transactional
  public long add(String typedName, String kind, Actor actor) {
    actor.checkManages();
    Input input = new Input();
    String name = input.text("name", typedName, LONGEST);
    if (!KINDS.contains(kind)) {
      input.refuse("kind", "A path is of new business or of renewals.");
    }
    input.check();
    long id =
        found(
            name,
            kind,
            List.of(
                new StageForm(null, "First talk", "10", "14", null, null, null, false, List.of())));
    log.note(actor.id(), "path", id, "path added", null, name);
    return id;
  }

  /** Writes a path that is known to be in order. */
  long found(String name, String kind, List<StageForm> stages) {
    long id = store.insertPath(name, kind);
    for (int i = 0; i < stages.size(); i++) {
      write(id, i + 1, stages.get(i));
    }
    return id;
  }

  /**
   * Changes a path as a whole: names, order, odds, checks. Stages and checks that are left out are
   * retired, so that the logs keep their names.
   */
  @Transactional
  public void change(long id, long version, PathForm typed, Actor actor) {
    actor.checkManages();
    SalesPath before = get(id);
    Input input = new Input();
    String name = input.text("name", typed.name(), LONGEST);
    List<StageForm> stages = typed.stages();
    check(input, stages);
    input.check();
    log.expectOne(
        store.updatePath(id, version, name, typed.retired()), "path", id, before.version());
    Set<Long> kept = new HashSet<>();
    for (int i = 0; i < stages.size(); i++) {
      kept.add(write(id, i + 1, stages.get(i)));
    }
    int position = stages.size();
    for (Stage stage : before.stages()) {
      if (!kept.contains(stage.id())) {
        store.updateStage(retired(id, ++position, stage));
      }
    }
    log.note(actor.id(), "path", id, "path", words(before), words(get(id)));
  }

  private static void check(Input input, List<StageForm> stages) {
    if (stages.stream().allMatch(StageForm::retired)) {
      input.refuse("stages", "A path needs a stage that is not retired.");
    }
    Set<String> names = new HashSet<>();
    for (int i = 0; i < stages.size(); i++) {
      check(input, "stages[" + i + "].", stages.get(i), names);
    }
  }

  private static void check(Input input, String at, StageForm stage, Set<String> names) {
    String name = input.text(at + "name", stage.name(), LONGEST);
    if (!stage.retired() && !names.add(name.toLowerCase(Locale.ROOT))) {
      input.refuse(at + "name", "Two stages of a path have the same name.");
    }
    input.text(at + "odds", stage.odds(), LONGEST);
    odds(input, at, stage);
    days(input, at + "usualDays", stage.usualDays());
    input.oneOf(at + "movesHere", stage.movesHere(), MOVERS);
    if (stage.step() != null) {
      input.oneOf(at + "step.kind", stage.step().kind(), STEPS);
      input.text(at + "step.subject", stage.step().subject(), LONGEST);
      days(input, at + "step.days", stage.step().days());
    }
    for (int i = 0; i < stage.checks().size(); i++) {
      CheckForm check = stage.checks().get(i);
      input.text(at + "checks[" + i + "].words", check.words(), LONGEST);
      input.oneOf(at + "checks[" + i + "].proof", check.proof(), PROOFS);
    }
  }

  private static Percent odds(Input input, String at, StageForm stage) {
    return input
        .value(
            at + "odds",
            stage.odds(),
            text -> Percent.parse(text).within("odds", Percent.ZERO, Percent.HUNDRED))
        .orElse(Percent.ZERO);
  }

  private static int days(Input input, String at, String text) {
    return input.whole(at, text, 0, MOST_DAYS).orElse(0);
  }

  private long write(long path, int position, StageForm typed) {
    Input unused = new Input();
    Optional<StepForm> step = Optional.ofNullable(typed.step());
    PathStore.StageRow row =
        new PathStore.StageRow(
            typed.id(),
            path,
            position,
            typed.name().strip(),
            odds(unused, "", typed).toTenThousandths(),
            days(unused, "", typed.usualDays()),
            blankToNull(typed.team()),
            blankToNull(typed.movesHere()),
            step.map(StepForm::kind).orElse(null),
            step.map(s -> s.subject().strip()).orElse(null),
            step.map(s -> days(unused, "", s.days())).orElse(null),
            typed.retired());
    long id = typed.id() == null ? store.insertStage(row) : typed.id();
    if (typed.id() != null && store.updateStage(row) == 0) {
      throw new NotThere("stage on this path", id);
    }
    writeChecks(path, id, typed.checks());
    return id;
  }

  private void writeChecks(long path, long stage, List<CheckForm> checks) {
    Set<Long> kept = new HashSet<>();
    int position = 0;
    for (CheckForm check : checks) {
      kept.add(writeCheck(stage, ++position, check));
    }
    for (Stage.Check left : checksOf(path, stage)) {
      if (!kept.contains(left.id())) {
        store.updateCheck(
            stage,
            ++position,
            new Stage.Check(left.id(), left.words(), left.proof(), left.must(), true));
      }
    }
  }

  private long writeCheck(long stage, int position, CheckForm typed) {
    boolean isNew = typed.id() == null;
    Stage.Check check =
        new Stage.Check(
            isNew ? 0 : typed.id(),
            typed.words().strip(),
            typed.proof(),
            typed.must(),
            typed.retired());
    if (isNew) {
      return store.insertCheck(stage, position, check);
    }
    if (store.updateCheck(stage, position, check) == 0) {
      throw new NotThere("check of this stage", check.id());
    }
    return check.id();
  }

  private List<Stage.Check> checksOf(long path, long stage) {
    return store.stages(path).stream()
        .filter(s -> s.id() == stage)
        .flatMap(s -> s.checks().stream())
        .toList();
  }

  private static PathStore.StageRow retired(long path, int position, Stage stage) {
    Optional<Stage.Step> step = Optional.ofNullable(stage.step());
    return new PathStore.StageRow(
        stage.id(),
        path,
        position,
        stage.name(),
        Percent.parse(stage.odds()).toTenThousandths(),
        stage.usualDays(),
        stage.team(),
        stage.movesHere(),
        step.map(Stage.Step::kind).orElse(null),
        step.map(Stage.Step::subject).orElse(null),
        step.map(Stage.Step::days).orElse(null),
        true);
  }

  private static String blankToNull(String text) {
    return text == null || text.isBlank() ? null : text.strip();
  }

  private static String words(SalesPath path) {
    return path.name()
        + (path.retired() ? " (retired): " : ": ")
        + path.stages().stream()
            .map(s -> s.name() + " " + s.odds() + " %" + (s.retired() ? " retired" : ""))
            .collect(Collectors.joining(", "));
  }
}
