package firmtally.server.upkeep.erasure;

import java.util.Collection;
import java.util.Comparator;
import java.util.List;

/**
 * By what somebody is known: their names, addresses and numbers, as they stand in texts.
 *
 * @param words the longest first, so that a part of one does not spoil it
 */
record Erased(List<String> words) {
  /** What stands in the place of what was erased. */
  static final String MARK = "[erased]";

  /** Shorter words are in texts that are not about them. */
  private static final int SHORTEST = 5;

  static Erased of(Collection<String> known) {
    return new Erased(
        known.stream()
            .filter(word -> word != null)
            .map(String::strip)
            .filter(word -> word.length() >= SHORTEST)
            .distinct()
            .sorted(Comparator.comparingInt(String::length).reversed())
            .toList());
  }
}
