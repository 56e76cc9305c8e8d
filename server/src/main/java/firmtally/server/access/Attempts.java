package firmtally.server.access;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import firmtally.server.platform.web.TooMany;
import io.github.bucket4j.Bucket;
import java.time.Duration;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;

/**
 * Attempts to sign in. An address may fail so often a minute, a name from one address less often; a
 * name from all addresses together more often, but that does not count where somebody signed in
 * with it before, so that nobody is locked out by the guesses of others. Few passwords are checked
 * at once, as each takes a tenth of a second of work, so that everybody else goes on working.
 */
final class Attempts {
  private static final int BY_NAME_AND_ADDRESS = 8;
  private static final int BY_ADDRESS = 40;
  private static final int BY_NAME = 60;
  private static final Duration PER = Duration.ofMinutes(1);
  private static final Duration REMEMBERED = Duration.ofDays(30);
  private static final int MOST_BUCKETS = 100_000;
  private static final int AT_ONCE = Math.max(1, Runtime.getRuntime().availableProcessors() / 2);
  private static final int MOST_WAITING = 16;
  private static final Duration WAITS = Duration.ofSeconds(3);
  private final LoadingCache<String, Bucket> byNameAndAddress = buckets(BY_NAME_AND_ADDRESS);
  private final LoadingCache<String, Bucket> byAddress = buckets(BY_ADDRESS);
  private final LoadingCache<String, Bucket> byName = buckets(BY_NAME);

  /** Where somebody of a name signed in from. */
  private final Cache<String, Boolean> known =
      Caffeine.newBuilder().maximumSize(MOST_BUCKETS).expireAfterWrite(REMEMBERED).build();

  private final Semaphore work = new Semaphore(AT_ONCE, true);

  /** Who comes from where they signed in before does not stand in line with those who guess. */
  private final Semaphore workOfKnown = new Semaphore(AT_ONCE, true);

  private static LoadingCache<String, Bucket> buckets(int attempts) {
    return Caffeine.newBuilder()
        .maximumSize(MOST_BUCKETS)
        .expireAfterAccess(PER.multipliedBy(2))
        .build(
            key ->
                Bucket.builder()
                    .addLimit(limit -> limit.capacity(attempts).refillGreedy(attempts, PER))
                    .build());
  }

  /**
   * One attempt. Only one that fails uses up what is allowed.
   *
   * @param check whoever the name and password are of; the costly part
   */
  Actor attempt(String login, String address, Supplier<Optional<Actor>> check) {
    String name = login.toLowerCase(Locale.ROOT);
    String both = name + "@" + address;
    Bucket own = byNameAndAddress.get(both);
    Bucket fromThere = byAddress.get(address);
    Bucket ofName = byName.get(name);
    boolean isKnown = known.getIfPresent(both) != null;
    if (!own.tryConsume(1) || !fromThere.tryConsume(1) || !ofName.tryConsume(1) && !isKnown) {
      throw new TooMany(PER);
    }
    Optional<Actor> actor;
    try {
      actor = checked(isKnown ? workOfKnown : work, check);
    } catch (TooMany busy) {
      // Nothing was checked, so nothing is used up.
      giveBack(own, fromThere, ofName);
      throw busy;
    }
    if (actor.isEmpty()) {
      throw UserService.wrong();
    }
    giveBack(own, fromThere, ofName);
    known.put(both, Boolean.TRUE);
    return actor.get();
  }

  private static void giveBack(Bucket... buckets) {
    for (Bucket bucket : buckets) {
      bucket.addTokens(1);
    }
  }

  private static Optional<Actor> checked(Semaphore work, Supplier<Optional<Actor>> check) {
    try {
      if (work.getQueueLength() >= MOST_WAITING
          || !work.tryAcquire(WAITS.toMillis(), TimeUnit.MILLISECONDS)) {
        throw new TooMany(WAITS);
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new TooMany(WAITS);
    }
    try {
      return check.get();
    } finally {
      work.release();
    }
  }
}
