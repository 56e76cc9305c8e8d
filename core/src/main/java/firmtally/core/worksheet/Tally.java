package firmtally.core.worksheet;

import firmtally.core.working.Working;
import java.util.List;

/**
 * A worksheet worked out: its lines in their order, and the totals.
 *
 * <p>Example: 10 of a product at 420.00 that costs 231.00, with 5 % discount, taxed at 19 %, give
 * gross 4,200.00, net 3,990.00, margin 1,680.00 (42.11 %), and a first invoice of 4,748.10.
 */
public record Tally(Worksheet worksheet, List<LineTally> lines, Totals totals) {
  /** How each figure of the lines and totals came about. */
  public List<Working> workings() {
    return TallyWorkings.of(this);
  }

  /**
   * How a section's {@link Subtotal} came about: contract, cost and margin.
   *
   * @param at the place that the workings are named by, such as {@code sections[0].}
   * @param section some of the lines
   */
  public List<Working> workings(String at, List<LineTally> section) {
    return TallyWorkings.ofSection(this, at, section);
  }
}
