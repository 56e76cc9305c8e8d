package firmtally.server.activity;

import firmtally.server.people.Actor;
import firmtally.server.platform.ChangeLog;
import firmtally.server.platform.Input;
import firmtally.server.platform.MaybeNull;
import firmtally.server.platform.NotPossible;
import firmtally.server.platform.NotThere;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is planned, and what was done. */
@Service
public class ActivityService {
  private static final Set<String> KINDS = Set.of("call", "mail", "meeting", "task", "note");
  private static final int LONGEST = 200;
  private final ActivityStore store;
  private final ChangeLog log;
  private final Clock clock;

  ActivityService(ActivityStore store, ChangeLog log, Clock clock) {
    this.store = store;
    this.log = log;
    this.clock = clock;
  }

  /** An activity of an opportunity. */
  public record Activity(
      long id,
      String kind,
      String subject,
      String due,
      String person,
      long opportunityId,
      @MaybeNull String doneAt,
      String outcome,
      long version) {}

  /** An activity as typed. */
  public record ActivityForm(String kind, String subject, String due) {}

  public List<Activity> of(long opportunity) {
    return store.of(opportunity);
  }

  /** Plans an activity for the person who acts. */
  @Transactional
  public void plan(long opportunity, ActivityForm typed, Actor actor) {
    Input input = new Input();
    String kind = input.text("kind", typed.kind(), LONGEST);
    if (!KINDS.contains(kind)) {
      input.refuse("kind", "This is none of call, mail, meeting, task and note.");
    }
    String subject = input.text("subject", typed.subject(), LONGEST);
    Optional<LocalDate> due = input.day("due", typed.due());
    input.check();
    plan(opportunity, kind, subject, due.orElseThrow(), actor.id());
    log.note(actor.id(), "opportunity", opportunity, "activity planned", null, subject);
  }

  /** Plans an activity that the house plans by itself. */
  @Transactional
  public void plan(long opportunity, String kind, String subject, LocalDate due, long person) {
    store.insert(kind, subject, due, person, opportunity);
  }

  /** Marks an activity done, with what came of it. */
  @Transactional
  public void done(long id, String outcome, Actor actor) {
    ActivityStore.Owner owner = store.owner(id).orElseThrow(() -> new NotThere("activity", id));
    actor.checkMayChange(owner.personId(), owner.name(), "this activity");
    Input input = new Input();
    String words = input.longText("outcome", outcome);
    input.check();
    if (store.done(id, clock.instant().toString(), words) == 0) {
      throw new NotPossible("This was done already.");
    }
    log.note(
        actor.id(), "opportunity", owner.opportunityId(), "activity done", owner.subject(), words);
  }

  /** Closes what is open when its opportunity is won or lost. */
  @Transactional
  public void closeOpen(long opportunity, String outcome) {
    store.closeOpen(opportunity, clock.instant().toString(), outcome);
  }
}
