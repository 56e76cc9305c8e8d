package firmtally.server.reporting.table;

import firmtally.server.access.Actor;
import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.reporting.metrics.Dimension;
import firmtally.server.reporting.metrics.OwnDimensions;
import firmtally.server.reporting.metrics.Subject;
import firmtally.server.reporting.metrics.TableMeasure;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What is asked for, understood. */
record TablePlan(
    Subject subject,
    List<Dimension> rows,
    List<Dimension> columns,
    List<TableMeasure> measures,
    Map<Dimension, List<String>> filter,
    Subject.Day day,
    Optional<LocalDate> from,
    Optional<LocalDate> to,
    Show show,
    String sort) {
  private static final int MOST_LEVELS = 2;
  private static final int MOST_MEASURES = 6;

  /** How the figures are shown. */
  enum Show {
    VALUE,
    SHARE,
    RUNNING,
    BEFORE
  }

  /**
   * Reads what is asked for.
   *
   * @throws BadInput naming what is not there
   */
  static TablePlan of(TableQuery query, LocalDate today, Actor actor, OwnDimensions subjects) {
    String name = TableQuery.text(query.subject());
    Subject subject = subjects.of(name.isEmpty() ? "opportunities" : name);
    List<Dimension> rows = dimensions(subject, "rows", query.rows());
    List<Dimension> columns = dimensions(subject, "columns", query.columns());
    if (columns.stream().anyMatch(rows::contains)) {
      throw BadInput.at("columns", "Choose another field than on the rows.");
    }
    List<TableMeasure> measures = measures(subject, query.measures(), actor);
    Optional<Period> period = Period.of(TableQuery.text(query.period()));
    Input input = new Input();
    Optional<LocalDate> from =
        period.map(p -> p.from(today)).or(() -> input.maybeDay("from", query.from()));
    Optional<LocalDate> to =
        period.map(p -> p.to(today)).or(() -> input.maybeDay("to", query.to()));
    if (from.isPresent() && to.isPresent() && to.get().isBefore(from.get())) {
      input.refuse("to", "Enter a day from the first one on.");
    }
    input.check();
    TablePlan plan =
        new TablePlan(
            subject,
            rows,
            columns,
            measures,
            filter(subject, TableQuery.text(query.filter())),
            subject.day(TableQuery.text(query.day())),
            from,
            to,
            show(TableQuery.text(query.show())),
            TableQuery.text(query.sort()));
    plan.check();
    return plan;
  }

  private void check() {
    String by = sort.replaceFirst("^-", "").replaceFirst("@.*$", "");
    if (!by.isEmpty()
        && !by.equals("name")
        && measures.stream().noneMatch(m -> m.name().equals(by))) {
      throw BadInput.at("sort", "Sort by name or by a figure that is shown.");
    }
    if (show == Show.BEFORE && !hasTime() && (from.isEmpty() || to.isEmpty())) {
      throw BadInput.at(
          "show",
          "Put a date on rows or columns, or set a first and a last day, to compare with the period before.");
    }
    if (show == Show.RUNNING && measures.stream().noneMatch(TableMeasure::isSum)) {
      throw BadInput.at("show", "Percents and averages have no running total.");
    }
  }

  private static Show show(String word) {
    for (Show show : Show.values()) {
      if (show.name().toLowerCase(Locale.ROOT).equals(word)) {
        return show;
      }
    }
    if (!word.isEmpty()) {
      throw BadInput.at("show", "Choose one of value, share, running, before.");
    }
    return Show.VALUE;
  }

  private static List<String> words(String text) {
    return Arrays.stream(TableQuery.text(text).split(","))
        .map(String::strip)
        .filter(word -> !word.isEmpty())
        .toList();
  }

  private static List<Dimension> dimensions(Subject subject, String at, String text) {
    List<Dimension> dimensions =
        words(text).stream().map(word -> subject.dimension(at, word)).toList();
    if (dimensions.size() > MOST_LEVELS) {
      throw BadInput.at(at, "At most two fields fit here.");
    }
    if (Set.copyOf(dimensions).size() < dimensions.size()) {
      throw BadInput.at(at, "Choose another field than the first.");
    }
    return dimensions;
  }

  private static List<TableMeasure> measures(Subject subject, String text, Actor actor) {
    List<TableMeasure> measures = words(text).stream().distinct().map(subject::measure).toList();
    if (measures.size() > MOST_MEASURES) {
      throw BadInput.at("measures", "At most six figures fit beside each other.");
    }
    if (measures.isEmpty()) {
      return List.of(subject.measures().values().iterator().next());
    }
    if (measures.stream().anyMatch(TableMeasure::tellsCosts)) {
      actor.checkSeesCosts();
    }
    return measures;
  }

  private static Map<Dimension, List<String>> filter(Subject subject, String text) {
    Map<Dimension, List<String>> filter = new LinkedHashMap<>();
    for (String part : text.split(";")) {
      int colon = part.indexOf(':');
      if (colon < 0) {
        if (part.isBlank()) {
          continue;
        }
        throw BadInput.at("filter", "A filter is written field:value.");
      }
      Dimension dimension = subject.dimension("filter", part.substring(0, colon).strip());
      List<String> keys =
          Arrays.stream(part.substring(colon + 1).split(",", -1)).map(TablePlan::decoded).toList();
      if (dimension.kind() == Dimension.Kind.NUMBER
          && keys.stream().anyMatch(key -> !key.matches("[0-9]{1,18}"))) {
        throw BadInput.at("filter", dimension.title() + " is filtered by numbers.");
      }
      filter.computeIfAbsent(dimension, d -> new ArrayList<>()).addAll(keys);
    }
    return filter;
  }

  private static String decoded(String key) {
    try {
      return URLDecoder.decode(key, StandardCharsets.UTF_8);
    } catch (IllegalArgumentException e) {
      throw BadInput.at("filter", "This filter cannot be read: " + key);
    }
  }

  /** Whether rows or columns begin with a part of a day. */
  boolean hasTime() {
    return isTime(columns) || isTime(rows);
  }

  static boolean isTime(List<Dimension> dimensions) {
    return !dimensions.isEmpty() && dimensions.get(0).kind().isDate();
  }

  /** The same of the days before, as many as these are. */
  TablePlan before() {
    long days = ChronoUnit.DAYS.between(from.orElseThrow(), to.orElseThrow()) + 1;
    return new TablePlan(
        subject,
        rows,
        columns,
        measures,
        filter,
        day,
        from.map(d -> d.minusDays(days)),
        to.map(d -> d.minusDays(days)),
        Show.VALUE,
        sort);
  }

  /** The same, not narrowed by a field. */
  TablePlan without(Dimension dimension) {
    Map<Dimension, List<String>> others = new LinkedHashMap<>(filter);
    others.remove(dimension);
    return new TablePlan(subject, rows, columns, measures, others, day, from, to, Show.VALUE, "");
  }

  /** What it is narrowed to; who sees what is added by the store. */
  Where where() {
    Where where = new Where();
    if (!subject.condition().isEmpty()) {
      where.and(subject.condition());
    }
    int n = 0;
    for (Map.Entry<Dimension, List<String>> entry : filter.entrySet()) {
      String value = "f" + n;
      n++;
      Dimension dimension = entry.getKey();
      boolean isNumber = dimension.kind() == Dimension.Kind.NUMBER;
      String in = " IN (SELECT value FROM json_each(:" + value + "))";
      boolean isBlank = entry.getValue().contains("");
      String key =
          "(" + dimension.key() + in + (isBlank ? " OR " + dimension.key() + " IS NULL" : "") + ")";
      where.and(
          // Whoever stands in two of the groups that are wanted counts once.
          dimension.isSeveral()
              ? "EXISTS (SELECT 1 FROM (SELECT 1) " + dimension.join() + " WHERE " + key + ")"
              : key,
          value,
          JsonList.of(
              isNumber ? entry.getValue().stream().map(Long::valueOf).toList() : entry.getValue()));
    }
    from.ifPresent(d -> where.and(day.expression() + " >= :firstDay", "firstDay", d));
    to.ifPresent(d -> where.and(day.expression() + " <= :lastDay", "lastDay", d));
    return where;
  }

  /** What has to stand beside the records for what they are grouped by. */
  static String joins(List<Dimension> grouped) {
    return String.join("", grouped.stream().map(Dimension::join).distinct().toList());
  }
}
