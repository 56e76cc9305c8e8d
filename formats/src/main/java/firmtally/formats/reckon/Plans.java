package firmtally.formats.reckon;

import firmtally.formats.json.Fields;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/** Months as they stand in documents. */
final class Plans {
  static final int MOST_MONTHS = 1200;

  private Plans() {}

  static Optional<Integer> months(Fields from, String name) {
    return from.whole(name, 1, MOST_MONTHS);
  }

  static boolean isMultiple(Optional<Integer> term, Optional<Integer> every) {
    return term.isEmpty() || every.isEmpty() || term.get() % every.get() == 0;
  }

  /** A problem at each line whose charges do not fit into the term evenly. */
  static <T> void checkMultiples(
      Optional<Integer> term,
      List<Optional<T>> lines,
      Function<T, Optional<Integer>> everyMonths,
      Function<T, Fields> of) {
    lines.stream()
        .flatMap(Optional::stream)
        .filter(line -> !isMultiple(term, everyMonths.apply(line)))
        .forEach(
            line ->
                of.apply(line)
                    .refuse("everyMonths", "termMonths is not a multiple of everyMonths"));
  }
}
