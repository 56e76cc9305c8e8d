package firmtally.server.platform.events;

import io.swagger.v3.oas.annotations.Hidden;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells open screens what others changed, by server-sent events: only the kind and id, the screen
 * then asks again.
 */
@Component
public class Events {
  private static final long NO_TIMEOUT = 0L;
  private final List<SseEmitter> listeners = new CopyOnWriteArrayList<>();

  /** Notes that a record changed; told once the act is committed. */
  public void changed(String record, long id) {
    Runnable tell = () -> send(Map.of("record", record, "id", id));
    if (!TransactionSynchronizationManager.isSynchronizationActive()) {
      tell.run();
      return;
    }
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            tell.run();
          }
        });
  }

  private void send(Object event) {
    for (SseEmitter listener : listeners) {
      try {
        listener.send(SseEmitter.event().name("changed").data(event, MediaType.APPLICATION_JSON));
      } catch (IOException | IllegalStateException gone) {
        listeners.remove(listener);
      }
    }
  }

  private SseEmitter listen() {
    SseEmitter emitter = new SseEmitter(NO_TIMEOUT);
    emitter.onCompletion(() -> listeners.remove(emitter));
    emitter.onError(e -> listeners.remove(emitter));
    listeners.add(emitter);
    return emitter;
  }

  /** The door that screens listen at. */
  @RestController
  static class Door {
    private final Events events;

    Door(Events events) {
      this.events = events;
    }

    @Hidden
    @GetMapping(path = "/api/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter events() {
      return events.listen();
    }
  }
}
