package firmtally.server.reporting.figures;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.pipeline.process.ProcessService;
import firmtally.server.pipeline.process.Stage;
import firmtally.server.platform.database.Where;
import firmtally.server.reporting.metrics.Groups;
import firmtally.server.reporting.metrics.Measure;
import firmtally.server.reporting.metrics.OpportunityMetrics;
import java.time.Clock;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.joda.money.CurrencyUnit;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is open by stage, what was won by month, and how each rep stands. */
@RestController
class FiguresController {
  private static final int MONTHS = 12;
  private final Groups groups;
  private final ProcessService processes;
  private final SettingsService settings;
  private final Clock clock;

  FiguresController(
      Groups groups, ProcessService processes, SettingsService settings, Clock clock) {
    this.groups = groups;
    this.processes = processes;
    this.settings = settings;
    this.clock = clock;
  }

  record StageFigure(String process, String stage, long count, String value, String weighted) {}

  record MonthFigure(String month, long count, String won) {}

  record RepFigure(String name, String open, String won, long wonCount, long lostCount) {}

  record Figures(List<StageFigure> stages, List<MonthFigure> months, List<RepFigure> reps) {}

  @GetMapping("/api/reports")
  Figures figures(@SignedIn Actor actor) {
    LocalDate from = YearMonth.now(clock).minusMonths(MONTHS - 1L).atDay(1);
    return new Figures(stages(actor), months(from, actor), reps(from, actor));
  }

  /** The stages in which something is open, in the order of their processes. */
  private List<StageFigure> stages(Actor actor) {
    Map<String, Groups.Group> open =
        groups
            .of(
                OpportunityMetrics.dimension("stage"),
                List.of(
                    OpportunityMetrics.COUNT,
                    OpportunityMetrics.WORTH,
                    OpportunityMetrics.WEIGHTED),
                new Where().and("o.state = 'open'"),
                actor)
            .stream()
            .collect(Collectors.toMap(Groups.Group::key, Function.identity()));
    List<ProcessService.SalesProcess> all = new ArrayList<>(processes.list());
    all.sort(Comparator.comparingLong(process -> process.id().value()));
    List<StageFigure> figures = new ArrayList<>();
    for (ProcessService.SalesProcess process : all) {
      for (Stage stage : process.stages()) {
        Groups.Group group = open.get(String.valueOf(stage.id()));
        if (group != null) {
          figures.add(
              new StageFigure(
                  process.name(),
                  stage.name(),
                  group.sum(OpportunityMetrics.COUNT),
                  text(OpportunityMetrics.WORTH, group),
                  text(OpportunityMetrics.WEIGHTED, group)));
        }
      }
    }
    return figures;
  }

  private List<MonthFigure> months(LocalDate from, Actor actor) {
    return groups
        .of(
            OpportunityMetrics.dimension("month"),
            List.of(OpportunityMetrics.COUNT, OpportunityMetrics.WON),
            new Where().and("o.state = 'won' AND o.closed_on >= :from", "from", from),
            actor)
        .stream()
        .map(
            g ->
                new MonthFigure(
                    g.key(), g.sum(OpportunityMetrics.COUNT), text(OpportunityMetrics.WON, g)))
        .toList();
  }

  /**
   * Open ones by their state, closed ones by their day: each from an index, and not the whole
   * table.
   */
  private List<RepFigure> reps(LocalDate from, Actor actor) {
    Where where =
        new Where()
            .and(
                "(o.state = 'open' OR o.state = 'won' AND o.closed_on >= :from"
                    + " OR o.state = 'lost' AND o.closed_on >= :from)",
                "from",
                from);
    return groups
        .of(
            OpportunityMetrics.dimension("owner"),
            List.of(
                OpportunityMetrics.WON,
                OpportunityMetrics.OPEN,
                OpportunityMetrics.WON_COUNT,
                OpportunityMetrics.LOST_COUNT),
            where,
            actor)
        .stream()
        .map(
            g ->
                new RepFigure(
                    g.label(),
                    text(OpportunityMetrics.OPEN, g),
                    text(OpportunityMetrics.WON, g),
                    g.sum(OpportunityMetrics.WON_COUNT),
                    g.sum(OpportunityMetrics.LOST_COUNT)))
        .toList();
  }

  private String text(Measure measure, Groups.Group group) {
    CurrencyUnit currency = settings.company().currency();
    return measure.money(currency, group.sum(measure)).getAmount().toPlainString();
  }
}
