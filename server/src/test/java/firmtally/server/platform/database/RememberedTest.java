package firmtally.server.platform.database;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

class RememberedTest {
  private final AtomicInteger reads = new AtomicInteger();
  private final Remembered<Integer> value = new Remembered<>(reads::incrementAndGet);

  @Test
  void isReadOnceAndAgainAfterItWasForgotten() {
    assertThat(value.get()).isEqualTo(1);
    assertThat(value.get()).isEqualTo(1);
    value.forget();
    assertThat(value.get()).isEqualTo(2);
  }

  @Test
  void whatWasReadDuringAChangeIsForgottenAtItsEnd() {
    TransactionSynchronizationManager.initSynchronization();
    try {
      value.forget();
      assertThat(value.get()).isEqualTo(1);
      assertThat(value.get()).isEqualTo(1);
      TransactionSynchronizationManager.getSynchronizations()
          .forEach(s -> s.afterCompletion(TransactionSynchronization.STATUS_ROLLED_BACK));
      assertThat(value.get()).isEqualTo(2);
    } finally {
      TransactionSynchronizationManager.clearSynchronization();
    }
  }

  @Test
  void whatWasBeingReadWhileItChangedIsNotKept() {
    Remembered<Integer>[] slow = newArray();
    slow[0] =
        new Remembered<>(
            () -> {
              int read = reads.incrementAndGet();
              if (read == 1) {
                slow[0].forget();
              }
              return read;
            });
    assertThat(slow[0].get()).isEqualTo(1);
    assertThat(slow[0].get()).isEqualTo(2);
  }

  @SuppressWarnings("unchecked")
  private static Remembered<Integer>[] newArray() {
    return new Remembered[1];
  }
}
