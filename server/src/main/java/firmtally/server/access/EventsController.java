package firmtally.server.access;

import firmtally.server.platform.events.Listeners;
import io.swagger.v3.oas.annotations.Hidden;
import org.springframework.http.MediaType;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** The door that screens listen at. A stream ends with the session that it belongs to. */
@RestController
class EventsController {
  private final Listeners listeners;
  private final UserService users;
  private final Sessions sessions;

  EventsController(Listeners listeners, UserService users, Sessions sessions) {
    this.listeners = listeners;
    this.users = users;
    this.sessions = sessions;
  }

  @Hidden
  @GetMapping(path = "/api/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  SseEmitter events(@SignedIn Actor actor) {
    SessionUser session =
        (SessionUser) SecurityContextHolder.getContext().getAuthentication().getPrincipal();
    return listeners.listen(
        actor.id(), user -> users.of(session).isPresent() && sessions.goesOn(session));
  }
}
