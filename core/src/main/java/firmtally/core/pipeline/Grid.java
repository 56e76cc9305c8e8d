package firmtally.core.pipeline;

import java.util.Arrays;
import java.util.List;

/**
 * Totals spread over an even grid about their mean. Each value is taken as a whole number of steps;
 * the origin moves so that the mean stays exact.
 */
final class Grid {
  private static final int SIZE = 2048;

  /** Beyond so many deviations nothing is left that counts. */
  private static final double REACH = 6.5;

  private final double step;
  private final double[] upTo;
  private final double origin;

  private Grid(double step, double origin, double[] upTo) {
    this.step = step;
    this.origin = origin;
    this.upTo = upTo;
  }

  static Grid of(List<NearTotals.Part> parts) {
    if (parts.isEmpty()) {
      return new Grid(0, 0, new double[0]);
    }
    double variance = parts.stream().mapToDouble(NearTotals.Part::variance).sum();
    double step = 2 * REACH * Math.sqrt(variance) / SIZE;
    double[] odds = new double[SIZE];
    double[] next = new double[SIZE];
    odds[SIZE / 2] = 1;
    double origin = -step * (SIZE / 2);
    double left = 0;
    for (NearTotals.Part part : parts) {
      int steps = (int) Math.round(part.value() / step);
      // The middle of the grid follows the mean, in whole steps; what is left waits for the next.
      int back = (int) Math.round(steps * part.odds() + left);
      left += steps * part.odds() - back;
      shift(odds, next, part.odds(), steps - back, back);
      double[] spare = odds;
      odds = next;
      next = spare;
      origin += back * step + (part.value() - steps * step) * part.odds();
    }
    Arrays.parallelPrefix(odds, Double::sum);
    return new Grid(step, origin, odds);
  }

  /** Won moves up by some steps, lost down by others. */
  private static void shift(double[] from, double[] to, double odds, int up, int down) {
    Arrays.fill(to, 0);
    for (int i = 0; i < SIZE - down; i++) {
      to[i] = from[i + down] * (1 - odds);
    }
    for (int i = up; i < SIZE; i++) {
      to[i] += from[i - up] * odds;
    }
  }

  boolean isEmpty() {
    return upTo.length == 0;
  }

  double least() {
    return origin;
  }

  double most() {
    return origin + step * SIZE;
  }

  /** P(total ≤ x); what a step holds is taken as spread evenly over it. */
  double within(double x) {
    if (isEmpty()) {
      return x >= 0 ? 1 : 0;
    }
    double place = (x - origin) / step + 0.5;
    int whole = (int) Math.floor(place);
    if (whole < 0) {
      return 0;
    }
    if (whole >= SIZE) {
      return 1;
    }
    double before = whole == 0 ? 0 : upTo[whole - 1];
    return before + (upTo[whole] - before) * (place - whole);
  }
}
