package firmtally.server.platform.database;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/** The statements that took long since the application started, for whoever looks after it. */
public final class SlowStatements {
  /** What takes longer is remembered. */
  public static final Duration SLOW = Duration.ofMillis(200);

  private static final int MOST = 200;
  private static final Map<String, Slow> BY_TEXT = new ConcurrentHashMap<>();

  private SlowStatements() {}

  /**
   * A statement that took long at least once.
   *
   * @param times how often it did
   */
  public record Slow(String text, long times, Duration longest, Instant last) {
    private Slow and(Duration another, Instant at) {
      return new Slow(text, times + 1, another.compareTo(longest) > 0 ? another : longest, at);
    }
  }

  static void took(String text, Duration time) {
    if (time.compareTo(SLOW) < 0 || BY_TEXT.size() >= MOST && !BY_TEXT.containsKey(text)) {
      return;
    }
    Instant now = Instant.now();
    BY_TEXT.compute(
        text, (key, known) -> known == null ? new Slow(key, 1, time, now) : known.and(time, now));
  }

  /** Those that took longest, the slowest first. */
  public static List<Slow> list(int most) {
    return BY_TEXT.values().stream()
        .sorted(Comparator.comparing(Slow::longest).reversed())
        .limit(most)
        .toList();
  }
}
