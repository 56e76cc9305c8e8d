package firmtally.server.reporting.outlook;

import firmtally.core.money.Percent;
import firmtally.core.pipeline.ClosedOpportunity;
import firmtally.core.pipeline.OpenOpportunity;
import firmtally.core.pipeline.OpenTotal;
import firmtally.core.pipeline.Outlook;
import firmtally.core.pipeline.StageHistory;
import firmtally.core.pipeline.StageOdds;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.pipeline.process.ProcessService;
import firmtally.server.pipeline.process.Stage;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.reporting.metrics.Cut;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Outlooks by set and by learnt odds side by side, and adopting what was learnt. */
@Service
class OutlookService {
  /** Older endings say little of how one sells today. */
  private static final int LEARNT_FROM_MONTHS = 24;

  private final OutlookStore store;
  private final Outlooks outlooks;
  private final ProcessService processes;
  private final SettingsService settings;
  private final Clock clock;

  OutlookService(
      OutlookStore store,
      Outlooks outlooks,
      ProcessService processes,
      SettingsService settings,
      Clock clock) {
    this.store = store;
    this.outlooks = outlooks;
    this.processes = processes;
    this.settings = settings;
    this.clock = clock;
  }

  /** A stage with what history says of it, and what is open there. */
  record StageRow(
      Stage stage, StageHistory history, int open, Money value, Money weighted, Money learnt) {}

  /** A process with its stages. */
  record ProcessRow(ProcessService.SalesProcess process, List<StageRow> stages) {}

  /** What a period brings by set and by learnt odds. */
  record Both(
      Money goal,
      Money won,
      Outlook set,
      Outlook learnt,
      List<ProcessRow> processes,
      LocalDate learntSince) {}

  /** Both outlooks of a period. */
  Both both(LocalDate from, LocalDate to, Cut cut, Actor actor) {
    CurrencyUnit currency = settings.company().currency();
    LocalDate since = LocalDate.now(clock).minusMonths(LEARNT_FROM_MONTHS);
    List<OutlookStore.Open> open = store.open(to, cut, actor);
    Money won = Money.ofMinor(currency, sum(store.won(from, to, cut, actor)));
    Money goal = Money.ofMinor(currency, store.goal(from, to, cut, actor));
    Map<StageId, StageHistory> histories = new HashMap<>();
    List<ProcessRow> rows = new ArrayList<>();
    for (ProcessService.SalesProcess process : inOrder()) {
      if (cut.process() != null && !cut.process().equals(process.id())) {
        continue;
      }
      List<Stage> live = live(process);
      List<StageHistory> history = history(process, live, since, actor);
      List<StageRow> stages = new ArrayList<>();
      for (int i = 0; i < live.size(); i++) {
        histories.put(live.get(i).id(), history.get(i));
        stages.add(row(live.get(i), history.get(i), open, currency));
      }
      rows.add(new ProcessRow(process, stages));
    }
    Optional<Money> aim = goal.isZero() ? Optional.empty() : Optional.of(goal);
    return new Both(
        goal,
        won,
        outlooks.of(currency, aim, won, open.stream().map(o -> odds(o, currency, set(o))).toList()),
        outlooks.of(
            currency,
            aim,
            won,
            open.stream().map(o -> odds(o, currency, learnt(o, histories))).toList()),
        rows,
        since);
  }

  private List<ProcessService.SalesProcess> inOrder() {
    return processes.list().stream()
        .filter(process -> !process.deactivated())
        .sorted(Comparator.comparing((ProcessService.SalesProcess p) -> p.id().value()))
        .toList();
  }

  private static List<Stage> live(ProcessService.SalesProcess process) {
    return process.live().stream().sorted(Comparator.comparingInt(Stage::position)).toList();
  }

  static long sum(List<OutlookStore.Won> won) {
    return won.stream().mapToLong(OutlookStore.Won::amount).sum();
  }

  private static OpenOpportunity odds(
      OutlookStore.Open open, CurrencyUnit currency, Percent percent) {
    return new OpenOpportunity(open.number(), Money.ofMinor(currency, open.value()), percent);
  }

  private static Percent set(OutlookStore.Open open) {
    return Percent.ofTenThousandths(open.probability());
  }

  /** What somebody set for one opportunity stays: they know more of it than its stage does. */
  private static Percent learnt(OutlookStore.Open open, Map<StageId, StageHistory> histories) {
    return open.own() != null
        ? set(open)
        : Optional.ofNullable(histories.get(open.stageId()))
            .flatMap(StageHistory::adjusted)
            .orElseGet(() -> set(open));
  }

  private StageRow row(
      Stage stage, StageHistory history, List<OutlookStore.Open> open, CurrencyUnit currency) {
    List<OutlookStore.Open> here =
        open.stream().filter(o -> o.stageId().equals(stage.id())).toList();
    Map<StageId, StageHistory> one = Map.of(stage.id(), history);
    return new StageRow(
        stage,
        history,
        here.size(),
        Money.ofMinor(currency, here.stream().mapToLong(OutlookStore.Open::value).sum()),
        expected(here.stream().map(o -> odds(o, currency, set(o))).toList(), currency),
        expected(here.stream().map(o -> odds(o, currency, learnt(o, one))).toList(), currency));
  }

  private static Money expected(List<OpenOpportunity> open, CurrencyUnit currency) {
    return OpenTotal.of(currency, open).weighted();
  }

  /** What the stages of a process have been worth, of what ended since a day. */
  private List<StageHistory> history(
      ProcessService.SalesProcess process, List<Stage> live, LocalDate since, Actor actor) {
    List<ClosedOpportunity> closed = new ArrayList<>();
    for (OutlookStore.Ended ended : store.ended(process.id(), since, actor)) {
      String reached = standingFor(process, live, ended.reached());
      closed.addAll(
          Collections.nCopies(
              ended.count(), new ClosedOpportunity(reached, ended.state().equals("won"))));
    }
    return StageHistory.of(
        live.stream()
            .map(s -> new StageOdds(s.id().toString(), Percent.parse(s.probability())))
            .toList(),
        closed,
        StageHistory.USUAL_PSEUDO);
  }

  /** A stage that is no longer used counts as the one before it. */
  private static String standingFor(
      ProcessService.SalesProcess process, List<Stage> live, StageId reached) {
    int position =
        process.stages().stream()
            .filter(s -> s.id().equals(reached))
            .mapToInt(Stage::position)
            .findFirst()
            .orElse(0);
    Stage standing = live.get(0);
    for (Stage stage : live) {
      if (stage.position() <= position) {
        standing = stage;
      }
    }
    return live.stream()
        .filter(s -> s.id().equals(reached))
        .findFirst()
        .orElse(standing)
        .id()
        .toString();
  }

  /** A stage and the odds that it is to have, in percent. */
  record OddsOfStage(StageId id, String percent) {}

  record OddsForm(List<OddsOfStage> stages) {}

  /**
   * Sets the odds of stages of a process in one act. Odds are the company's, so only who manages
   * and sees all may learn them from what they see.
   */
  @Transactional
  public void adopt(ProcessId process, long version, OddsForm typed, Actor actor) {
    checkAdopts(actor);
    processes.setOdds(process, version, read(typed), actor);
  }

  private static void checkAdopts(Actor actor) {
    actor.checkManages();
    if (!actor.seesTeam().isEmpty()) {
      throw new NotAllowed("Odds hold for all teams: only a manager of all of them adopts them.");
    }
  }

  private static Map<StageId, Percent> read(OddsForm typed) {
    Input input = new Input();
    Map<StageId, Percent> odds = new HashMap<>();
    List<OddsOfStage> stages = Input.given(typed.stages());
    for (int i = 0; i < stages.size(); i++) {
      OddsOfStage stage = stages.get(i);
      String at = "stages[" + i + "].percent";
      input.text(at, stage.percent(), 20);
      input
          .value(
              at,
              stage.percent(),
              text -> Percent.parse(text).within("percent", Percent.ZERO, Percent.HUNDRED))
          .ifPresent(percent -> odds.put(stage.id(), percent));
    }
    input.check();
    return odds;
  }

  /** The outlook of a period as it is, and as it would be with other odds of some stages. */
  record Effect(Outlook now, Outlook then, Map<StageId, Money> weighted) {}

  /** What typed odds of a process would do; nothing is kept. */
  Effect effect(LocalDate from, LocalDate to, OddsForm typed, Actor actor) {
    checkAdopts(actor);
    CurrencyUnit currency = settings.company().currency();
    Map<StageId, Percent> odds = read(typed);
    List<OutlookStore.Open> open = store.open(to, Cut.ALL, actor);
    Money won = Money.ofMinor(currency, sum(store.won(from, to, Cut.ALL, actor)));
    Money goal = Money.ofMinor(currency, store.goal(from, to, Cut.ALL, actor));
    Optional<Money> aim = goal.isZero() ? Optional.empty() : Optional.of(goal);
    Function<OutlookStore.Open, Percent> then =
        o -> o.own() != null ? set(o) : odds.getOrDefault(o.stageId(), set(o));
    Map<StageId, Money> weighted = new HashMap<>();
    odds.keySet()
        .forEach(
            stage ->
                weighted.put(
                    stage,
                    expected(
                        open.stream()
                            .filter(o -> o.stageId().equals(stage))
                            .map(o -> odds(o, currency, then.apply(o)))
                            .toList(),
                        currency)));
    return new Effect(
        outlooks.of(currency, aim, won, open.stream().map(o -> odds(o, currency, set(o))).toList()),
        outlooks.of(
            currency, aim, won, open.stream().map(o -> odds(o, currency, then.apply(o))).toList()),
        weighted);
  }
}
