package firmtally.server.access;

import firmtally.server.platform.events.Events;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.SessionId;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.stereotype.Component;

/**
 * Who is signed in where. Sessions live as long as the application runs, and so does this list of
 * them.
 */
@Component
class Sessions {
  private static final Duration KEPT = Duration.ofHours(13);
  private static final int LONGEST_DEVICE = 200;
  private final Map<SessionId, Session> open = new ConcurrentHashMap<>();
  private final AtomicLong last = new AtomicLong();
  private final Events events;
  private final Clock clock;

  Sessions(Events events, Clock clock) {
    this.events = events;
    this.clock = clock;
  }

  private record Session(
      SessionId id,
      PersonId person,
      long number,
      Instant begun,
      Instant seen,
      String address,
      String device) {
    Session seen(Instant now) {
      return new Session(id, person, number, begun, now, address, device);
    }
  }

  /**
   * A session as it is listed.
   *
   * @param device what the browser says of itself
   * @param here whether it is the one that asks
   */
  record SessionRow(
      SessionId id, Instant begun, Instant seen, String address, String device, boolean here) {}

  /**
   * A session begins.
   *
   * @param number of the person's sessions: with another one all of them are over
   */
  SessionUser begin(PersonId person, long number, HttpServletRequest request) {
    Instant now = clock.instant();
    open.values().removeIf(session -> session.seen().plus(KEPT).isBefore(now));
    SessionId id = new SessionId(last.incrementAndGet());
    String agent = request.getHeader("User-Agent");
    String device =
        agent == null ? "" : agent.substring(0, Math.min(agent.length(), LONGEST_DEVICE));
    open.put(id, new Session(id, person, number, now, now, request.getRemoteAddr(), device));
    return new SessionUser(person, number, id);
  }

  /** Whether it goes on; it was seen now. */
  boolean isOpen(SessionUser session) {
    return open.computeIfPresent(session.session(), (id, known) -> known.seen(clock.instant()))
        != null;
  }

  /** Whether it goes on, for what listens in its name. */
  boolean goesOn(SessionUser session) {
    return open.containsKey(session.session());
  }

  void end(SessionId id) {
    open.remove(id);
    events.sessionsChanged();
  }

  /** Whether a session is somebody's. */
  boolean isOf(SessionId id, PersonId person) {
    Session session = open.get(id);
    return session != null && session.person().equals(person);
  }

  /** Those of somebody, the one that was seen last first. */
  List<SessionRow> of(PersonId person, long number, SessionId here) {
    return open.values().stream()
        .filter(session -> session.person().equals(person) && session.number() == number)
        .sorted(
            Comparator.<Session, Instant>comparing(Session::seen)
                .thenComparing(s -> s.id().value())
                .reversed())
        .map(
            s ->
                new SessionRow(
                    s.id(), s.begun(), s.seen(), s.address(), s.device(), s.id().equals(here)))
        .toList();
  }
}
