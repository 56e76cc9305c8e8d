package firmtally.server.customers.enquiry;

import firmtally.core.enquiry.AssignmentRule;
import firmtally.server.access.Actor;
import firmtally.server.access.UserService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Counters;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AssignmentRuleId;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.search.PhoneIndex;
import firmtally.server.platform.search.SearchIndex;
import firmtally.server.platform.web.Cursor;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The acts on enquiries. */
@Service
public class EnquiryService implements DueWork {
  private static final int LONGEST = 160;
  private static final String RECORD = "enquiry";
  private static final String TAKEN_DOWN = "enquiry added";
  private final EnquiryStore store;
  private final Records records;
  private final EnquiryReader reader;
  private final AssignmentService assignment;
  private final ActivityService activities;
  private final UserService people;
  private final Traces traces;

  /** What the acts leave behind. */
  private record Traces(
      ChangeLog log, Counters counters, SearchIndex index, PhoneIndex phones, Clock clock) {}

  EnquiryService(
      EnquiryStore store,
      Records records,
      EnquiryReader reader,
      AssignmentService assignment,
      ActivityService activities,
      UserService people,
      ChangeLog log,
      Counters counters,
      SearchIndex index,
      PhoneIndex phones,
      Clock clock) {
    this.store = store;
    this.records = records;
    this.reader = reader;
    this.assignment = assignment;
    this.activities = activities;
    this.people = people;
    this.traces = new Traces(log, counters, index, phones, clock);
  }

  /**
   * What to list: a blank state is open, an owner of 0 everybody.
   *
   * @param byWorth the most money first, else the newest
   */
  record Filter(
      String state,
      PersonId owner,
      String source,
      String campaign,
      String text,
      String own,
      boolean byWorth) {}

  List<Enquiry> page(Filter filter, Cursor after, int most, Actor actor) {
    return store.page(filter, after, most, actor);
  }

  /** An enquiry that somebody may read. */
  Enquiry readable(EnquiryId id, Actor actor) {
    records.checkReadable(RECORD, id, actor);
    return find(id);
  }

  /** An enquiry in any state that somebody may change. */
  Enquiry editable(EnquiryId id, Actor actor) {
    records.checkEditable(RECORD, id, actor);
    return find(id);
  }

  private Enquiry find(EnquiryId id) {
    return store.find(id).orElseThrow(() -> new NotThere(RECORD, id));
  }

  /** Takes an enquiry down, and gives it to whoever is named, or to whom the rules say. */
  @Transactional
  public EnquiryId take(EnquiryForm typed, Actor actor) {
    Input input = new Input();
    EnquiryReader.Draft draft = reader.read(input, typed);
    Optional<PersonId> owner = owner(input, typed.owner(), actor);
    input.check();
    return owner.isPresent()
        ? insert(draft, owner.get(), Optional.empty(), actor)
        : give(draft, actor);
  }

  /** Whose it is to be; empty for whoever the rules name. */
  private Optional<PersonId> owner(Input input, String typed, Actor actor) {
    if (typed == null || typed.isBlank()) {
      return Optional.of(actor.id());
    }
    if (typed.equals("rules")) {
      return Optional.empty();
    }
    Optional<PersonId> named = input.value("owner", typed, EnquiryService::id);
    named.ifPresent(id -> people.checkSeller(input, "owner", id));
    return named;
  }

  private static PersonId id(String text) {
    if (!text.matches("[0-9]{1,18}")) {
      throw new IllegalArgumentException("Choose a user, or assign automatically.");
    }
    return new PersonId(Long.parseLong(text));
  }

  /**
   * Takes an enquiry down that came by email, and gives it to whom the rules say; empty where what
   * the email says of its sender cannot be taken down.
   *
   * @param name the sender's; blank for none
   * @param subject cut where it is too long
   */
  @Transactional
  public Optional<EnquiryId> takeEmail(String name, String email, String subject) {
    String about = subject.isBlank() ? "Email" : subject;
    EnquiryForm form =
        new EnquiryForm(
            cut(name.isBlank() ? email : name),
            "",
            cut(about),
            cut(name),
            null,
            null,
            null,
            null,
            "email",
            null,
            null);
    Input input = new Input();
    EnquiryReader.Draft draft = reader.read(input, "contactDetails", form, email, "");
    return input.problems().list().isEmpty()
        ? Optional.of(give(draft, Actor.SYSTEM))
        : Optional.empty();
  }

  private static String cut(String text) {
    return text.length() <= LONGEST ? text : text.substring(0, LONGEST - 1) + "…";
  }

  /** Takes down what is in order, and gives it to whom the rules say. */
  EnquiryId give(EnquiryReader.Draft draft, Actor by) {
    AssignmentService.Turns turns = assignment.turns();
    AssignmentService.Given given = turns.next(draft.facts());
    turns.keep();
    return insert(draft, given.personId(), given.ruleId(), by);
  }

  private EnquiryId insert(
      EnquiryReader.Draft draft, PersonId owner, Optional<AssignmentRuleId> rule, Actor by) {
    Added added = add(draft, owner, rule, Optional.empty());
    find(added, draft);
    traces.log().note(by.id(), RECORD, added.id(), TAKEN_DOWN, null, draft.name());
    return added.id();
  }

  /** An enquiry that was written. */
  record Added(EnquiryId id, String number) {}

  /** Writes one of a file; nobody sees it until the file is taken. */
  Added stage(
      EnquiryReader.Draft draft, AssignmentService.Given given, ImportId ofImport, Actor by) {
    Added added = add(draft, given.personId(), given.ruleId(), Optional.of(ofImport));
    traces.log().noteUntold(by.id(), RECORD, added.id(), TAKEN_DOWN, null, draft.name());
    return added;
  }

  private Added add(
      EnquiryReader.Draft draft,
      PersonId owner,
      Optional<AssignmentRuleId> rule,
      Optional<ImportId> ofImport) {
    String number = traces.counters().next("E");
    Instant now = traces.clock().instant();
    EnquiryId id = store.insert(number, now, draft, owner, ofImport);
    store.logGiven(id, owner, now, rule.orElse(null));
    return new Added(id, number);
  }

  /** Puts it where it is found by its words and its phone number. */
  private void find(Added added, EnquiryReader.Draft draft) {
    traces.index().add(RECORD, added.id(), added.number(), words(draft));
    traces.phones().add(RECORD, added.id(), draft.phone());
  }

  /** Changes what was typed. */
  @Transactional
  public void change(EnquiryId id, long version, EnquiryForm typed, Actor actor) {
    Enquiry before = open(id, actor);
    Input input = new Input();
    EnquiryReader.Draft draft = reader.read(input, typed);
    input.check();
    int updated = store.update(id, version, draft);
    traces.log().expectOne(updated, RECORD, id, before.version());
    traces.index().put(RECORD, id, before.number(), words(draft));
    traces.phones().put(RECORD, id, draft.phone());
    note(actor, id, "name", before.name(), draft.name());
    note(
        actor,
        id,
        "contactDetails",
        contactDetails(before.email(), before.phone()),
        contactDetails(draft.email(), draft.phone()));
    note(actor, id, "subject", before.subject(), draft.subject());
    note(
        actor,
        id,
        "place",
        before.postal() + " " + before.town(),
        draft.postal() + " " + draft.town());
    note(actor, id, "source", before.source(), draft.source());
    note(actor, id, "campaign", before.campaign(), draft.campaign());
  }

  private void note(Actor actor, EnquiryId id, String what, String before, String after) {
    if (!Objects.equals(before.strip(), after.strip())) {
      traces.log().note(actor.id(), RECORD, id, what, before.strip(), after.strip());
    }
  }

  static String contactDetails(String email, String phone) {
    return email.isEmpty() || phone.isEmpty() ? email + phone : email + ", " + phone;
  }

  /**
   * Notes a call, email, meeting or note that was just had; what is new is being talked about then.
   */
  @Transactional
  public void talked(EnquiryId id, String kind, String words, Actor actor) {
    talked(id, kind, words, "", actor);
  }

  /** The same with what came of it, such as the text of an email. */
  @Transactional
  public void talked(EnquiryId id, String kind, String words, String outcome, Actor actor) {
    Enquiry before = open(id, actor);
    activities.did(ActivityService.On.enquiry(id), kind, words, outcome, actor);
    if (before.state() != EnquiryState.TALKING && !"note".equals(kind)) {
      setState(before, before.version(), EnquiryState.TALKING, null, null, actor);
    }
  }

  /** Plans something with an enquiry. */
  @Transactional
  public void plan(EnquiryId id, ActivityService.ActivityForm typed, Actor actor) {
    open(id, actor);
    activities.plan(ActivityService.On.enquiry(id), typed, actor);
  }

  /** Lays it aside until a day after today. */
  @Transactional
  public void park(EnquiryId id, long version, String until, String why, Actor actor) {
    Enquiry before = open(id, actor);
    Input input = new Input();
    Optional<LocalDate> day = input.day("until", until);
    String reason = input.optionalText("reason", why, LONGEST);
    if (day.isPresent() && !day.get().isAfter(LocalDate.now(traces.clock()))) {
      input.refuse("until", "Enter a day after today.");
    }
    input.check();
    setState(before, version, EnquiryState.ON_HOLD, day.orElseThrow(), reason, actor);
  }

  /** Drops it, with a reason. */
  @Transactional
  public void drop(EnquiryId id, long version, String why, Actor actor) {
    Enquiry before = open(id, actor);
    Input input = new Input();
    String reason = input.text("reason", why, LONGEST);
    input.check();
    setState(before, version, EnquiryState.NOT_PURSUED, null, reason, actor);
  }

  /** Takes up again what was parked or dropped. */
  @Transactional
  public void reopen(EnquiryId id, long version, Actor actor) {
    Enquiry before = editable(id, actor);
    if (before.state() != EnquiryState.ON_HOLD && before.state() != EnquiryState.NOT_PURSUED) {
      throw new NotPossible("This enquiry is " + before.state().inWords() + ".");
    }
    setState(before, version, EnquiryState.TALKING, null, null, actor);
  }

  private void setState(
      Enquiry before,
      long version,
      EnquiryState state,
      @MaybeNull LocalDate until,
      @MaybeNull String reason,
      Actor actor) {
    before.state().checkMayBecome(state, RECORD);
    int updated =
        store.setState(
            new EnquiryStore.StateChange(
                before.id(), version, state, until, reason, before.accountId()));
    traces.log().expectOne(updated, RECORD, before.id(), before.version());
    String words =
        state.inWords()
            + (until == null ? "" : " until " + until)
            + (reason == null || reason.isEmpty() ? "" : ": " + reason);
    traces.log().note(actor.id(), RECORD, before.id(), "state", before.state().inWords(), words);
  }

  /** Gives it to a person, or to whoever the rules name. */
  @Transactional
  public void giveTo(EnquiryId id, long version, String owner, Actor actor) {
    Enquiry before = open(id, actor);
    Input input = new Input();
    Optional<PersonId> named = owner(input, owner == null || owner.isBlank() ? "?" : owner, actor);
    input.check();
    AssignmentService.Given given =
        named
            .map(person -> new AssignmentService.Given(person, Optional.empty()))
            .orElseGet(() -> byRules(before));
    traces
        .log()
        .expectOne(store.setOwner(id, version, given.personId()), RECORD, id, before.version());
    store.logGiven(id, given.personId(), traces.clock().instant(), given.ruleId().orElse(null));
    traces
        .log()
        .note(
            actor.id(),
            RECORD,
            id,
            "reassigned to",
            before.ownerName(),
            people.get(given.personId()).name());
  }

  /** The enquiries that somebody has still to work. */
  public List<EnquiryId> openOf(PersonId owner) {
    return store.openOf(owner);
  }

  /** Gives an enquiry to a colleague. */
  @Transactional
  public void setOwner(EnquiryId id, Actor to, Actor by) {
    Enquiry before = readable(id, Actor.SYSTEM);
    traces
        .log()
        .expectOne(store.setOwner(id, before.version(), to.id()), RECORD, id, before.version());
    store.logGiven(id, to.id(), traces.clock().instant(), null);
    traces.log().note(by.id(), RECORD, id, "reassigned to", before.ownerName(), to.name());
  }

  private AssignmentService.Given byRules(Enquiry enquiry) {
    AssignmentService.Turns turns = assignment.turns();
    AssignmentService.Given given = turns.next(facts(enquiry));
    turns.keep();
    return given;
  }

  private AssignmentRule.Facts facts(Enquiry enquiry) {
    return new AssignmentRule.Facts(
        enquiry.postal(),
        Optional.ofNullable(enquiry.family()),
        enquiry.source(),
        assignment.value(enquiry.value()));
  }

  /** It became an opportunity of an account. */
  void converted(Enquiry enquiry, AccountId account, Actor actor) {
    int updated =
        store.setState(
            new EnquiryStore.StateChange(
                enquiry.id(), enquiry.version(), EnquiryState.CONVERTED, null, null, account));
    traces.log().expectOne(updated, RECORD, enquiry.id(), enquiry.version());
    traces
        .log()
        .note(
            actor.id(),
            RECORD,
            enquiry.id(),
            "state",
            enquiry.state().inWords(),
            EnquiryState.CONVERTED.inWords());
  }

  private static String words(EnquiryReader.Draft draft) {
    return draft.name() + " " + draft.subject() + " " + draft.email();
  }

  @Override
  public String job() {
    return "enquiries that were on hold";
  }

  /** Takes up those that were on hold until today or earlier; the company does it by itself. */
  @Override
  @Transactional
  public void run(LocalDate today) {
    for (EnquiryId id : store.onHoldUntil(today)) {
      Enquiry before = readable(id, Actor.SYSTEM);
      setState(before, before.version(), EnquiryState.TALKING, null, null, Actor.SYSTEM);
    }
  }

  /** An open enquiry that somebody may change. */
  Enquiry open(EnquiryId id, Actor actor) {
    Enquiry enquiry = editable(id, actor);
    if (!enquiry.isOpen()) {
      throw new NotPossible("This enquiry is " + enquiry.state().inWords() + " already.");
    }
    return enquiry;
  }
}
