package firmtally.server.platform.doors;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.github.bucket4j.Bucket;
import java.time.Duration;

/** What one door takes. */
final class Door {
  private static final int KIB = 1024;
  private static final Duration MINUTE = Duration.ofMinutes(1);
  private static final int MOST_ADDRESSES = 100_000;
  private final int mostBytes;
  private final Duration within;
  private final LoadingCache<String, Bucket> senders;

  Door(int kib, int seconds, int perMinute) {
    this.mostBytes = kib * KIB;
    this.within = Duration.ofSeconds(seconds);
    this.senders = perMinute == 0 ? null : senders(perMinute);
  }

  static Door of(BodyLimit limit) {
    return new Door(limit.kib(), limit.seconds(), limit.perMinute());
  }

  private static LoadingCache<String, Bucket> senders(int perMinute) {
    return Caffeine.newBuilder()
        .maximumSize(MOST_ADDRESSES)
        .expireAfterAccess(MINUTE.multipliedBy(2))
        .build(
            address ->
                Bucket.builder()
                    .addLimit(limit -> limit.capacity(perMinute).refillGreedy(perMinute, MINUTE))
                    .build());
  }

  int mostBytes() {
    return mostBytes;
  }

  Duration within() {
    return within;
  }

  /** Whether an address may send one more now. */
  boolean lets(String address) {
    return senders == null || senders.get(address).tryConsume(1);
  }
}
