package firmtally.server.pipeline.opportunity;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.access.Seen;
import firmtally.server.access.UserService;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.process.ProcessService;
import firmtally.server.pipeline.process.Stage;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Counters;
import firmtally.server.platform.database.Snapshots;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.search.SearchIndex;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.WorksheetContext;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Opening opportunities, reading them, and changing what is typed on them. */
@Service
public class OpportunityService {
  private static final String RECORD = "opportunity";
  private static final int LONGEST = 160;
  private static final int FIRST_CALL_DAYS = 3;
  private static final Set<String> PRIORITIES = Set.of("high", "normal", "low");
  private static final Set<String> INTERESTS = Set.of("unknown", "low", "medium", "high");
  private static final Set<String> BUSINESS = Set.of("new", "existing");
  private final OpportunityStore store;
  private final AccountService accounts;
  private final WorksheetService worksheets;
  private final ActivityService activities;
  private final UserService users;
  private final Records records;
  private final SettingsService settings;
  private final ProcessService processes;
  private final Traces traces;
  private final Snapshots snapshots;
  private final Clock clock;

  OpportunityService(
      OpportunityStore store,
      AccountService accounts,
      WorksheetService worksheets,
      ActivityService activities,
      UserService users,
      Records records,
      SettingsService settings,
      ProcessService processes,
      ChangeLog log,
      Counters counters,
      SearchIndex index,
      Snapshots snapshots,
      Clock clock) {
    this.store = store;
    this.accounts = accounts;
    this.worksheets = worksheets;
    this.activities = activities;
    this.users = users;
    this.records = records;
    this.settings = settings;
    this.processes = processes;
    this.traces = new Traces(log, counters, index);
    this.snapshots = snapshots;
    this.clock = clock;
  }

  /** What an act leaves behind beside the record itself. */
  private record Traces(ChangeLog log, Counters counters, SearchIndex index) {}

  /**
   * What can be typed on an opportunity; blank probability are the stage's, a blank budget is
   * unknown.
   */
  public record OpportunityForm(
      String title,
      String expectedClose,
      @MaybeNull String probability,
      @MaybeNull String note,
      @MaybeNull String priority,
      @MaybeNull String interest,
      @MaybeNull String business,
      @MaybeNull String budget,
      @MaybeNull String source,
      @MaybeNull String campaign,
      @MaybeNull ContactId contactId) {}

  private Opportunity find(OpportunityId id) {
    return readable(id, Actor.SYSTEM);
  }

  private Optional<Seen<Opportunity>> seen(OpportunityId id, Actor actor) {
    return snapshots.once(List.of(RECORD, id, actor.id()), () -> store.find(id, actor));
  }

  /** An opportunity that somebody may read. */
  public Opportunity readable(OpportunityId id, Actor actor) {
    return records.readable(RECORD, id, seen(id, actor), actor);
  }

  /** An opportunity in any state that somebody may change. */
  public Opportunity editable(OpportunityId id, Actor actor) {
    records.checkEditable(RECORD, id, actor);
    return find(id);
  }

  /** An open opportunity that somebody may change. */
  public Opportunity editableOpen(OpportunityId id, Actor actor) {
    Opportunity opportunity = editable(id, actor);
    if (!opportunity.isOpen()) {
      throw new NotPossible(
          "This opportunity is " + opportunity.state().word() + "; it can only be read.");
    }
    return opportunity;
  }

  /** Whether somebody may change it: the owner, whoever it is shared with, and their managers. */
  public boolean isEditable(Opportunity opportunity, Actor actor) {
    return seen(opportunity.id(), actor).filter(Seen::editable).isPresent();
  }

  /** The process that an opportunity is on. */
  ProcessService.SalesProcess process(Opportunity opportunity) {
    return processes.get(opportunity.processId());
  }

  /**
   * For whom an opportunity's worksheets are calculated. What needs a sign-off depends on whose it
   * is, not on who looks at it or saved it last.
   */
  public WorksheetContext context(Opportunity opportunity) {
    return new WorksheetContext(
        accounts.readable(opportunity.accountId(), Actor.SYSTEM),
        users.get(opportunity.ownerId()).roles(),
        Optional.of(opportunity.probability()));
  }

  /** The same of many at once, by their ids, for what the company works out by itself. */
  public Map<OpportunityId, WorksheetContext> contexts(Collection<OpportunityId> ids) {
    List<OpportunityStore.ForWhom> all = store.forWhom(ids);
    Map<AccountId, Account> known =
        accounts.all(all.stream().map(OpportunityStore.ForWhom::accountId).distinct().toList());
    return all.stream()
        .collect(
            Collectors.toMap(
                OpportunityStore.ForWhom::id,
                o ->
                    new WorksheetContext(
                        known.get(o.accountId()),
                        users.get(o.ownerId()).roles(),
                        Optional.of(o.probability()))));
  }

  /** Opens an opportunity, with a first call planned so that it is never without a next step. */
  @Transactional
  public OpportunityId open(Opening opening, Actor actor) {
    OpportunityId id = openFor(opening, actor, actor.id());
    Optional<Stage.Step> step = process(find(id)).live().get(0).steps().stream().findFirst();
    activities.planBySystem(
        id,
        step.map(Stage.Step::kind).orElse("call"),
        step.map(Stage.Step::subject).orElse("First call"),
        today().plusDays(step.map(Stage.Step::days).orElse(FIRST_CALL_DAYS)),
        actor.id());
    return id;
  }

  /** Opens an opportunity that belongs to a given rep, and plans nothing. */
  @Transactional
  public OpportunityId openFor(Opening opening, Actor actor, PersonId owner) {
    Account account = accounts.readable(opening.accountId(), actor);
    ProcessService.SalesProcess process =
        opening
            .processId()
            .map(processes::get)
            .orElseGet(() -> processes.first(opening.processKind()));
    Stage first = process.live().get(0);
    Input input = new Input();
    String title = input.text("title", opening.title(), LONGEST);
    String source = input.optionalText("source", opening.source(), LONGEST);
    String campaign = input.optionalText("campaign", opening.campaign(), LONGEST);
    checkContact(input, account.id(), opening.contactId().orElse(null));
    input.check();
    Calculation worked =
        worksheets.create(
            new WorksheetContext(account, users.get(owner).roles(), Optional.empty()),
            opening.lines());
    int usual = process.live().stream().mapToInt(Stage::usualDays).sum();
    String number = traces.counters().next("O");
    OpportunityId id =
        store.insert(
            new OpportunityStore.Start(
                number,
                title,
                account.id(),
                opening.contactId().orElse(null),
                owner,
                process.id(),
                first.id(),
                today(),
                opening.expectedClose().orElse(today().plusDays(usual)),
                worked.id(),
                opening.enquiryId().orElse(null),
                opening.renewsId().orElse(null),
                store.hasBought(account.id()) ? "existing" : "new",
                source,
                campaign,
                opening.budget().orElse(null),
                opening.copiedFrom().orElse(null)));
    store.logStage(
        id, clock.instant(), actor.id(), null, first.id(), worked.contract().getAmountMinorLong());
    reindex(id);
    traces.log().note(actor.id(), "opportunity", id, "opportunity created", null, title);
    opening
        .budget()
        .ifPresent(
            budget -> traces.log().note(actor.id(), RECORD, id, "budget", null, amount(budget)));
    return id;
  }

  /** Puts it into the search with its title, account and tags. */
  void reindex(OpportunityId id) {
    OpportunityStore.Searched words = store.searched(id);
    traces.index().put("opportunity", id, words.number(), words.words());
  }

  /** What a copy takes along beside the account and the title. */
  public record Take(boolean lines, boolean contact, boolean source) {
    static final Take ALL = new Take(true, true, true);
  }

  /** Opens another with the same account, and what is taken along; it starts at the beginning. */
  @Transactional
  public OpportunityId copy(OpportunityId id, Take take, Actor actor) {
    actor.checkSells();
    Opportunity of = readable(id, actor);
    WorksheetForm lines =
        take.lines() ? worksheets.get(of.worksheetId(), context(of)).form() : WorksheetForm.EMPTY;
    Opening opening =
        new Opening(
            of.accountId(),
            of.title(),
            processes.get(of.processId()).kind().equals("renewal") ? "new" : "",
            processes.get(of.processId()).kind().equals("renewal")
                ? Optional.empty()
                : Optional.of(of.processId()),
            take.contact() ? Optional.ofNullable(of.contactId()) : Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.of(id),
            take.source() ? of.source() : "",
            take.source() ? of.campaign() : "",
            Optional.empty(),
            lines);
    return open(opening, actor);
  }

  /** Changes what was typed. A later expected close counts as a slip. */
  @Transactional
  public void change(OpportunityId id, long version, OpportunityForm form, Actor actor) {
    Opportunity before = editableOpen(id, actor);
    Input input = new Input();
    String title = input.text("title", form.title(), LONGEST);
    Optional<LocalDate> close = input.day("expectedClose", form.expectedClose());
    Optional<Percent> probability =
        input.value(
            "probability",
            form.probability(),
            text -> Percent.parse(text).within("probability", Percent.ZERO, Percent.HUNDRED));
    Optional<Money> budget = input.value("budget", form.budget(), settings::amount);
    LocalDate day = close.orElse(before.expectedClose());
    OpportunityStore.Typed typed =
        new OpportunityStore.Typed(
            id,
            version,
            title,
            day,
            before.slips() + (day.isAfter(before.expectedClose()) ? 1 : 0),
            probability.map(Percent::toTenThousandths).orElse(null),
            input.longText("note", form.note()),
            input.oneOf("priority", form.priority(), PRIORITIES).orElse(before.priority()),
            input.oneOf("interest", form.interest(), INTERESTS).orElse(before.interest()),
            input.oneOf("business", form.business(), BUSINESS).orElse(before.business()),
            budget.map(Money::getAmountMinorLong).orElse(null),
            input.optionalText("source", form.source(), LONGEST),
            input.optionalText("campaign", form.campaign(), LONGEST),
            form.contactId(),
            today());
    checkContact(input, before.accountId(), form.contactId());
    input.check();
    traces.log().expectOne(store.update(typed), "opportunity", id, before.version());
    reindex(id);
    if (!day.equals(before.expectedClose())) {
      store.logClose(id, clock.instant(), actor.id(), before.expectedClose(), day);
    }
    noteChanges(before, typed, actor);
  }

  private void checkContact(Input input, AccountId account, ContactId contact) {
    if (contact != null
        && accounts.contacts(account, Actor.SYSTEM).stream()
            .noneMatch(c -> c.id().equals(contact))) {
      input.refuse("contactId", "This contact does not belong to the account.");
    }
  }

  private void noteChanges(Opportunity before, OpportunityStore.Typed after, Actor actor) {
    note(
        before,
        actor,
        "expected close",
        before.expectedClose().toString(),
        after.close().toString());
    note(before, actor, "title", before.title(), after.title());
    note(before, actor, "note", before.note(), after.note());
    note(
        before,
        actor,
        "probability",
        percent(before.ownProbability()),
        percent(after.probability()));
    note(before, actor, "priority", before.priority(), after.priority());
    note(before, actor, "interest", before.interest(), after.interest());
    note(before, actor, "business", before.business(), after.business());
    note(before, actor, "budget", amount(before.budget()), amount(after.budget()));
    note(before, actor, "source", before.source(), after.source());
    note(before, actor, "campaign", before.campaign(), after.campaign());
    note(
        before,
        actor,
        "contact",
        contact(before, before.contactId()),
        contact(before, after.contact()));
  }

  private void note(Opportunity of, Actor actor, String what, String before, String after) {
    if (!Objects.equals(before, after)) {
      traces.log().note(actor.id(), "opportunity", of.id(), what, before, after);
    }
  }

  private static String percent(Long tenThousandths) {
    return tenThousandths == null ? null : Percent.ofTenThousandths(tenThousandths).toString();
  }

  private String amount(Long minor) {
    return minor == null ? null : settings.amounts().apply(minor);
  }

  private String contact(Opportunity of, ContactId id) {
    return accounts.contacts(of.accountId(), Actor.SYSTEM).stream()
        .filter(c -> c.id().equals(id))
        .map(AccountService.Contact::name)
        .findFirst()
        .orElse(null);
  }

  /** Keeps the lines that were typed; what follows from it is {@link MoveService#saveLines}. */
  Calculation saveLines(OpportunityId id, long version, WorksheetForm form, Actor actor) {
    Opportunity opportunity = editableOpen(id, actor);
    WorksheetContext context = context(opportunity);
    Calculation before = worksheets.get(opportunity.worksheetId(), context);
    Calculation after = worksheets.save(opportunity.worksheetId(), version, context, form);
    traces
        .log()
        .note(
            actor.id(),
            "opportunity",
            id,
            "lines",
            text(before.contract()),
            text(after.contract()));
    return after;
  }

  /** A renewal whose running term ends on another day is called and closes by that. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void moveRenewal(OpportunityId id, String title, LocalDate close) {
    store.moveRenewal(id, title, close);
    reindex(id);
  }

  /**
   * Makes a quote the one that an opportunity's value, lists and outlook follow; part of the act on
   * the quote. Without one its own lines count again.
   *
   * @param called the quote's number, for the log
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void lead(OpportunityId id, Optional<DocumentId> quote, String called, Actor actor) {
    store.setLead(id, quote);
    traces.log().note(actor.id(), RECORD, id, "lead quote", null, called);
  }

  /** Everything that somebody has open or paused. */
  public List<OpportunityId> openOf(PersonId owner) {
    return store.openOf(owner);
  }

  /** What an owner has open or paused with an account. */
  public List<OpportunityId> openOf(AccountId account, PersonId owner) {
    return store.openOf(account, owner);
  }

  /**
   * Reassigns one opportunity to a colleague, with the activities that are planned for its owner.
   * The owner may, and who manages their team; whoever it is only shared with may not.
   */
  @Transactional
  public void reassign(OpportunityId id, long version, PersonId to, Actor actor) {
    Opportunity before = editable(id, actor);
    if (before.state() == OpportunityState.WON || before.state() == OpportunityState.LOST) {
      throw new NotPossible("This opportunity is " + before.state().word() + ".");
    }
    if (!actor.id().equals(before.ownerId()) && !actor.manages(before.ownerTeam())) {
      throw new NotAllowed("Only " + before.ownerName() + " or their manager may reassign it.");
    }
    Input input = new Input();
    users.checkSeller(input, "owner", to);
    if (to.equals(before.ownerId())) {
      input.refuse("owner", "Choose a colleague.");
    }
    input.check();
    give(before, version, users.get(to), actor);
  }

  /** Gives it to another owner, with the steps that were the owner's. */
  @Transactional
  public void setOwner(OpportunityId id, Actor to, Actor by) {
    Opportunity before = find(id);
    give(before, before.version(), to, by);
  }

  private void give(Opportunity before, long version, Actor to, Actor by) {
    OpportunityId id = before.id();
    traces.log().expectOne(store.setOwner(id, version, to.id()), RECORD, id, before.version());
    activities.giveOpen(id, before.ownerId(), to.id());
    traces.log().note(by.id(), RECORD, id, "owner", before.ownerName(), to.name());
  }

  private LocalDate today() {
    return LocalDate.now(clock);
  }

  static String text(Money amount) {
    return amount.getAmount().toPlainString();
  }
}
