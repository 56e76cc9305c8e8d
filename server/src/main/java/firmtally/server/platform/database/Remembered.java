package firmtally.server.platform.database;

import java.util.function.Supplier;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * A value of the database that is read often and changed rarely: kept until whoever changes it says
 * so. What is read while a change is being made is not kept beyond it.
 */
public final class Remembered<T> {
  private final Supplier<T> read;
  private T value;
  private long generation;

  public Remembered(Supplier<T> read) {
    this.read = read;
  }

  /** The value, read anew only when it was forgotten. */
  public T get() {
    long before;
    synchronized (this) {
      if (value != null) {
        return value;
      }
      before = generation;
    }
    T fresh = Snapshots.outside(read);
    synchronized (this) {
      if (generation == before) {
        value = fresh;
      }
    }
    return fresh;
  }

  /** Forgets the value, at once and again when the act that changes it has ended either way. */
  public void forget() {
    drop();
    if (TransactionSynchronizationManager.isSynchronizationActive()) {
      TransactionSynchronizationManager.registerSynchronization(
          new TransactionSynchronization() {
            @Override
            public void afterCompletion(int status) {
              drop();
            }
          });
    }
  }

  private synchronized void drop() {
    value = null;
    generation++;
  }
}
