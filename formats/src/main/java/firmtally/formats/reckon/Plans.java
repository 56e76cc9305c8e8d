package firmtally.formats.reckon;

import firmtally.formats.json.Fields;
import java.util.Optional;

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
}
