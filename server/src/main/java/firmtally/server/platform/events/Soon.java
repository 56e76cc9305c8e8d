package firmtally.server.platform.events;

import java.util.concurrent.ExecutorService;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.atomic.AtomicBoolean;

/**
 * Has something looked after soon, on a thread of its own: asked for often, it is done once, and
 * once more where it was asked for while it was being done.
 */
public final class Soon implements AutoCloseable {
  private final ExecutorService worker;
  private final AtomicBoolean wanted = new AtomicBoolean();
  private final Runnable doing;

  /**
   * One thing to look after.
   *
   * @param what it is, as its thread is called
   */
  public Soon(String what, Runnable doing) {
    this.worker = AfterCommit.worker(what);
    this.doing = doing;
  }

  /** Asks for it. */
  public void wake() {
    if (!wanted.getAndSet(true)) {
      try {
        worker.execute(this::look);
      } catch (RejectedExecutionException closing) {
        wanted.set(false);
      }
    }
  }

  private void look() {
    wanted.set(false);
    doing.run();
  }

  @Override
  public void close() {
    worker.shutdownNow();
  }
}
