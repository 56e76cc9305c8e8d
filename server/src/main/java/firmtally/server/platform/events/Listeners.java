package firmtally.server.platform.events;

import firmtally.server.platform.ids.PersonId;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.function.Predicate;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.http.MediaType;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * The browsers that listen. Each has a short queue of its own, emptied by a few threads: who does
 * not read is let go when it is full. What is told twice before it was sent is sent once.
 */
@Component
public class Listeners implements DisposableBean {
  private static final long NO_TIMEOUT = 0L;
  private static final int WRITERS = 8;
  private static final int LONGEST_QUEUE = 200;
  private static final int MOST_OF_ONE = 20;
  private static final long HEARTBEAT_MILLIS = 20_000;
  private final Map<SseEmitter, Listener> listeners = new ConcurrentHashMap<>();
  private final ExecutorService writers =
      Executors.newFixedThreadPool(
          WRITERS,
          task -> {
            Thread thread = new Thread(task, "event writer");
            thread.setDaemon(true);
            return thread;
          });

  /** One browser. */
  private final class Listener {
    private final PersonId user;
    private final Predicate<PersonId> sees;
    private final SseEmitter emitter = new SseEmitter(NO_TIMEOUT);
    private final Queue<Events.Changed> queue = new ArrayDeque<>();
    private boolean isWriting;
    private boolean wantsBeat;

    Listener(PersonId user, Predicate<PersonId> isCurrent) {
      this.user = user;
      this.sees = isCurrent;
    }

    synchronized boolean offer(Collection<Events.Changed> changes) {
      for (Events.Changed change : changes) {
        if (!queue.contains(change)) {
          queue.add(change);
        }
      }
      boolean isFull = queue.size() > LONGEST_QUEUE;
      if (!isFull) {
        write();
      }
      return !isFull;
    }

    synchronized void beat() {
      wantsBeat = true;
      write();
    }

    private void write() {
      if (!isWriting) {
        isWriting = true;
        try {
          writers.execute(this::empty);
        } catch (RejectedExecutionException closing) {
          isWriting = false;
        }
      }
    }

    private synchronized List<Events.Changed> next() {
      List<Events.Changed> next = new ArrayList<>(queue);
      queue.clear();
      if (next.isEmpty() && !wantsBeat) {
        isWriting = false;
        return null;
      }
      wantsBeat = false;
      return next;
    }

    private void empty() {
      try {
        for (List<Events.Changed> next = next(); next != null; next = next()) {
          if (next.isEmpty()) {
            emitter.send(SseEmitter.event().comment("still here"));
          } else {
            emitter.send(SseEmitter.event().name("changed").data(next, MediaType.APPLICATION_JSON));
          }
        }
      } catch (IOException | IllegalStateException gone) {
        letGo(this);
      }
    }
  }

  /**
   * Lets a browser listen.
   *
   * @param user whose it is; beyond a number of their own the oldest is let go
   * @param isCurrent whether the session it belongs to still goes on
   */
  public SseEmitter listen(PersonId user, Predicate<PersonId> isCurrent) {
    List<Listener> own = listeners.values().stream().filter(l -> l.user.equals(user)).toList();
    if (own.size() >= MOST_OF_ONE) {
      letGo(own.get(0));
    }
    Listener listener = new Listener(user, isCurrent);
    listener.emitter.onCompletion(() -> listeners.remove(listener.emitter));
    listener.emitter.onError(e -> listeners.remove(listener.emitter));
    listeners.put(listener.emitter, listener);
    // So that the browser knows at once that it is heard.
    listener.beat();
    return listener.emitter;
  }

  boolean isAnybodyThere() {
    return !listeners.isEmpty();
  }

  /** Tells everybody what changed. */
  void tell(Set<Events.Changed> changes) {
    for (Listener listener : listeners.values()) {
      if (!listener.sees.test(listener.user) || !listener.offer(changes)) {
        letGo(listener);
      }
    }
  }

  private void letGo(Listener listener) {
    listeners.remove(listener.emitter);
    try {
      listener.emitter.complete();
    } catch (IllegalStateException gone) {
      // It was over already.
    }
  }

  /** Lets go whoever's session is over. */
  public void letGoOfOld() {
    for (Listener listener : listeners.values()) {
      if (!listener.sees.test(listener.user)) {
        letGo(listener);
      }
    }
  }

  /** Finds out who is gone, and keeps what lies between from closing what seems idle. */
  @Scheduled(fixedDelay = HEARTBEAT_MILLIS)
  void beat() {
    for (Listener listener : listeners.values()) {
      if (listener.sees.test(listener.user)) {
        listener.beat();
      } else {
        letGo(listener);
      }
    }
  }

  @Override
  public void destroy() {
    writers.shutdownNow();
  }
}
