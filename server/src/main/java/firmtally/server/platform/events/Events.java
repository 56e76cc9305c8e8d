package firmtally.server.platform.events;

import firmtally.server.platform.ids.Id;
import firmtally.server.platform.ids.RecordId;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Tells open screens what changed: the kind of record and its id, each once for an act, so that a
 * screen asks again only for what it shows. An act only hands its changes on; a slow or stalled
 * browser holds nobody up.
 */
@Component
public class Events implements DisposableBean {
  private final Listeners listeners;
  private final ExecutorService teller = AfterCommit.worker("events");
  private final List<Runnable> afterChanges = new CopyOnWriteArrayList<>();

  public Events(Listeners listeners) {
    this.listeners = listeners;
  }

  /** Has something done after each act that changed records, once it is committed. */
  public void afterChanges(Runnable doing) {
    afterChanges.add(doing);
  }

  /** A record that changed. */
  public record Changed(String record, RecordId id) {}

  /** Notes that a record changed; told once the act is committed. */
  public void changed(String record, Id id) {
    Changed changed = new Changed(record, RecordId.of(id));
    if (!TransactionSynchronizationManager.isSynchronizationActive()) {
      tell(Set.of(changed));
      return;
    }
    Set<Changed> ofAct = ofAct();
    ofAct.add(changed);
  }

  /** Notes that sessions may have ended; who still listens in one is let go at once. */
  public void sessionsChanged() {
    Runnable letGo = () -> teller.execute(listeners::letGoOfOld);
    if (!TransactionSynchronizationManager.isSynchronizationActive()) {
      letGo.run();
      return;
    }
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCompletion(int status) {
            letGo.run();
          }
        });
  }

  /** What the act that is going on has changed so far. */
  private Set<Changed> ofAct() {
    if (TransactionSynchronizationManager.getResource(this) instanceof Telling telling) {
      return telling.changes;
    }
    Telling telling = new Telling();
    TransactionSynchronizationManager.bindResource(this, telling);
    TransactionSynchronizationManager.registerSynchronization(telling);
    return telling.changes;
  }

  private final class Telling implements TransactionSynchronization {
    private final Set<Changed> changes = new LinkedHashSet<>();

    @Override
    public void suspend() {
      TransactionSynchronizationManager.unbindResource(Events.this);
    }

    @Override
    public void resume() {
      TransactionSynchronizationManager.bindResource(Events.this, this);
    }

    @Override
    public void afterCommit() {
      tell(changes);
    }

    @Override
    public void afterCompletion(int status) {
      TransactionSynchronizationManager.unbindResourceIfPossible(Events.this);
    }
  }

  private void tell(Set<Changed> changes) {
    if (listeners.isAnybodyThere()) {
      teller.execute(() -> listeners.tell(changes));
    }
    afterChanges.forEach(Runnable::run);
  }

  @Override
  public void destroy() {
    teller.shutdown();
  }
}
