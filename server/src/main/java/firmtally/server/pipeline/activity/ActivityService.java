package firmtally.server.pipeline.activity;

import com.fasterxml.jackson.annotation.JsonFormat;
import firmtally.server.access.Actor;
import firmtally.server.access.UserService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.IncomingEmailId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongFunction;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What is planned, and what was done: on opportunities, enquiries and accounts. */
@Service
public class ActivityService {
  private static final Set<String> KINDS = Set.of("call", "email", "meeting", "task", "note");
  private static final int LONGEST = 200;
  private static final int MOST_AT_ONCE = 12;
  private final ActivityStore store;
  private final UserService people;
  private final Records records;
  private final ChangeLog log;
  private final ObjectProvider<ActivityMoved> watching;
  private final Clock clock;

  ActivityService(
      ActivityStore store,
      UserService people,
      Records records,
      ChangeLog log,
      ObjectProvider<ActivityMoved> watching,
      Clock clock) {
    this.store = store;
    this.people = people;
    this.records = records;
    this.log = log;
    this.watching = watching;
    this.clock = clock;
  }

  /** The record that an activity belongs to. */
  public record On(String record, RecordId id) {
    /** An opportunity's. */
    public static On opportunity(OpportunityId id) {
      return new On("opportunity", RecordId.of(id));
    }

    /** An enquiry's. */
    public static On enquiry(EnquiryId id) {
      return new On("enquiry", RecordId.of(id));
    }

    /** An account's. */
    public static On account(AccountId id) {
      return new On("account", RecordId.of(id));
    }

    String column() {
      return record + "_id";
    }

    private <T> T idOf(String wanted, LongFunction<T> named) {
      return record.equals(wanted) ? named.apply(id.value()) : null;
    }
  }

  /**
   * An activity.
   *
   * @param receivedId the email that came, or that this is planned to answer; null for none
   */
  public record Activity(
      ActivityId id,
      String kind,
      String subject,
      LocalDate due,
      @MaybeNull @JsonFormat(pattern = "HH:mm") LocalTime atTime,
      PersonId personId,
      String person,
      @MaybeNull OpportunityId opportunityId,
      @MaybeNull EnquiryId enquiryId,
      @MaybeNull AccountId accountId,
      @MaybeNull Instant closedAt,
      @MaybeNull Instant doneAt,
      String outcome,
      @MaybeNull IncomingEmailId receivedId,
      long version) {}

  /** An activity as it stands now. */
  public record Standing(
      On on, String kind, String subject, LocalDate due, Optional<LocalTime> time) {}

  /** An activity in the calendar, with the record that it belongs to. */
  public record Planned(
      ActivityId id,
      String kind,
      String subject,
      LocalDate due,
      @MaybeNull @JsonFormat(pattern = "HH:mm") LocalTime atTime,
      String person,
      boolean done,
      String number,
      String record,
      RecordId recordId,
      String account) {}

  /**
   * An activity as typed.
   *
   * @param time such as 14:30; blank for any time of the day
   * @param personId whose it is; null for one's own
   */
  public record ActivityForm(
      String kind,
      String subject,
      String due,
      @MaybeNull String time,
      @MaybeNull PersonId personId) {}

  /** What came of it, and what comes next; next may be left out. */
  public record DoneForm(@MaybeNull String outcome, @MaybeNull ActivityForm next) {}

  /** Those of a record: what is open first, then what was done, the latest first. */
  public List<Activity> of(On on) {
    return store.of(on);
  }

  /**
   * What was done and is planned with an account, with its opportunities that somebody may read.
   */
  public List<Activity> ofAccount(AccountId account, int most, Actor actor) {
    return store.ofAccount(account, most, actor);
  }

  /**
   * What is due between two days, both included: one's own, and what one's team plans on records
   * that one may read. A person of 0 and a blank team are everybody.
   *
   * @param most how many of them, the earliest
   */
  public List<Planned> between(
      LocalDate from, LocalDate to, PersonId person, String team, int most, Actor actor) {
    return store.calendar(from, to, person, team, most, actor);
  }

  /** Whether something is planned on an opportunity. */
  public boolean hasOpen(OpportunityId opportunity) {
    return store.hasOpen(opportunity);
  }

  /** Plans an activity, or notes one down: a note is done as soon as it is written. */
  @Transactional
  public ActivityId plan(On on, ActivityForm typed, Actor actor) {
    Input input = new Input();
    ActivityStore.Row row = read(input, "", on, typed, actor);
    input.check();
    return keep(on, row, actor);
  }

  /** Plans several, each problem named at its place: all of them, or none. */
  @Transactional
  public void planAll(On on, List<ActivityForm> typed, Actor actor) {
    Input input = new Input();
    if (typed.isEmpty() || typed.size() > MOST_AT_ONCE) {
      input.refuse("activities", "Choose 1 to " + MOST_AT_ONCE + " activities.");
      input.check();
    }
    List<ActivityStore.Row> rows = new ArrayList<>();
    for (int i = 0; i < typed.size(); i++) {
      rows.add(read(input, "activities[" + i + "].", on, typed.get(i), actor));
    }
    input.check();
    rows.forEach(row -> keep(on, row, actor));
  }

  private ActivityId keep(On on, ActivityStore.Row row, Actor actor) {
    ActivityId id = store.insert(row);
    boolean isNote = row.kind().equals("note");
    log.note(
        actor.id(),
        on.record(),
        on.id(),
        isNote ? "note" : row.kind() + " planned for " + row.due(),
        null,
        row.subject());
    return id;
  }

  /**
   * Takes back an activity that was just noted or planned by mistake, as if it had not been.
   *
   * @throws NotPossible when somebody changed it since
   */
  @Transactional
  public void withdraw(ActivityId id, On on, Actor actor) {
    String subject =
        store
            .withdraw(id)
            .orElseThrow(
                () -> new NotPossible("Its activity was changed since. Correct the activity."));
    log.note(actor.id(), on.record(), on.id(), "activity withdrawn", subject, null);
  }

  private ActivityStore.Row read(Input input, String at, On on, ActivityForm typed, Actor actor) {
    String kind = input.text(at + "kind", typed.kind(), LONGEST);
    input.oneOf(at + "kind", kind, KINDS);
    boolean isNote = "note".equals(kind);
    String subject =
        isNote
            ? input.longText(at + "subject", typed.subject())
            : input.text(at + "subject", typed.subject(), LONGEST);
    if (isNote && subject.isEmpty()) {
      input.refuse(at + "subject", "Required.");
    }
    LocalDate today = LocalDate.now(clock);
    Optional<LocalDate> due = isNote ? Optional.of(today) : input.day(at + "due", typed.due());
    return new ActivityStore.Row(
        kind,
        subject,
        due.orElse(today),
        time(input, at, typed.time()),
        person(input, at, typed.personId(), actor),
        actor.id(),
        on.idOf("opportunity", OpportunityId::new),
        on.idOf("enquiry", EnquiryId::new),
        on.idOf("account", AccountId::new),
        isNote ? clock.instant() : null,
        "");
  }

  private static @MaybeNull LocalTime time(Input input, String at, String text) {
    if (text == null || text.isBlank()) {
      return null;
    }
    if (!text.strip().matches("([01][0-9]|2[0-3]):[0-5][0-9]")) {
      input.refuse(at + "time", "Enter a time, for example 14:30.");
      return null;
    }
    return LocalTime.parse(text.strip());
  }

  private PersonId person(Input input, String at, PersonId person, Actor actor) {
    if (person == null || person.equals(actor.id())) {
      return actor.id();
    }
    if (!people.isActive(person)) {
      input.refuse(at + "personId", "Choose an active user.");
    }
    return person;
  }

  /** Plans an activity of an opportunity that the company plans by itself. */
  @Transactional
  public void planBySystem(
      OpportunityId opportunity, String kind, String subject, LocalDate due, PersonId person) {
    planBySystem(On.opportunity(opportunity), kind, subject, due, person);
  }

  /** The same of any record; a subject that is too long is cut. */
  @Transactional
  public ActivityId planBySystem(
      On on, String kind, String subject, LocalDate due, PersonId person) {
    return store.insert(
        new ActivityStore.Row(
            kind,
            cut(subject),
            due,
            null,
            // Who has left does nothing any more.
            people.isActive(person) ? person : people.caretaker().id(),
            null,
            on.idOf("opportunity", OpportunityId::new),
            on.idOf("enquiry", EnquiryId::new),
            on.idOf("account", AccountId::new),
            null,
            ""));
  }

  /** What was planned by itself is done, where it still was to be. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void doneBySystem(ActivityId id, String outcome) {
    store.done(id, clock.instant(), outcome);
  }

  /**
   * Closes what was planned so under a subject, as there is nothing left to do it for.
   *
   * @return how many
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public int closePlannedBySystem(OpportunityId opportunity, String subject, String outcome) {
    return store.closePlannedBySystem(opportunity, subject, clock.instant(), outcome);
  }

  /** Notes down what was just done, such as a call that was had; nothing had been planned. */
  @Transactional
  public ActivityId did(On on, String typedKind, String typedWords, Actor actor) {
    return did(on, typedKind, typedWords, "", actor);
  }

  /**
   * The same with what came of it.
   *
   * @param outcome such as the text of an email, as it is
   */
  @Transactional
  public ActivityId did(On on, String typedKind, String typedWords, String outcome, Actor actor) {
    Input input = new Input();
    String kind = input.text("kind", typedKind, LONGEST);
    input.oneOf("kind", kind, KINDS);
    String words = input.longText("words", typedWords);
    if (words.isEmpty()) {
      input.refuse("words", "Required.");
    }
    input.check();
    ActivityId id =
        store.insert(
            new ActivityStore.Row(
                kind,
                words,
                LocalDate.now(clock),
                null,
                actor.id(),
                actor.id(),
                on.idOf("opportunity", OpportunityId::new),
                on.idOf("enquiry", EnquiryId::new),
                on.idOf("account", AccountId::new),
                clock.instant(),
                outcome));
    log.note(actor.id(), on.record(), on.id(), kind, null, words);
    return id;
  }

  /** Notes down what came by itself, such as an email, with its owner; a long one is cut. */
  @Transactional(propagation = Propagation.MANDATORY)
  public ActivityId cameBySystem(
      On on, String kind, String words, String outcome, PersonId person) {
    ActivityId id =
        store.insert(
            new ActivityStore.Row(
                kind,
                cut(words),
                LocalDate.now(clock),
                null,
                person,
                null,
                on.idOf("opportunity", OpportunityId::new),
                on.idOf("enquiry", EnquiryId::new),
                on.idOf("account", AccountId::new),
                clock.instant(),
                outcome));
    log.note(Actor.SYSTEM.id(), on.record(), on.id(), kind, null, cut(words));
    return id;
  }

  private static String cut(String words) {
    return words.length() <= LONGEST ? words : words.substring(0, LONGEST - 1) + "…";
  }

  /** Marks an activity done, with what came of it, and plans the next one in the same act. */
  @Transactional
  public void done(ActivityId id, DoneForm typed, Actor actor) {
    ActivityStore.Kept kept = changeable(id, actor);
    Input input = new Input();
    String words = input.longText("outcome", typed.outcome());
    On on = on(kept);
    Optional<ActivityStore.Row> next =
        Optional.ofNullable(typed.next()).map(n -> read(input, "next.", on, n, actor));
    input.check();
    if (store.done(id, clock.instant(), words) == 0) {
      throw new NotPossible("This is done already.");
    }
    log.note(
        actor.id(), on.record(), on.id(), kept.kind() + " done: " + kept.subject(), null, words);
    next.ifPresent(
        row -> {
          store.insert(row);
          log.note(
              actor.id(),
              on.record(),
              on.id(),
              row.kind() + " planned for " + row.due(),
              null,
              row.subject());
        });
  }

  /** Takes back that an activity was done. */
  @Transactional
  public void undone(ActivityId id, Actor actor) {
    ActivityStore.Kept kept = changeable(id, actor);
    if (store.undone(id) == 0) {
      throw new NotPossible("This is not done.");
    }
    On on = on(kept);
    log.note(actor.id(), on.record(), on.id(), "reopened", null, kept.subject());
  }

  /** Puts an open activity on another day, or gives it to a colleague. */
  @Transactional
  public void change(ActivityId id, long version, ActivityForm typed, Actor actor) {
    ActivityStore.Kept kept = changeable(id, actor);
    Input input = new Input();
    ActivityStore.Row row =
        read(
            input,
            "",
            on(kept),
            new ActivityForm(
                kept.kind(),
                typed.subject(),
                typed.due(),
                typed.time(),
                typed.personId() == null ? kept.personId() : typed.personId()),
            actor);
    input.check();
    int updated = store.move(id, version, row.subject(), row.due(), row.time(), row.person());
    On on = on(kept);
    log.expectOne(updated, on.record(), on.id(), kept.version());
    log.note(
        actor.id(),
        on.record(),
        on.id(),
        "due: " + kept.subject(),
        kept.due().toString(),
        row.due().toString());
    watching.orderedStream().forEach(one -> one.moved(id, actor));
  }

  /** One that somebody may change, with the record that it belongs to. */
  public Standing standing(ActivityId id, Actor actor) {
    ActivityStore.Kept kept = changeable(id, actor);
    return new Standing(
        on(kept), kept.kind(), kept.subject(), kept.due(), Optional.ofNullable(kept.atTime()));
  }

  private ActivityStore.Kept changeable(ActivityId id, Actor actor) {
    ActivityStore.Kept kept = store.find(id).orElseThrow(() -> new NotThere("activity", id));
    On on = on(kept);
    boolean isTheirs = kept.personId().equals(actor.id());
    if (isTheirs) {
      return kept;
    }
    records.checkEditable(on.record(), on.id(), actor);
    return kept;
  }

  private static On on(ActivityStore.Kept kept) {
    if (kept.opportunityId() != null) {
      return On.opportunity(kept.opportunityId());
    }
    return kept.enquiryId() != null ? On.enquiry(kept.enquiryId()) : On.account(kept.accountId());
  }

  /** Closes what is open when its opportunity is won or lost; nothing of it was done by that. */
  @Transactional
  public void closeOpen(OpportunityId opportunity, String outcome) {
    store.closeOpen(opportunity, clock.instant(), outcome);
  }

  /** Notes that what was planned on an opportunity was done, for history that is taken over. */
  @Transactional
  public void doneOpen(OpportunityId opportunity, String outcome) {
    store.doneOpen(opportunity, clock.instant(), outcome);
  }

  /** Gives everything that somebody has to do to another. */
  @Transactional(propagation = Propagation.MANDATORY)
  public int giveAllOpen(PersonId from, PersonId to) {
    return store.giveAllOpen(from, to);
  }

  /** How much somebody has to do. */
  public long openCount(PersonId person) {
    return store.openCount(person);
  }

  /** Gives what is open on an opportunity and one person's to another. */
  @Transactional
  public void giveOpen(OpportunityId opportunity, PersonId from, PersonId to) {
    store.giveOpen(opportunity, from, to);
  }
}
