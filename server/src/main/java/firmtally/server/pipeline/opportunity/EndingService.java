package firmtally.server.pipeline.opportunity;

import firmtally.server.access.Actor;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How opportunities end, rest and begin again. They can be read for ever. */
@Service
public class EndingService {
  private static final int LONGEST = 160;
  private static final String RECORD = "opportunity";
  private final OpportunityService service;
  private final OpportunityStore store;
  private final TeamStore team;
  private final ActivityService activities;
  private final ChangeLog log;
  private final Clock clock;

  EndingService(
      OpportunityService service,
      OpportunityStore store,
      TeamStore team,
      ActivityService activities,
      ChangeLog log,
      Clock clock) {
    this.service = service;
    this.store = store;
    this.team = team;
    this.activities = activities;
    this.log = log;
    this.clock = clock;
  }

  /** Why it is lost, and to whom; the competitor may be left out. */
  public record Loss(String reason, @MaybeNull String competitor) {}

  /** Why and until when it rests. */
  public record Pause(String until, @MaybeNull String reason) {}

  /** Won with the true amount; its open activities are closed. */
  @Transactional
  public void win(long id, Money amount, Actor actor) {
    Opportunity before = service.get(id);
    if (!before.isOpen() && !before.state().equals("paused")) {
      throw new NotPossible("This opportunity is " + before.state() + " already.");
    }
    end(before, before.version(), "won", Optional.of(amount), null, null, null);
    activities.closeOpen(id, "Closed with the order.");
    log.note(
        actor.id(), RECORD, id, "state", before.state(), "won " + OpportunityService.text(amount));
  }

  /** Lost, with a reason and the competitor who won it; its open activities are closed. */
  @Transactional
  public void lose(long id, long version, Loss typed, Actor actor) {
    Opportunity before = service.mine(id, actor);
    if (!before.isOpen() && !before.state().equals("paused")) {
      throw new NotPossible("This opportunity is " + before.state() + " already.");
    }
    Input input = new Input();
    String reason = input.text("reason", typed.reason(), LONGEST);
    String competitor = input.optionalText("competitor", typed.competitor(), LONGEST);
    input.check();
    end(before, version, "lost", Optional.empty(), reason, blankToNull(competitor), null);
    if (!competitor.isEmpty()) {
      team.addCompetitor(id, competitor);
    }
    activities.closeOpen(id, "Closed: lost.");
    String words = reason + (competitor.isEmpty() ? "" : ", to " + competitor);
    log.note(actor.id(), RECORD, id, "state", before.state(), "lost: " + words);
  }

  /** Rests until a day; then it is open again by itself, with a call on that day. */
  @Transactional
  public void pause(long id, long version, Pause typed, Actor actor) {
    Opportunity before = service.changeable(id, actor);
    Input input = new Input();
    Optional<LocalDate> until = input.day("until", typed.until());
    String reason = input.optionalText("reason", typed.reason(), LONGEST);
    if (until.isPresent() && !until.get().isAfter(LocalDate.now(clock))) {
      input.refuse("until", "This has to be a day after today.");
    }
    input.check();
    String day = until.orElseThrow().toString();
    end(before, version, "paused", Optional.empty(), blankToNull(reason), null, day);
    String words = "paused until " + day + (reason.isEmpty() ? "" : ": " + reason);
    log.note(actor.id(), RECORD, id, "state", "open", words);
  }

  /** Opens what is paused or lost again, with a call planned for today. */
  @Transactional
  public void reopen(long id, long version, Actor actor) {
    Opportunity before = service.mine(id, actor);
    if (!before.state().equals("paused") && !before.state().equals("lost")) {
      throw new NotPossible(
          before.isOpen()
              ? "This opportunity is open."
              : "This opportunity is won: its order stands. Open another one, or copy it.");
    }
    open(before, version, actor.id());
  }

  /** Opens again what was paused until today or earlier. */
  @Transactional
  public void wakePaused() {
    List<Long> due = store.pausedUntil(LocalDate.now(clock));
    for (long id : due) {
      Opportunity paused = service.get(id);
      open(paused, paused.version(), paused.ownerId());
    }
  }

  private void open(Opportunity before, long version, long by) {
    end(before, version, "open", Optional.empty(), null, null, null);
    if (!activities.hasOpen(before.id())) {
      activities.plan(
          before.id(), "call", "Take it up again", LocalDate.now(clock), before.ownerId());
    }
    log.note(by, RECORD, before.id(), "state", before.state(), "open");
  }

  private void end(
      Opportunity before,
      long version,
      String state,
      Optional<Money> won,
      String reason,
      String competitor,
      String until) {
    String today = LocalDate.now(clock).toString();
    boolean isClosed = state.equals("won") || state.equals("lost");
    int updated =
        store.end(
            new OpportunityStore.Ending(
                before.id(),
                version,
                state,
                isClosed ? today : null,
                won.map(Money::getAmountMinorLong).orElse(null),
                reason,
                competitor,
                until,
                today));
    log.expectOne(updated, RECORD, before.id(), before.version());
  }

  private static String blankToNull(String text) {
    return text.isEmpty() ? null : text;
  }
}
