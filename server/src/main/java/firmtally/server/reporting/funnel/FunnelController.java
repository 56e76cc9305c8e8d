package firmtally.server.reporting.funnel;

import firmtally.core.money.Percent;
import firmtally.core.pipeline.Funnel;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.pipeline.process.ProcessService;
import firmtally.server.pipeline.process.Stage;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.web.Cursor;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Paged;
import firmtally.server.reporting.metrics.Cut;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.LongFunction;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Where deals stick, stage by stage, and the opportunities behind each figure. */
@RestController
@RequestMapping("/api/funnel")
class FunnelController {
  private static final int PAGE = 100;
  private final FunnelService funnels;
  private final ProcessService processes;
  private final SettingsService settings;
  private final Clock clock;

  FunnelController(
      FunnelService funnels, ProcessService processes, SettingsService settings, Clock clock) {
    this.funnels = funnels;
    this.processes = processes;
    this.settings = settings;
    this.clock = clock;
  }

  /**
   * Which opportunities. Null or blank is the usual: those opened in the last twelve months on the
   * first process of new business.
   *
   * @param from first day of opening
   * @param to last day of opening
   * @param after where the next page of opportunities begins
   */
  record FunnelQuery(
      @MaybeNull ProcessId process,
      @MaybeNull String from,
      @MaybeNull String to,
      @MaybeNull PersonId owner,
      @MaybeNull String team,
      @MaybeNull String source,
      @MaybeNull String campaign,
      @MaybeNull String after) {}

  /** A stage of a funnel, as the core counts it; days are medians. */
  record FunnelStage(
      StageId id,
      String name,
      int usualDays,
      int entered,
      int reached,
      @MaybeNull String conversion,
      @MaybeNull String winRate,
      int lostHere,
      int openHere,
      int wentBack,
      int skipped,
      int visits,
      @MaybeNull String medianDays,
      @MaybeNull String openDays) {}

  record FunnelView(
      ProcessId process,
      String processName,
      LocalDate from,
      LocalDate to,
      List<FunnelStage> stages,
      int opportunities,
      int won,
      int lost,
      int ended,
      int open,
      @MaybeNull String winRate,
      @MaybeNull String cycleDays) {}

  @GetMapping
  FunnelView funnel(@ParameterObject FunnelQuery query, @SignedIn Actor actor) {
    FunnelService.Asked asked = asked(query);
    FunnelService.Made made = funnels.made(asked, actor);
    List<FunnelStage> stages = new ArrayList<>();
    for (int i = 0; i < made.stages().size(); i++) {
      stages.add(stage(made.stages().get(i), made.funnel().stages().get(i)));
    }
    Funnel.Totals totals = made.funnel().totals();
    return new FunnelView(
        asked.process().id(),
        asked.process().name(),
        asked.from(),
        asked.to(),
        stages,
        totals.opportunities(),
        totals.won(),
        totals.lost(),
        totals.won() + totals.lost(),
        totals.open(),
        text(totals.winRate()),
        days(totals.cycleDays()));
  }

  private static FunnelStage stage(Stage stage, Funnel.Stage f) {
    return new FunnelStage(
        stage.id(),
        stage.name(),
        stage.usualDays(),
        f.entered(),
        f.reached(),
        text(f.conversion()),
        text(f.winRate()),
        f.lostHere(),
        f.openHere(),
        f.wentBack(),
        f.skipped(),
        f.visits(),
        days(f.medianDays()),
        days(f.openDays()));
  }

  private static String text(Optional<Percent> percent) {
    return percent.map(Percent::toString).orElse(null);
  }

  private static String days(Optional<BigDecimal> days) {
    return days.map(BigDecimal::toPlainString).orElse(null);
  }

  private FunnelService.Asked asked(FunnelQuery query) {
    LocalDate today = LocalDate.now(clock);
    Input input = new Input();
    LocalDate to = input.maybeDay("to", query.to()).orElse(today);
    LocalDate from = input.maybeDay("from", query.from()).orElse(to.minusYears(1).plusDays(1));
    if (to.isBefore(from)) {
      input.refuse("to", "Enter a day from the first one on.");
    }
    input.check();
    ProcessService.SalesProcess process =
        query.process() == null ? processes.first("new") : processes.get(query.process());
    return new FunnelService.Asked(
        process,
        from,
        to,
        new Cut(query.owner(), query.team(), process.id(), query.source(), query.campaign()));
  }

  /** An opportunity behind a figure; since when it stands as it does. */
  record FunnelBehind(
      OpportunityId id,
      String number,
      String title,
      String account,
      String owner,
      String state,
      LocalDate since,
      String value) {}

  /** The opportunities that entered a stage, were lost or are open in it, or went back from it. */
  @GetMapping("/behind")
  Paged<FunnelBehind> behind(
      @ParameterObject FunnelQuery query,
      @RequestParam StageId stage,
      @RequestParam String figure,
      @SignedIn Actor actor) {
    LongFunction<String> amounts = settings.amounts();
    long skip = Cursor.skipped(query.after());
    return Paged.of(
            funnels.behind(asked(query), stage.toString(), figure, skip, PAGE + 1, actor),
            PAGE,
            last -> Cursor.skipping(skip + PAGE, last.id()))
        .map(
            b ->
                new FunnelBehind(
                    b.id(),
                    b.number(),
                    b.title(),
                    b.account(),
                    b.owner(),
                    b.state(),
                    b.since(),
                    amounts.apply(b.value())));
  }
}
