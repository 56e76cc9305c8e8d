package firmtally.core.pipeline;

import java.util.Arrays;
import java.util.List;

/** Totals that can be told apart, rising, each with its odds. */
final class Lumps {
  private static final double MOST_STEPS = 1 << 15;
  private static final double MOST_WORK = 1e8;
  private static final int MOST = 8192;
  private static final int MOST_OF_MANY = 1024;
  private static final int MANY = 1000;

  /** Less than this is left out; all that could be left out is far below a point. */
  private static final double NOTHING = 1e-14;

  private final int most;
  private double cell;
  private double[] at = {0};
  private double[] odds = {1};

  private Lumps(int most) {
    this.most = most;
  }

  /** Whether all values are multiples of a step, and so few steps that each total can be kept. */
  static boolean fitsSteps(List<NearTotals.Part> parts, double step) {
    double steps = parts.stream().mapToDouble(NearTotals.Part::value).sum() / step;
    return steps <= MOST_STEPS && steps * parts.size() <= MOST_WORK;
  }

  static Lumps inSteps(List<NearTotals.Part> parts, double step) {
    int steps = (int) Math.round(parts.stream().mapToDouble(NearTotals.Part::value).sum() / step);
    double[] dense = new double[steps + 1];
    dense[0] = 1;
    int reached = 0;
    for (NearTotals.Part part : parts) {
      int by = (int) Math.round(part.value() / step);
      for (int i = reached; i >= 0; i--) {
        dense[i + by] += dense[i] * part.odds();
        dense[i] *= 1 - part.odds();
      }
      reached += by;
    }
    Lumps lumps = new Lumps(steps + 1);
    lumps.odds = dense;
    lumps.at = new double[steps + 1];
    Arrays.setAll(lumps.at, i -> i * step);
    return lumps;
  }

  static Lumps of(List<NearTotals.Part> parts) {
    Lumps lumps = new Lumps(parts.size() > MANY ? MOST_OF_MANY : MOST);
    parts.forEach(lumps::add);
    return lumps;
  }

  int size() {
    return at.length;
  }

  double at(int i) {
    return at[i];
  }

  double odds(int i) {
    return odds[i];
  }

  double least() {
    return at[0];
  }

  double most() {
    return at[at.length - 1];
  }

  /** The first total up to which the odds sum to at least so much. */
  double firstWithin(double wanted) {
    double sum = 0;
    for (int i = 0; i < at.length; i++) {
      sum += odds[i];
      if (sum >= wanted) {
        return at[i];
      }
    }
    return most();
  }

  private void add(NearTotals.Part part) {
    double[] nextAt = new double[2 * at.length];
    double[] nextOdds = new double[2 * at.length];
    int without = 0;
    int with = 0;
    while (with < at.length) {
      double raised = at[with] + part.value();
      int to = without + with;
      if (without < at.length && at[without] <= raised) {
        nextAt[to] = at[without];
        nextOdds[to] = odds[without++] * (1 - part.odds());
      } else {
        nextAt[to] = raised;
        nextOdds[to] = odds[with++] * part.odds();
      }
    }
    int size = merge(nextAt, nextOdds, nextAt.length);
    while (size > most) {
      cell = cell == 0 ? 1 : cell * 2;
      size = merge(nextAt, nextOdds, size);
    }
    at = Arrays.copyOf(nextAt, size);
    odds = Arrays.copyOf(nextOdds, size);
  }

  /**
   * Merges in place what lies in one cell, at its centre of gravity, so that the mean stays.
   *
   * @return how many are left
   */
  private int merge(double[] places, double[] weights, int size) {
    int last = -1;
    double cellOfLast = Double.NaN;
    for (int i = 0; i < size; i++) {
      if (weights[i] < NOTHING) {
        continue;
      }
      double place = places[i];
      double here = cell == 0 ? place : Math.floor(place / cell);
      if (last >= 0 && here == cellOfLast) {
        double sum = weights[last] + weights[i];
        places[last] += (place - places[last]) * (weights[i] / sum);
        weights[last] = sum;
      } else {
        last++;
        places[last] = place;
        weights[last] = weights[i];
        cellOfLast = here;
      }
    }
    return last + 1;
  }
}
