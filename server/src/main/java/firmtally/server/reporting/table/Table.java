package firmtally.server.reporting.table;

import firmtally.core.money.Percent;
import firmtally.server.reporting.metrics.Measure;
import firmtally.server.reporting.metrics.TableMeasure;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;

/** A table put together: its rows, its columns, and the figure of each cell. */
final class Table {
  private static final int MOST_ROWS = 200;
  private static final int MOST_WITHIN = 60;
  private static final int MOST_COLUMNS = 40;
  private static final int MOST_COLUMNS_WITHIN = 20;
  private final TablePlan plan;
  private final CurrencyUnit currency;
  private final List<Measure> sums;
  private final Axis rows;
  private final Axis columns;
  private final Map<String, long[]> cells = new HashMap<>();
  private Optional<Table> before = Optional.empty();

  Table(TablePlan plan, CurrencyUnit currency) {
    this.plan = plan;
    this.currency = currency;
    this.sums = sums(plan);
    this.rows = new Axis(plan.rows());
    this.columns = new Axis(plan.columns());
  }

  /** What has to be summed for the figures that are shown. */
  static List<Measure> sums(TablePlan plan) {
    List<Measure> sums = new ArrayList<>();
    for (TableMeasure measure : plan.measures()) {
      sums.add(measure.sum());
      measure.per().ifPresent(sums::add);
    }
    return sums.stream().distinct().toList();
  }

  /** Takes groups by all rows and columns; the sums of each level are those of its groups. */
  void addAll(List<TableStore.Group> groups) {
    int depth = plan.rows().size();
    int width = plan.columns().size();
    for (TableStore.Group group : groups) {
      rows.add(group, 0);
      columns.add(group, depth);
      List<String> keys = List.of(group.keys());
      for (int r = 0; r <= depth; r++) {
        String row = Axis.path(keys.subList(0, r));
        for (int c = 0; c <= width; c++) {
          add(place(row, Axis.path(keys.subList(depth, depth + c))), group.sums());
        }
      }
    }
  }

  /** Takes groups of one level, whose sums stand for themselves. */
  void addLevel(List<TableStore.Group> groups, int depth, int width) {
    for (TableStore.Group group : groups) {
      List<String> keys = List.of(group.keys());
      if (depth == plan.rows().size() && width == plan.columns().size()) {
        rows.add(group, 0);
        columns.add(group, depth);
      }
      add(
          place(Axis.path(keys.subList(0, depth)), Axis.path(keys.subList(depth, depth + width))),
          group.sums());
    }
  }

  private void add(String place, long[] more) {
    long[] kept = cells.computeIfAbsent(place, p -> new long[more.length]);
    for (int i = 0; i < more.length; i++) {
      kept[i] = Math.addExact(kept[i], more[i]);
    }
  }

  private static String place(String row, String column) {
    return row + "\u0003" + column;
  }

  /** What it is compared with where there is no time on rows or columns. */
  void compare(Table with) {
    before = Optional.of(with);
  }

  /** Fills in periods, sorts, and folds what is beyond the most that fits. */
  void finish() {
    rows.fill();
    columns.fill();
    String sort = plan.sort();
    String column = sort.contains("@") ? sort.substring(sort.indexOf('@') + 1) : "";
    String by = sort.replaceFirst("@.*$", "");
    TableMeasure weighing =
        plan.measures().stream()
            .filter(m -> m.name().equals(by.replaceFirst("^-", "")))
            .findFirst()
            .orElse(plan.measures().get(0));
    rows.sort(by, head -> figure(head.path(), column, weighing));
    columns.sort("", head -> figure("", head.path(), plan.measures().get(0)));
    take(rows.fold(MOST_ROWS, MOST_WITHIN), true);
    take(columns.fold(MOST_COLUMNS, MOST_COLUMNS_WITHIN), false);
  }

  /** Takes the sums of what was folded over to where it was folded, all cells looked at once. */
  private void take(Map<String, String> folded, boolean isRow) {
    if (folded.isEmpty()) {
      return;
    }
    Map<String, long[]> more = new HashMap<>();
    cells.forEach(
        (place, kept) -> {
          int at = place.indexOf('\u0003');
          String row = place.substring(0, at);
          String column = place.substring(at + 1);
          String into = folded.get(isRow ? row : column);
          if (into != null) {
            String to = isRow ? place(into, column) : place(row, into);
            long[] sums = more.computeIfAbsent(to, p -> new long[kept.length]);
            for (int i = 0; i < kept.length; i++) {
              sums[i] = Math.addExact(sums[i], kept[i]);
            }
          }
        });
    more.forEach(this::add);
  }

  TablePlan plan() {
    return plan;
  }

  /** The rows in their order, each with those within it behind it, all together at the end. */
  List<Axis.Head> rows() {
    return flat(rows.all(), true);
  }

  /** The columns in their order, each after those within it, all together at the end. */
  List<Axis.Head> columns() {
    return flat(columns.all(), false);
  }

  private static List<Axis.Head> flat(Axis.Head all, boolean isFirst) {
    List<Axis.Head> flat = new ArrayList<>();
    for (Axis.Head head : all.within()) {
      if (isFirst) {
        flat.add(head);
      }
      flat.addAll(head.within());
      if (!isFirst) {
        flat.add(head);
      }
    }
    flat.add(all);
    return flat;
  }

  /** The figure of a group itself, however it is shown. */
  Optional<BigDecimal> figure(String row, String column, TableMeasure measure) {
    long[] kept = cells.get(place(row, column));
    if (kept == null) {
      return Optional.empty();
    }
    return measure.figure(
        currency,
        kept[sums.indexOf(measure.sum())],
        measure.per().map(per -> kept[sums.indexOf(per)]).orElse(0L));
  }

  /** What a quotient of a row is divided by, as a number. */
  BigDecimal per(String row, TableMeasure measure) {
    long[] kept = cells.get(place(row, ""));
    return kept == null || measure.per().isEmpty()
        ? BigDecimal.ZERO
        : measure.per().get().number(currency, kept[sums.indexOf(measure.per().get())]);
  }

  /** What a cell shows. */
  Optional<BigDecimal> shown(Axis.Head row, Axis.Head column, TableMeasure measure) {
    Optional<BigDecimal> figure = figure(row.path(), column.path(), measure);
    return switch (plan.show()) {
      case VALUE -> figure;
      case SHARE ->
          measure.isSum()
              ? figure.flatMap(
                  f ->
                      figure("", column.path(), measure)
                          .flatMap(all -> Percent.ratio(f, all))
                          .map(Percent::value))
              : figure;
      case RUNNING -> measure.isSum() ? running(row, column, measure) : Optional.empty();
      case BEFORE -> change(row, column, measure, figure);
    };
  }

  private Optional<BigDecimal> running(Axis.Head row, Axis.Head column, TableMeasure measure) {
    boolean isAlong = TablePlan.isTime(plan.columns()) && !TablePlan.isTime(plan.rows());
    Axis.Head head = isAlong ? column : row;
    if (head.keys().isEmpty()) {
      return figure(row.path(), column.path(), measure);
    }
    BigDecimal sum = BigDecimal.ZERO;
    for (Axis.Head sibling : siblings(isAlong ? columns : rows, head)) {
      sum =
          sum.add(
              figure(
                      isAlong ? row.path() : sibling.path(),
                      isAlong ? sibling.path() : column.path(),
                      measure)
                  .orElse(BigDecimal.ZERO));
      if (sibling == head) {
        break;
      }
    }
    return Optional.of(sum);
  }

  private static List<Axis.Head> siblings(Axis axis, Axis.Head head) {
    if (head.keys().size() <= 1) {
      return axis.all().within();
    }
    return axis.all().within().stream()
        .filter(h -> h.keys().get(0).equals(head.keys().get(0)))
        .findFirst()
        .orElseThrow()
        .within();
  }

  private Optional<BigDecimal> change(
      Axis.Head row, Axis.Head column, TableMeasure measure, Optional<BigDecimal> now) {
    Optional<BigDecimal> then;
    if (before.isPresent()) {
      then = before.get().figure(row.path(), column.path(), measure);
    } else {
      boolean isAlong = TablePlan.isTime(plan.columns());
      Optional<String> earlier = earlier(isAlong ? columns : rows, isAlong ? column : row);
      if (earlier.isEmpty()) {
        return Optional.empty();
      }
      then =
          figure(
              isAlong ? row.path() : earlier.get(),
              isAlong ? earlier.get() : column.path(),
              measure);
    }
    if (now.isEmpty() && then.isEmpty()) {
      return Optional.empty();
    }
    return measure.isSum() || now.isPresent() && then.isPresent()
        ? Optional.of(now.orElse(BigDecimal.ZERO).subtract(then.orElse(BigDecimal.ZERO)))
        : Optional.empty();
  }

  /** The same in the period before; nothing for the first one, and for all together. */
  private static Optional<String> earlier(Axis axis, Axis.Head head) {
    if (head.keys().isEmpty()) {
      return Optional.empty();
    }
    List<Axis.Head> periods = axis.all().within();
    for (int i = 1; i < periods.size(); i++) {
      if (periods.get(i).keys().get(0).equals(head.keys().get(0))) {
        List<String> keys = new ArrayList<>(head.keys());
        keys.set(0, periods.get(i - 1).keys().get(0));
        return Optional.of(Axis.path(keys));
      }
    }
    return Optional.empty();
  }

  /** How a figure is written where it is shown. */
  TableMeasure.Kind kind(TableMeasure measure) {
    return plan.show() == TablePlan.Show.SHARE && measure.isSum()
        ? TableMeasure.Kind.PERCENT
        : measure.kind();
  }
}
