package firmtally.server.access;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import firmtally.server.platform.doors.Allowance;
import firmtally.server.platform.web.TooMany;
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
  private static final int MOST_KNOWN = 100_000;
  private static final int AT_ONCE = Math.max(1, Runtime.getRuntime().availableProcessors() / 2);
  private static final int MOST_WAITING = 16;
  private static final Duration WAITS = Duration.ofSeconds(3);
  private final Allowance byNameAndAddress = new Allowance(BY_NAME_AND_ADDRESS, PER);
  private final Allowance byAddress = new Allowance(BY_ADDRESS, PER);
  private final Allowance byName = new Allowance(BY_NAME, PER);

  /** Where somebody of a name signed in from. */
  private final Cache<String, Boolean> known =
      Caffeine.newBuilder().maximumSize(MOST_KNOWN).expireAfterWrite(REMEMBERED).build();

  private final Semaphore work = new Semaphore(AT_ONCE, true);

  /** Who comes from where they signed in before does not stand in line with those who guess. */
  private final Semaphore workOfKnown = new Semaphore(AT_ONCE, true);

  /**
   * One attempt. Only one that fails uses up what is allowed.
   *
   * @param check whoever the name and password are of; the costly part
   */
  <T> T attempt(String login, String address, Supplier<Optional<T>> check) {
    String name = login.toLowerCase(Locale.ROOT);
    String both = name + "@" + address;
    boolean isKnown = known.getIfPresent(both) != null;
    if (!byNameAndAddress.take(both)
        || !byAddress.take(address)
        || !byName.take(name) && !isKnown) {
      throw new TooMany(PER);
    }
    Optional<T> found;
    try {
      found = checked(isKnown ? workOfKnown : work, check);
    } catch (TooMany busy) {
      // Nothing was checked, so nothing is used up.
      giveBack(both, address, name);
      throw busy;
    }
    if (found.isEmpty()) {
      throw UserService.wrong();
    }
    giveBack(both, address, name);
    known.put(both, Boolean.TRUE);
    return found.get();
  }

  private void giveBack(String both, String address, String name) {
    byNameAndAddress.giveBack(both);
    byAddress.giveBack(address);
    byName.giveBack(name);
  }

  private static <T> Optional<T> checked(Semaphore work, Supplier<Optional<T>> check) {
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
