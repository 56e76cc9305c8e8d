package firmtally.server.access;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import firmtally.server.platform.web.TooMany;
import io.github.bucket4j.Bucket;
import java.time.Duration;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/** Tokens that an address tries: one that is none uses up what is allowed, a right one does not. */
@Component
public class Guesses {
  private static final int WRONG = 20;
  private static final Duration PER = Duration.ofMinutes(1);
  private static final int MOST = 100_000;
  private final LoadingCache<String, Bucket> byAddress =
      Caffeine.newBuilder()
          .maximumSize(MOST)
          .expireAfterAccess(PER.multipliedBy(2))
          .build(
              address ->
                  Bucket.builder()
                      .addLimit(limit -> limit.capacity(WRONG).refillGreedy(WRONG, PER))
                      .build());

  /**
   * What a token leads to.
   *
   * @throws TooMany where an address tried too many that lead nowhere
   */
  public <T> Optional<T> guess(String address, Supplier<Optional<T>> find) {
    Bucket bucket = byAddress.get(address);
    if (!bucket.tryConsume(1)) {
      throw new TooMany(PER);
    }
    Optional<T> found = find.get();
    found.ifPresent(right -> bucket.addTokens(1));
    return found;
  }
}
