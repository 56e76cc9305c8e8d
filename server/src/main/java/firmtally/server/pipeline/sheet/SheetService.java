package firmtally.server.pipeline.sheet;

import firmtally.core.pipeline.OpenTotal;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.pipeline.list.ListQuery;
import firmtally.server.pipeline.opportunity.MoveService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.pipeline.process.ProcessService;
import firmtally.server.pipeline.process.Stage;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.web.Input;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The sheet: stages by months of expected close, and moving an opportunity on it. */
@Service
public class SheetService {
  private static final PersonId ANYBODY = new PersonId(0);

  /** Columns for months; what closes before or after is gathered in one each. */
  private static final int MONTHS = 6;

  private static final Duration UNDONE_WITHIN = Duration.ofMinutes(10);
  private final SheetStore store;
  private final OpportunityService service;
  private final MoveService moves;
  private final ProcessService processes;
  private final SettingsService settings;
  private final ChangeLog log;
  private final Clock clock;

  SheetService(
      SheetStore store,
      OpportunityService service,
      MoveService moves,
      ProcessService processes,
      SettingsService settings,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.service = service;
    this.moves = moves;
    this.processes = processes;
    this.settings = settings;
    this.log = log;
    this.clock = clock;
  }

  /**
   * A column.
   *
   * @param month empty for what is late or later
   */
  record Column(String key, Optional<YearMonth> month, OpenTotal total, Optional<Money> goal) {}

  record Row(Stage stage, OpenTotal total) {}

  record Cell(StageId stageId, String column, OpenTotal total, List<SheetStore.Item> items) {}

  record Sheet(List<Row> rows, List<Column> columns, List<Cell> cells, OpenTotal total) {}

  /** Where something stands on the sheet. */
  private record Place(StageId stageId, String column) {}

  /** The sheet of one process; without one it is the first of new business. */
  Sheet sheet(ListQuery query, Actor actor) {
    String wanted = query.process() == null || query.process().isBlank() ? "new" : query.process();
    ProcessService.SalesProcess process =
        wanted.matches("[0-9]{1,9}")
            ? processes.get(new ProcessId(Long.parseLong(wanted)))
            : processes.first(wanted);
    CurrencyUnit currency = settings.company().currency();
    List<SheetStore.Item> items =
        store.open(query, process.id(), actor, LocalDate.now(clock), currency);
    YearMonth first = YearMonth.now(clock);
    Map<Place, List<SheetStore.Item>> places = new LinkedHashMap<>();
    Map<StageId, List<SheetStore.Item>> byStage = new HashMap<>();
    Map<String, List<SheetStore.Item>> byColumn = new HashMap<>();
    for (SheetStore.Item item : items) {
      Place place = new Place(item.stageId(), column(item, first));
      places.computeIfAbsent(place, p -> new ArrayList<>()).add(item);
      byStage.computeIfAbsent(place.stageId(), p -> new ArrayList<>()).add(item);
      byColumn.computeIfAbsent(place.column(), p -> new ArrayList<>()).add(item);
    }
    return new Sheet(
        process.stages().stream()
            .filter(s -> !s.deactivated() || byStage.containsKey(s.id()))
            .map(s -> new Row(s, total(currency, byStage.getOrDefault(s.id(), List.of()))))
            .toList(),
        columns(goals(query, first, actor), currency, byColumn, first),
        places.entrySet().stream()
            .map(
                e ->
                    new Cell(
                        e.getKey().stageId(),
                        e.getKey().column(),
                        total(currency, e.getValue()),
                        e.getValue()))
            .toList(),
        total(currency, items));
  }

  /** Goals are those of whom somebody sees, as the opportunities are. */
  private Map<YearMonth, Long> goals(ListQuery query, YearMonth first, Actor actor) {
    PersonId owner = query.owner() == null ? ANYBODY : query.owner();
    String team = query.team() == null ? "" : query.team().strip();
    boolean isOfAll = owner.equals(ANYBODY) && team.isEmpty();
    return store.goals(
        first, first.plusMonths(MONTHS - 1L), owner, isOfAll ? actor.seesTeam() : team);
  }

  private static List<Column> columns(
      Map<YearMonth, Long> goals,
      CurrencyUnit currency,
      Map<String, List<SheetStore.Item>> items,
      YearMonth first) {
    List<Column> columns = new ArrayList<>();
    columns.add(
        new Column("late", Optional.empty(), totalIn("late", currency, items), Optional.empty()));
    for (int i = 0; i < MONTHS; i++) {
      YearMonth month = first.plusMonths(i);
      columns.add(
          new Column(
              month.toString(),
              Optional.of(month),
              totalIn(month.toString(), currency, items),
              Optional.ofNullable(goals.get(month)).map(goal -> Money.ofMinor(currency, goal))));
    }
    columns.add(
        new Column("later", Optional.empty(), totalIn("later", currency, items), Optional.empty()));
    return columns;
  }

  private static OpenTotal totalIn(
      String column, CurrencyUnit currency, Map<String, List<SheetStore.Item>> items) {
    return total(currency, items.getOrDefault(column, List.of()));
  }

  private static String column(SheetStore.Item item, YearMonth first) {
    YearMonth month = YearMonth.from(item.expectedClose());
    if (month.isBefore(first)) {
      return "late";
    }
    return month.isBefore(first.plusMonths(MONTHS)) ? month.toString() : "later";
  }

  private static OpenTotal total(CurrencyUnit currency, List<SheetStore.Item> items) {
    return OpenTotal.of(currency, items.stream().map(SheetStore.Item::open).toList());
  }

  /**
   * Moves an opportunity to a stage and an expected close in one act. A later close is a slip;
   * taking a slip of one's own back within ten minutes takes it off again.
   *
   * @return the version that stands then
   */
  @Transactional
  public long place(
      OpportunityId id, long version, StageId stageId, String expectedClose, Actor actor) {
    Opportunity before = service.editableOpen(id, actor);
    Input input = new Input();
    Optional<LocalDate> day = input.day("expectedClose", expectedClose);
    input.check();
    Stage to = moves.target(before, stageId);
    LocalDate close = day.orElseThrow();
    int slips = before.slips() + slip(before, close, actor);
    int updated = store.place(id, version, stageId, close, slips, LocalDate.now(clock));
    log.expectOne(updated, "opportunity", id, before.version());
    if (!stageId.equals(before.stageId())) {
      moves.logMove(before, to, actor);
    }
    if (!close.equals(before.expectedClose())) {
      moves.logClose(before, close, actor);
    }
    return before.version() + 1;
  }

  private int slip(Opportunity before, LocalDate close, Actor actor) {
    if (close.isBefore(before.expectedClose())) {
      return moves.takesBack(before, close, UNDONE_WITHIN, actor) ? -1 : 0;
    }
    return close.isAfter(before.expectedClose()) ? 1 : 0;
  }
}
