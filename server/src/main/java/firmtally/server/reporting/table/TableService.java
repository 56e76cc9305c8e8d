package firmtally.server.reporting.table;

import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.reporting.metrics.Dimension;
import firmtally.server.reporting.metrics.Measure;
import firmtally.server.reporting.metrics.OwnDimensions;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Service;

/** Makes tables of what somebody sees; nothing is changed here. */
@Service
public class TableService {
  private static final Measure RECORDS = new Measure("records", Measure.Unit.COUNT, "COUNT(*)");
  private final TableStore store;
  private final OwnDimensions subjects;
  private final SettingsService settings;
  private final Clock clock;

  TableService(TableStore store, OwnDimensions subjects, SettingsService settings, Clock clock) {
    this.store = store;
    this.subjects = subjects;
    this.settings = settings;
    this.clock = clock;
  }

  /**
   * Reads a query and makes nothing of it.
   *
   * @throws firmtally.server.platform.web.BadInput when it asks for what is not there
   */
  void check(TableQuery query, Actor actor) {
    TablePlan.of(query, LocalDate.now(clock), actor, subjects);
  }

  /** The table that is asked for. */
  Table table(TableQuery query, Actor actor) {
    TablePlan plan = TablePlan.of(query, LocalDate.now(clock), actor, subjects);
    Table table = asked(plan, actor);
    if (plan.show() == TablePlan.Show.BEFORE && !plan.hasTime()) {
      table.compare(asked(plan.before(), actor));
    }
    table.finish();
    return table;
  }

  private Table asked(TablePlan plan, Actor actor) {
    LocalDate today = LocalDate.now(clock);
    Table table = new Table(plan, settings.company().currency());
    List<Measure> sums = Table.sums(plan);
    List<Dimension> by = new ArrayList<>(plan.rows());
    by.addAll(plan.columns());
    if (by.stream().noneMatch(Dimension::isSeveral) && sums.stream().allMatch(Measure::addsUp)) {
      table.addAll(store.groups(plan, by, sums, today, actor));
      return table;
    }
    // What stands in several groups, or is counted once over several lines, does not add up.
    for (int depth = 0; depth <= plan.rows().size(); depth++) {
      for (int width = 0; width <= plan.columns().size(); width++) {
        List<Dimension> some = new ArrayList<>(plan.rows().subList(0, depth));
        some.addAll(plan.columns().subList(0, width));
        table.addLevel(store.groups(plan, some, sums, today, actor), depth, width);
      }
    }
    return table;
  }

  /** A group that a table can be narrowed to, and how many records it has. */
  record Value(String key, String label, long count) {}

  /**
   * The groups of a field, of what the table's other filters leave: those that it is narrowed to
   * already, then those whose name holds a text, the latest or the largest first.
   */
  List<Value> values(TableQuery query, String field, String text, int most, Actor actor) {
    LocalDate today = LocalDate.now(clock);
    TablePlan plan = TablePlan.of(query, today, actor, subjects);
    Dimension dimension = plan.subject().dimension("field", field);
    List<String> chosen = plan.filter().getOrDefault(dimension, List.of());
    String wanted = text.strip().toLowerCase(Locale.ROOT);
    Comparator<Value> largest =
        Comparator.comparingLong(Value::count).reversed().thenComparing(Value::label);
    Comparator<Value> order =
        dimension.kind().isDate() ? Comparator.comparing(Value::key).reversed() : largest;
    return store
        .groups(plan.without(dimension), List.of(dimension), List.of(RECORDS), today, actor)
        .stream()
        .map(g -> new Value(g.keys()[0], dimension.called(g.keys()[0], g.labels()[0]), g.sums()[0]))
        .filter(
            v -> chosen.contains(v.key()) || v.label().toLowerCase(Locale.ROOT).contains(wanted))
        .sorted(Comparator.comparing((Value v) -> !chosen.contains(v.key())).thenComparing(order))
        .limit(most)
        .toList();
  }

  /** The records behind a figure, the most first. */
  List<TableStore.Row> records(TableQuery query, long skip, int most, Actor actor) {
    LocalDate today = LocalDate.now(clock);
    return store.records(TablePlan.of(query, today, actor, subjects), skip, most, today, actor);
  }
}
