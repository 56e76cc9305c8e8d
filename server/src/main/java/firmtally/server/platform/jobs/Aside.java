package firmtally.server.platform.jobs;

import firmtally.server.platform.events.AfterCommit;
import java.util.concurrent.ExecutorService;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Does something after it was answered, in an act of its own, so that neither the answer nor the
 * time that it takes tells what came of it.
 */
public final class Aside implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(Aside.class);
  private final String what;
  private final TransactionTemplate transaction;
  private final ExecutorService worker;

  /**
   * One worker.
   *
   * @param what it does, as the log says it
   */
  public Aside(String what, TransactionTemplate transaction) {
    this.what = what;
    this.transaction = transaction;
    this.worker = AfterCommit.worker(what);
  }

  /** Does something soon; what goes wrong is logged. */
  public void run(Runnable doing) {
    worker.execute(
        () -> {
          try {
            transaction.executeWithoutResult(status -> doing.run());
          } catch (RuntimeException e) {
            LOG.warn("{} failed", what, e);
          }
        });
  }

  @Override
  public void close() {
    worker.shutdown();
  }
}
