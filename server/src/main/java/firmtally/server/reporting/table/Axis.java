package firmtally.server.reporting.table;

import firmtally.server.reporting.metrics.Dimension;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The groups along the rows or the columns of a table, in one or two levels. */
final class Axis {
  /** More periods than that are not filled in between. */
  private static final int MOST_PERIODS = 400;

  private final List<Dimension> dimensions;
  private final Head all = new Head(List.of(), "Total", 0);

  Axis(List<Dimension> dimensions) {
    this.dimensions = dimensions;
  }

  /** A group, and those within it. */
  static final class Head {
    private final List<String> keys;
    private final String label;
    private final long order;
    private final Map<String, Head> within = new LinkedHashMap<>();

    Head(List<String> keys, String label, long order) {
      this.keys = keys;
      this.label = label;
      this.order = order;
    }

    List<String> keys() {
      return keys;
    }

    String label() {
      return label;
    }

    List<Head> within() {
      return List.copyOf(within.values());
    }

    String path() {
      return Axis.path(keys);
    }

    private Head step(String key, String name, long place) {
      return within.computeIfAbsent(
          key,
          k -> {
            List<String> longer = new ArrayList<>(keys);
            longer.add(k);
            return new Head(List.copyOf(longer), name, place);
          });
    }
  }

  /** Keys as one text, a sign before each: a blank key is not the same as none. */
  static String path(List<String> keys) {
    StringBuilder path = new StringBuilder();
    keys.forEach(key -> path.append('\u0001').append(key));
    return path.toString();
  }

  Head all() {
    return all;
  }

  List<Dimension> dimensions() {
    return dimensions;
  }

  /** Takes a group down whose keys stand from a place on. */
  void add(TableStore.Group group, int from) {
    Head at = all;
    for (int i = 0; i < dimensions.size(); i++) {
      String key = group.keys()[from + i];
      at =
          at.step(
              key,
              dimensions.get(i).called(key, group.labels()[from + i]),
              group.orders()[from + i]);
    }
  }

  /** Puts in the periods between, in which there is nothing. */
  void fill() {
    if (!TablePlan.isTime(dimensions)) {
      return;
    }
    List<String> keys =
        all.within.keySet().stream().filter(key -> !key.isEmpty()).sorted().toList();
    if (keys.isEmpty()) {
      return;
    }
    Dimension.Kind kind = dimensions.get(0).kind();
    String last = keys.get(keys.size() - 1);
    String key = keys.get(0);
    for (int n = 0; n < MOST_PERIODS && key.compareTo(last) < 0; n++) {
      key = next(kind, key);
      all.step(key, dimensions.get(0).called(key, key), 0);
    }
  }

  private static String next(Dimension.Kind kind, String key) {
    return switch (kind) {
      case YEAR -> Integer.toString(Integer.parseInt(key) + 1);
      case QUARTER -> {
        int year = Integer.parseInt(key.substring(0, 4));
        int quarter = key.charAt(6) - '0';
        yield quarter == 4 ? (year + 1) + "-Q1" : year + "-Q" + (quarter + 1);
      }
      case MONTH -> YearMonth.parse(key).plusMonths(1).toString();
      case WEEK -> LocalDate.parse(key).plusWeeks(1).toString();
      default -> throw new IllegalStateException(kind + " has no next");
    };
  }

  /** By what groups are sorted, the first comes first. */
  interface Weight {
    /** What a group weighs; nothing stands last. */
    Optional<BigDecimal> of(Head head);
  }

  /**
   * Sorts each level.
   *
   * @param sort {@code name}, {@code -name}; blank is each field's own order, and what has none by
   *     weight
   */
  void sort(String sort, Weight weight) {
    sort(all, 0, sort, weight);
  }

  private void sort(Head head, int level, String sort, Weight weight) {
    if (level == dimensions.size()) {
      return;
    }
    List<Head> heads = new ArrayList<>(head.within.values());
    heads.sort(order(dimensions.get(level), sort, weight));
    head.within.clear();
    heads.forEach(h -> head.within.put(h.keys.get(level), h));
    heads.forEach(h -> sort(h, level + 1, sort, weight));
  }

  private static Comparator<Head> order(Dimension dimension, String sort, Weight weight) {
    Comparator<Head> byName =
        Comparator.comparing((Head h) -> h.label, String.CASE_INSENSITIVE_ORDER)
            .thenComparing(Head::path);
    Comparator<Head> byKey = Comparator.comparing(Head::path);
    boolean isDate = dimension.kind().isDate();
    if (sort.equals("name")) {
      return isDate ? byKey : byName;
    }
    if (sort.equals("-name")) {
      return isDate ? byKey.reversed() : byName.reversed();
    }
    if (sort.isEmpty() && isDate) {
      return byKey;
    }
    if (sort.isEmpty() && !dimension.order().isBlank()) {
      return Comparator.comparingLong((Head h) -> h.order).thenComparing(byName);
    }
    Comparator<BigDecimal> most =
        sort.isEmpty() || sort.startsWith("-")
            ? Comparator.reverseOrder()
            : Comparator.naturalOrder();
    return Comparator.comparing((Head h) -> weight.of(h).orElse(null), Comparator.nullsLast(most))
        .thenComparing(byName);
  }

  /**
   * Folds what is beyond the first so many of each level into one.
   *
   * @return the paths of what was folded, each with the path into which it was
   */
  Map<String, String> fold(int most, int mostWithin) {
    Map<String, String> folded = new HashMap<>();
    if (!dimensions.isEmpty()) {
      fold(all, dimensions.get(0).kind().isDate() ? MOST_PERIODS : most, folded);
      for (Head head : all.within.values()) {
        fold(head, mostWithin, folded);
      }
    }
    return folded;
  }

  private static void fold(Head head, int most, Map<String, String> folded) {
    if (head.within.size() <= most) {
      return;
    }
    List<Head> heads = new ArrayList<>(head.within.values());
    List<Head> rest = heads.subList(most, heads.size());
    List<String> keys = new ArrayList<>(head.keys);
    keys.add(OTHERS);
    Head others = new Head(List.copyOf(keys), rest.size() + " others", 0);
    rest.forEach(
        h -> {
          folded.put(h.path(), others.path());
          head.within.remove(h.keys.get(h.keys.size() - 1));
        });
    head.within.put(OTHERS, others);
  }

  /** The key of what is folded; no record has it. */
  static final String OTHERS = "\u0002";
}
