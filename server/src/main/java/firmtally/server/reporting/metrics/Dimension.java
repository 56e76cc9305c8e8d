package firmtally.server.reporting.metrics;

/**
 * What records are grouped by.
 *
 * @param name as it is asked for, such as {@code owner}
 * @param key the expression that tells groups apart
 * @param label the expression of what a group is called; one and the same within a group
 * @param join what has to stand beside the record for it, where a record can have several; else
 *     blank
 * @param order the expression that groups are sorted by before their sums; blank for none
 */
public record Dimension(String name, String key, String label, String join, String order) {
  static Dimension of(String name, String expression) {
    return new Dimension(name, expression, expression, "", "");
  }

  static Dimension of(String name, String key, String label) {
    return new Dimension(name, key, label, "", "");
  }

  /** The same, with what has to stand beside the record. */
  public Dimension joining(String beside) {
    return new Dimension(name, key, label, beside, order);
  }

  Dimension sortedBy(String expression) {
    return new Dimension(name, key, label, join, expression);
  }
}
