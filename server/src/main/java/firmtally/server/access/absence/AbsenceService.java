package firmtally.server.access.absence;

import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.UserService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.AbsenceId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotThere;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Who is away when, and who answers for them meanwhile. A deputy may answer what the absent one
 * may, of what they see themselves; nobody answers what they asked for, as a deputy neither.
 */
@Service
public class AbsenceService {
  private static final String USER = "user";
  private final AbsenceStore store;
  private final UserService users;
  private final ChangeLog log;
  private final Clock clock;

  AbsenceService(AbsenceStore store, UserService users, ChangeLog log, Clock clock) {
    this.store = store;
    this.users = users;
    this.log = log;
    this.clock = clock;
  }

  /** Days on which somebody is away, both included. */
  public record Absence(
      AbsenceId id,
      PersonId personId,
      String person,
      PersonId deputyId,
      String deputy,
      LocalDate from,
      LocalDate until) {}

  /** The same as typed. */
  record AbsenceForm(@MaybeNull PersonId deputyId, String from, String until) {}

  /** Those that are on or to come, of which somebody is the absent one or the deputy. */
  List<Absence> of(Actor actor) {
    return store.of(actor.id(), LocalDate.now(clock));
  }

  /** Whom somebody stands in for today. */
  public List<Actor> standsInFor(Actor deputy) {
    return store.absent(deputy.id(), LocalDate.now(clock)).stream().map(users::get).toList();
  }

  /** Somebody will be away, and names who answers for them. */
  @Transactional
  AbsenceId add(AbsenceForm typed, Actor actor) {
    Input input = new Input();
    Optional<LocalDate> from = input.day("from", typed.from());
    Optional<LocalDate> until = input.day("until", typed.until());
    if (until.isPresent() && until.get().isBefore(LocalDate.now(clock))) {
      input.refuse("until", "This day is past.");
    } else if (from.isPresent() && until.isPresent() && until.get().isBefore(from.get())) {
      input.refuse("until", "The last day is before the first.");
    }
    PersonId deputy = typed.deputyId();
    if (deputy == null || !users.isActive(deputy) || deputy.equals(actor.id())) {
      input.refuse("deputyId", "Choose a colleague.");
    }
    input.check();
    if (actor.roles().manages() && !users.get(deputy).roles().sells()) {
      input.refuse("deputyId", "A credit controller does not answer for margins.");
    }
    if (actor.roles().has(Role.CREDIT_CONTROLLER)
        && !users.get(deputy).roles().has(Role.CREDIT_CONTROLLER)
        && !users.get(deputy).roles().manages()) {
      input.refuse("deputyId", "Whoever sells does not answer for credit.");
    }
    input.check();
    AbsenceId id = store.insert(actor.id(), deputy, from.orElseThrow(), until.orElseThrow());
    log.note(
        actor.id(),
        USER,
        actor.id(),
        "away",
        null,
        from.get() + " to " + until.get() + ", deputy " + users.get(deputy).name());
    return id;
  }

  /** Somebody leaves for good: nobody stands in for them, and they for nobody. */
  @Transactional
  public void endAllOf(PersonId person) {
    store.endAllOf(person, LocalDate.now(clock), clock.instant());
  }

  /** Somebody is back, or does not go. */
  @Transactional
  void end(AbsenceId id, Actor actor) {
    Absence absence = store.find(id).orElseThrow(() -> new NotThere("absence", id));
    if (!absence.personId().equals(actor.id())) {
      throw new NotAllowed("Only " + absence.person() + " may change this.");
    }
    store.end(id, clock.instant());
    log.note(actor.id(), USER, actor.id(), "away", absence.until().toString(), "ended");
  }
}
