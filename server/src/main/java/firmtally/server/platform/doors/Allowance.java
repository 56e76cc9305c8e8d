package firmtally.server.platform.doors;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.github.bucket4j.Bucket;
import java.time.Duration;

/**
 * How often something may be tried, for each who tries: so many at once, and as many again over a
 * time. Example: 8 in a minute are 8 at once, and then one more every 7.5 seconds.
 */
public final class Allowance {
  private static final int MOST_KEYS = 100_000;
  private final LoadingCache<String, Bucket> buckets;

  /** So many in a time, for each key of its own. */
  public Allowance(int tries, Duration per) {
    this.buckets =
        Caffeine.newBuilder()
            .maximumSize(MOST_KEYS)
            .expireAfterAccess(per.multipliedBy(2))
            .build(
                key ->
                    Bucket.builder()
                        .addLimit(limit -> limit.capacity(tries).refillGreedy(tries, per))
                        .build());
  }

  /** Takes one; false where none is left. */
  public boolean take(String key) {
    return buckets.get(key).tryConsume(1);
  }

  /** What was taken is not used up. */
  public void giveBack(String key) {
    buckets.get(key).addTokens(1);
  }
}
