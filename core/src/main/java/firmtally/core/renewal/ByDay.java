package firmtally.core.renewal;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Things that happen on days between a first and a last one. They are counted out by day, so that
 * those of one day stay in the order in which they were added, and many cost no more each than few.
 */
final class ByDay<T> {
  private final List<T> things = new ArrayList<>();
  private final int span;
  private int[] days = new int[64];

  ByDay(LocalDate first, LocalDate last) {
    span = Math.toIntExact(last.toEpochDay() - first.toEpochDay() + 1);
  }

  /**
   * @param day from 0 for the first day
   */
  void add(int day, T thing) {
    int place = things.size();
    if (place == days.length) {
      days = Arrays.copyOf(days, 2 * place);
    }
    days[place] = day;
    things.add(thing);
  }

  @SuppressWarnings("unchecked")
  List<T> inOrder() {
    int[] next = new int[span + 1];
    for (int i = 0; i < things.size(); i++) {
      next[days[i] + 1]++;
    }
    for (int day = 1; day <= span; day++) {
      next[day] += next[day - 1];
    }
    Object[] sorted = new Object[things.size()];
    for (int i = 0; i < things.size(); i++) {
      sorted[next[days[i]]++] = things.get(i);
    }
    return (List<T>) List.of(sorted);
  }
}
