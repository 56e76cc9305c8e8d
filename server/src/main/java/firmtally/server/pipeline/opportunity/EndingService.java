package firmtally.server.pipeline.opportunity;

import firmtally.server.access.Actor;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Optional;
import org.joda.money.Money;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** How opportunities end, rest and begin again. They can be read for ever. */
@Service
public class EndingService implements DueWork {
  private static final int LONGEST = 160;
  private static final String RECORD = "opportunity";
  private final OpportunityService service;
  private final OpportunityStore store;
  private final TeamStore team;
  private final ActivityService activities;
  private final ChangeLog log;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  EndingService(
      OpportunityService service,
      OpportunityStore store,
      TeamStore team,
      ActivityService activities,
      ChangeLog log,
      ApplicationEventPublisher events,
      Clock clock) {
    this.service = service;
    this.store = store;
    this.team = team;
    this.activities = activities;
    this.log = log;
    this.events = events;
    this.clock = clock;
  }

  /** Why it is lost, and to whom; the competitor may be left out. */
  public record Loss(String reason, @MaybeNull String competitor) {}

  /** Why and until when it rests. */
  public record Pause(String until, @MaybeNull String reason) {}

  /** Won with the true amount; its open activities are closed. */
  @Transactional
  public void win(Opportunity before, Money amount, Actor actor) {
    end(before, before.version(), new End(OpportunityState.WON, amount, null, null, null));
    activities.closeOpen(before.id(), "Closed with the order.");
    log.note(
        actor.id(),
        RECORD,
        before.id(),
        "state",
        before.state().word(),
        "won " + OpportunityService.text(amount));
  }

  /** The order that won it is other now. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void wonAmount(Opportunity won, Money amount, Actor actor) {
    store.setWonAmount(won.id(), amount.getAmountMinorLong());
    log.note(actor.id(), RECORD, won.id(), "won amount", null, OpportunityService.text(amount));
  }

  /** The order that won it is cancelled: it is open again, or lost after all. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void orderCancelled(Opportunity won, boolean goesOn, String reason, Actor actor) {
    activities.closeOpen(won.id(), "Closed: the order was cancelled.");
    if (goesOn) {
      write(won, won.version(), new End(OpportunityState.OPEN, null, null, null, null));
      activities.planBySystem(
          won.id(), "call", "Follow up: order cancelled", LocalDate.now(clock), won.ownerId());
      log.note(actor.id(), RECORD, won.id(), "state", "won", "open: order cancelled, " + reason);
      return;
    }
    write(won, won.version(), new End(OpportunityState.LOST, null, reason, null, null));
    log.note(actor.id(), RECORD, won.id(), "state", "won", "lost: " + reason);
  }

  /** Lost, with a reason and the competitor who won it; its open activities are closed. */
  @Transactional
  public void lose(OpportunityId id, long version, Loss typed, Actor actor) {
    Opportunity before = service.editable(id, actor);
    before.state().checkMayBecome(OpportunityState.LOST);
    Input input = new Input();
    String reason = input.text("reason", typed.reason(), LONGEST);
    String competitor = input.optionalText("competitor", typed.competitor(), LONGEST);
    input.check();
    end(
        before,
        version,
        new End(OpportunityState.LOST, null, reason, blankToNull(competitor), null));
    if (!competitor.isEmpty()) {
      team.addCompetitor(id, competitor);
    }
    activities.closeOpen(id, "Closed: lost.");
    String words = reason + (competitor.isEmpty() ? "" : ", to " + competitor);
    log.note(actor.id(), RECORD, id, "state", before.state().word(), "lost: " + words);
    events.publishEvent(new OpportunityEnded(before, reason, blankToNull(competitor), actor));
  }

  /** Rests until a day; then it is open again by itself, with a call on that day. */
  @Transactional
  public void pause(OpportunityId id, long version, Pause typed, Actor actor) {
    Opportunity before = service.editableOpen(id, actor);
    Input input = new Input();
    Optional<LocalDate> until = input.day("until", typed.until());
    String reason = input.optionalText("reason", typed.reason(), LONGEST);
    if (until.isPresent() && !until.get().isAfter(LocalDate.now(clock))) {
      input.refuse("until", "Enter a day after today.");
    }
    input.check();
    LocalDate day = until.orElseThrow();
    end(before, version, new End(OpportunityState.PAUSED, null, blankToNull(reason), null, day));
    String words = "paused until " + day + (reason.isEmpty() ? "" : ": " + reason);
    log.note(actor.id(), RECORD, id, "state", "open", words);
  }

  /** Opens what is paused or lost again, with a call planned for today. */
  @Transactional
  public void reopen(OpportunityId id, long version, Actor actor) {
    Opportunity before = service.editable(id, actor);
    if (before.isOpen()) {
      throw new NotPossible("This opportunity is open.");
    }
    open(before, version, actor);
  }

  @Override
  public String job() {
    return "pauses of opportunities that end";
  }

  /** Opens again what was paused until today or earlier; the company does it by itself. */
  @Override
  @Transactional
  public void run(LocalDate today) {
    for (OpportunityId id : store.pausedUntil(today)) {
      Opportunity paused = service.readable(id, Actor.SYSTEM);
      open(paused, paused.version(), Actor.SYSTEM);
    }
  }

  private void open(Opportunity before, long version, Actor by) {
    end(before, version, new End(OpportunityState.OPEN, null, null, null, null));
    if (!activities.hasOpen(before.id())) {
      activities.planBySystem(
          before.id(), "call", "Follow up", LocalDate.now(clock), before.ownerId());
    }
    log.note(by.id(), RECORD, before.id(), "state", before.state().word(), "open");
    events.publishEvent(new OpportunityEnded(before, null, null, by));
  }

  /** How it stands afterwards; what does not apply is null. */
  private record End(
      OpportunityState state, Money won, String reason, String competitor, LocalDate until) {}

  private void end(Opportunity before, long version, End end) {
    before.state().checkMayBecome(end.state());
    write(before, version, end);
  }

  private void write(Opportunity before, long version, End end) {
    LocalDate today = LocalDate.now(clock);
    boolean isClosed = end.state() == OpportunityState.WON || end.state() == OpportunityState.LOST;
    int updated =
        store.end(
            new OpportunityStore.Ending(
                before.id(),
                version,
                end.state(),
                isClosed ? today : null,
                end.won() == null ? null : end.won().getAmountMinorLong(),
                end.reason(),
                end.competitor(),
                end.until(),
                today));
    log.expectOne(updated, RECORD, before.id(), before.version());
  }

  private static String blankToNull(String text) {
    return text.isEmpty() ? null : text;
  }
}
