package firmtally.server.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verifyNoInteractions;

import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.TooMany;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.junit.jupiter.api.Test;

/** Guesses are bounded by address, by name and by both, and nobody is locked out by another's. */
class AttemptsTest {
  private static final Actor ANN =
      new Actor(new PersonId(1), "ann", "Ann", "ann@ours.example", Roles.of(Role.REP), "North");
  private static final Supplier<Optional<Actor>> WRONG = Optional::empty;
  private static final Supplier<Optional<Actor>> RIGHT = () -> Optional.of(ANN);
  private final Attempts attempts = new Attempts();

  private void fail(String name, String address, int times) {
    for (int i = 0; i < times; i++) {
      assertThatThrownBy(() -> attempts.attempt(name, address, WRONG))
          .isInstanceOf(NotAllowed.class);
    }
  }

  /** Whether it is refused without any work. */
  @SuppressWarnings("unchecked")
  private void isRefused(String name, String address) {
    Supplier<Optional<Actor>> never = mock(Supplier.class);
    assertThatThrownBy(() -> attempts.attempt(name, address, never)).isInstanceOf(TooMany.class);
    verifyNoInteractions(never);
  }

  @Test
  void aNameFromOneAddress() {
    fail("ann", "192.0.2.1", 8);
    isRefused("ANN", "192.0.2.1");
    assertThat(attempts.attempt("ann", "192.0.2.2", RIGHT)).isEqualTo(ANN);
  }

  @Test
  void anAddressWithManyNames() {
    for (int i = 0; i < 40; i++) {
      fail("made-up-" + i, "192.0.2.1", 1);
    }
    isRefused("another", "192.0.2.1");
  }

  @Test
  void aNameFromManyAddressesLocksItsOwnerOutOfNowhereTheySignedInBefore() {
    attempts.attempt("ann", "192.0.2.200", RIGHT);
    for (int i = 0; i < 60; i++) {
      fail("ann", "192.0.2." + i, 1);
    }
    isRefused("ann", "192.0.2.100");
    assertThat(attempts.attempt("ann", "192.0.2.200", RIGHT)).isEqualTo(ANN);
  }

  @Test
  void whatSucceedsUsesNothingUp() {
    for (int i = 0; i < 100; i++) {
      assertThat(attempts.attempt("ann", "192.0.2.1", RIGHT)).isEqualTo(ANN);
    }
  }

  @Test
  void whoIsKnownDoesNotWaitBehindThoseWhoGuess() throws Exception {
    attempts.attempt("ann", "192.0.2.200", RIGHT);
    CountDownLatch atWork = new CountDownLatch(1);
    CountDownLatch done = new CountDownLatch(1);
    Thread guesser =
        new Thread(
            () ->
                attempts.attempt(
                    "bo",
                    "192.0.2.9",
                    () -> {
                      atWork.countDown();
                      await(done);
                      return Optional.of(ANN);
                    }));
    guesser.start();
    assertThat(atWork.await(10, TimeUnit.SECONDS)).isTrue();
    assertThat(attempts.attempt("ann", "192.0.2.200", RIGHT)).isEqualTo(ANN);
    done.countDown();
    guesser.join();
  }

  @Test
  void whoIsOnlyAskedToWaitUsesNothingUp() throws Exception {
    CountDownLatch done = new CountDownLatch(1);
    int many = Runtime.getRuntime().availableProcessors();
    CountDownLatch atWork = new CountDownLatch(Math.max(1, many / 2));
    for (int i = 0; i < many; i++) {
      String name = "slow-" + i;
      Thread guesser =
          new Thread(
              () ->
                  attempts.attempt(
                      name,
                      "192.0.2.9",
                      () -> {
                        atWork.countDown();
                        await(done);
                        return RIGHT.get();
                      }));
      guesser.setDaemon(true);
      guesser.start();
    }
    assertThat(atWork.await(10, TimeUnit.SECONDS)).isTrue();
    isRefused("ann", "192.0.2.1");
    done.countDown();
    fail("ann", "192.0.2.1", 8);
    isRefused("ann", "192.0.2.1");
  }

  private static void await(CountDownLatch latch) {
    try {
      latch.await();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
