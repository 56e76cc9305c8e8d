package firmtally.server.reporting.metrics;

import java.util.List;
import java.util.regex.Pattern;

/** What may be spoken of beside a record, of which it has one each. */
record Beside(Pattern spokenOf, String join) {
  Beside(String alias, String join) {
    this(Pattern.compile("\\b" + alias + "\\."), join);
  }

  /** What stands beside the records for what a statement speaks of, and nothing more. */
  static String of(List<Beside> all, String spoken) {
    StringBuilder joins = new StringBuilder();
    for (Beside beside : all) {
      if (beside.spokenOf().matcher(spoken).find()) {
        joins.append(beside.join());
      }
    }
    return joins.toString();
  }
}
