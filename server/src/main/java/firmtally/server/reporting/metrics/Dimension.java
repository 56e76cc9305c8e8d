package firmtally.server.reporting.metrics;

import java.util.Map;

/**
 * What records are grouped by.
 *
 * @param name as it is asked for, such as {@code owner}
 * @param title what it is called
 * @param key the expression that tells groups apart
 * @param label the expression of what a group is called; one and the same within a group
 * @param join what has to stand beside the record for it, where a record can have several; else
 *     blank
 * @param order the expression that groups are sorted by before their sums; blank for none
 * @param kind of what its keys are
 * @param words what keys are called, where the key is no word for people
 */
public record Dimension(
    String name,
    String title,
    String key,
    String label,
    String join,
    String order,
    Kind kind,
    Map<String, String> words) {
  /** Of what the keys of a dimension are. */
  public enum Kind {
    TEXT,
    /** Ids and other whole numbers. */
    NUMBER,
    YEAR,
    QUARTER,
    MONTH,
    /** A week is known by its Monday. */
    WEEK;

    /** Whether its groups follow each other in time. */
    public boolean isDate() {
      return this != TEXT && this != NUMBER;
    }
  }

  static Dimension of(String name, String title, String expression) {
    return new Dimension(name, title, expression, expression, "", "", Kind.TEXT, Map.of());
  }

  /** Of ids, with the name of what has the id. */
  static Dimension of(String name, String title, String key, String label) {
    return new Dimension(name, title, key, label, "", "", Kind.NUMBER, Map.of());
  }

  /** A part of a day, such as its month; nothing where there is no day. */
  static Dimension ofDay(String name, String title, String day, Kind kind) {
    String key =
        switch (kind) {
          case YEAR -> "substr(" + day + ", 1, 4)";
          case QUARTER ->
              "substr(" + day + ", 1, 4) || '-Q' || ((substr(" + day + ", 6, 2) + 2) / 3)";
          case MONTH -> "substr(" + day + ", 1, 7)";
          case WEEK -> "date(" + day + ", 'weekday 0', '-6 days')";
          default -> throw new IllegalArgumentException(kind + " is no part of a day");
        };
    return new Dimension(name, title, key, key, "", "1", kind, Map.of());
  }

  /** The same, with what has to stand beside the record. */
  public Dimension joining(String beside) {
    return new Dimension(name, title, key, label, beside, order, kind, words);
  }

  Dimension sortedBy(String expression) {
    return new Dimension(name, title, key, label, join, expression, kind, words);
  }

  Dimension calling(Map<String, String> called) {
    return new Dimension(name, title, key, label, join, order, kind, called);
  }

  /** Whether a record can stand in several groups of it, so that their sums are more than all. */
  public boolean isSeveral() {
    return !join.isBlank();
  }

  /** What a group is called on a screen. */
  public String called(String groupKey, String groupLabel) {
    if (words.containsKey(groupKey)) {
      return words.get(groupKey);
    }
    return groupLabel == null || groupLabel.isBlank() ? "none" : groupLabel;
  }
}
