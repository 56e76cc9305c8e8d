package firmtally.server.platform.doors;

import java.time.Duration;

/** What one door takes. */
final class Door {
  private static final int KIB = 1024;
  private static final Duration MINUTE = Duration.ofMinutes(1);
  private final int mostBytes;
  private final Duration within;
  private final Allowance senders;

  Door(int kib, int seconds, int perMinute) {
    this.mostBytes = kib * KIB;
    this.within = Duration.ofSeconds(seconds);
    this.senders = perMinute == 0 ? null : new Allowance(perMinute, MINUTE);
  }

  static Door of(BodyLimit limit) {
    return new Door(limit.kib(), limit.seconds(), limit.perMinute());
  }

  int mostBytes() {
    return mostBytes;
  }

  Duration within() {
    return within;
  }

  /** Whether an address may send one more now. */
  boolean lets(String address) {
    return senders == null || senders.take(address);
  }
}
