package firmtally.server.access;

import firmtally.server.platform.doors.Allowance;
import firmtally.server.platform.web.TooMany;
import java.time.Duration;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/** Tokens that an address tries: one that is none uses up what is allowed, a right one does not. */
@Component
public class Guesses {
  private static final int WRONG = 20;
  private static final Duration PER = Duration.ofMinutes(1);
  private final Allowance byAddress = new Allowance(WRONG, PER);

  /**
   * What a token leads to.
   *
   * @throws TooMany where an address tried too many that lead nowhere
   */
  public <T> Optional<T> guess(String address, Supplier<Optional<T>> find) {
    if (!byAddress.take(address)) {
      throw new TooMany(PER);
    }
    Optional<T> found = find.get();
    found.ifPresent(right -> byAddress.giveBack(address));
    return found;
  }
}
