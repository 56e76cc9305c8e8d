package firmtally.server.customers.enquiry;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The words of a name, and what to look for in the index to find names nearly like it. A word that
 * begins like few others finds them by itself; words that thousands of names share, such as
 * "Dairy", only together: a search by one of them alone would look at all of those.
 */
record NameWords(List<String> words) {
  private static final int PREFIX = 3;

  /** So many records with a word that begins alike are looked at one by one. */
  private static final int FEW = 400;

  /**
   * @param plain a name in lower case, of letters, digits and single spaces
   */
  static NameWords of(String plain) {
    return new NameWords(
        Arrays.stream(plain.split(" ")).filter(word -> !word.isEmpty()).distinct().toList());
  }

  /** How the words begin that are long enough to be found by their beginning. */
  List<String> starts() {
    return words.stream().filter(NameWords::isLong).map(NameWords::start).toList();
  }

  private static boolean isLong(String word) {
    return word.length() >= PREFIX;
  }

  private static String start(String word) {
    return word.substring(0, PREFIX);
  }

  /**
   * What to MATCH; none where nothing in the name tells it from others.
   *
   * @param counts how many records have a word that begins as given
   */
  Set<String> queries(Map<String, Long> counts) {
    List<String> rare =
        starts().stream().filter(start -> isFew(counts.getOrDefault(start, 0L))).toList();
    if (!rare.isEmpty()) {
      return Set.of(
          rare.stream().map(start -> "\"" + start + "\"*").collect(Collectors.joining(" OR ")));
    }
    List<String> known =
        words.stream()
            .filter(word -> !isLong(word) || counts.getOrDefault(start(word), 0L) > 0)
            .map(word -> isLong(word) ? "\"" + start(word) + "\"*" : "\"" + word + "\"")
            .toList();
    if (starts().isEmpty() || known.isEmpty() || known.size() == 1 && words.size() > 1) {
      return Set.of();
    }
    Set<String> queries = new LinkedHashSet<>(Set.of(String.join(" ", known)));
    for (int left = 0; left < known.size() && known.size() > 2; left++) {
      List<String> others = new ArrayList<>(known);
      others.remove(left);
      // Two words that thousands share find thousands; it is one of the others then that is
      // telling.
      if (others.size() > 2 || others.stream().anyMatch(word -> !word.endsWith("*"))) {
        queries.add(String.join(" ", others));
      }
    }
    return queries;
  }

  private static boolean isFew(long count) {
    return count > 0 && count <= FEW;
  }
}
