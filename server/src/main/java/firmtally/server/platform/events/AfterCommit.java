package firmtally.server.platform.events;

import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** What follows an act once it is committed, outside it. */
public final class AfterCommit {
  private AfterCommit() {}

  /**
   * Runs something after the act that is going on, if it is committed; at once where none is going
   * on. It runs on the act's thread, which still holds the writer: it only hands work on.
   */
  public static void run(Runnable handingOn) {
    if (!TransactionSynchronizationManager.isSynchronizationActive()) {
      handingOn.run();
      return;
    }
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            handingOn.run();
          }
        });
  }

  /** A thread of its own that takes what is handed on, one after the other. */
  public static ExecutorService worker(String name) {
    return Executors.newSingleThreadExecutor(
        task -> {
          Thread thread = new Thread(task, name);
          thread.setDaemon(true);
          return thread;
        });
  }
}
