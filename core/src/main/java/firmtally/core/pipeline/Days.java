package firmtally.core.pipeline;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.Optional;

/** Numbers of days, gathered for their median. */
final class Days {
  private int[] days = new int[8];
  private int count;

  void add(long more) {
    if (count == days.length) {
      days = Arrays.copyOf(days, 2 * count);
    }
    days[count++] = Math.toIntExact(more);
  }

  int count() {
    return count;
  }

  /** The middle one, or the mean of the two middle ones; 1 decimal, half up. Empty without any. */
  Optional<BigDecimal> median() {
    if (count == 0) {
      return Optional.empty();
    }
    int[] sorted = sorted();
    long twice = (long) sorted[(count - 1) / 2] + sorted[count / 2];
    return Optional.of(
        BigDecimal.valueOf(twice).divide(BigDecimal.valueOf(2), 1, RoundingMode.HALF_UP));
  }

  int[] sorted() {
    int[] sorted = Arrays.copyOf(days, count);
    Arrays.sort(sorted);
    return sorted;
  }
}
