package firmtally.server.pipeline.opportunity;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.process.ProcessService;
import firmtally.server.pipeline.process.Stage;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Counters;
import firmtally.server.platform.search.SearchIndex;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.WorksheetContext;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Opening opportunities, reading them, and changing what is typed on them. */
@Service
public class OpportunityService {
  private static final int LONGEST = 160;
  private static final int FIRST_CALL_DAYS = 3;
  private static final Set<String> PRIORITIES = Set.of("high", "normal", "low");
  private static final Set<String> INTERESTS = Set.of("unknown", "low", "medium", "high");
  private static final Set<String> BUSINESS = Set.of("new", "existing");
  private final OpportunityStore store;
  private final AccountService accounts;
  private final WorksheetService worksheets;
  private final ActivityService activities;
  private final SettingsService settings;
  private final ProcessService processes;
  private final Record record;
  private final Clock clock;

  OpportunityService(
      OpportunityStore store,
      AccountService accounts,
      WorksheetService worksheets,
      ActivityService activities,
      SettingsService settings,
      ProcessService processes,
      ChangeLog log,
      Counters counters,
      SearchIndex index,
      Clock clock) {
    this.store = store;
    this.accounts = accounts;
    this.worksheets = worksheets;
    this.activities = activities;
    this.settings = settings;
    this.processes = processes;
    this.record = new Record(log, counters, index);
    this.clock = clock;
  }

  /** What an act leaves behind beside the record itself. */
  private record Record(ChangeLog log, Counters counters, SearchIndex index) {}

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
      @MaybeNull Long contactId) {}

  public Opportunity get(long id) {
    return store.find(id).orElseThrow(() -> new NotThere("opportunity", id));
  }

  /** An opportunity that somebody sees. */
  public Opportunity seen(long id, Actor actor) {
    Opportunity opportunity = get(id);
    String team = actor.seesTeam();
    boolean seen =
        team.isEmpty()
            || opportunity.ownerId() == actor.id()
            || team.equals(opportunity.ownerTeam())
            || store.isShared(id, actor.id());
    if (!seen) {
      throw new NotAllowed(
          opportunity.number()
              + " belongs to "
              + opportunity.ownerName()
              + (opportunity.ownerTeam() == null
                  ? ", who is in no team"
                  : " of team " + opportunity.ownerTeam())
              + "; you see what is your team’s. Ask them to share it with you.");
    }
    return opportunity;
  }

  /** The process that an opportunity is on. */
  ProcessService.SalesProcess process(Opportunity opportunity) {
    return processes.get(opportunity.processId());
  }

  /** For whom and by whom an opportunity's worksheets are worked out. */
  public WorksheetContext context(Opportunity opportunity, Actor actor) {
    return new WorksheetContext(
        accounts.get(opportunity.accountId()),
        actor.role(),
        Optional.of(opportunity.probability()));
  }

  /** Opens an opportunity, with a first call planned so that it is never without a next step. */
  @Transactional
  public long open(Opening opening, Actor actor) {
    long id = openFor(opening, actor, actor.id());
    Optional<Stage.Step> step = Optional.ofNullable(process(get(id)).live().get(0).step());
    activities.plan(
        id,
        step.map(Stage.Step::kind).orElse("call"),
        step.map(Stage.Step::subject).orElse("First call"),
        today().plusDays(step.map(Stage.Step::days).orElse(FIRST_CALL_DAYS)),
        actor.id());
    return id;
  }

  /** Opens an opportunity that belongs to a given rep, and plans nothing. */
  @Transactional
  public long openFor(Opening opening, Actor actor, long owner) {
    Account account = accounts.get(opening.accountId());
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
            new WorksheetContext(account, actor.role(), Optional.empty()), opening.lines());
    int usual = process.live().stream().mapToInt(Stage::usualDays).sum();
    String number = record.counters().next("O");
    long id =
        store.insert(
            new OpportunityStore.Start(
                number,
                title,
                account.id(),
                opening.contactId().orElse(null),
                owner,
                process.id(),
                first.id(),
                today().toString(),
                opening.expectedClose().orElse(today().plusDays(usual)).toString(),
                worked.id(),
                opening.enquiryId().orElse(null),
                opening.renewsId().orElse(null),
                store.hasBought(account.id()) ? "existing" : "new",
                source,
                campaign,
                opening.copiedFrom().orElse(null)));
    store.logStage(id, now(), actor.id(), null, first.id(), worked.contract().getAmountMinorLong());
    record.index().add("opportunity", id, number, title + " " + account.name());
    record.log().note(actor.id(), "opportunity", id, "opportunity opened", null, title);
    return id;
  }

  /** Opens another with the same account, contact and lines; it starts at the beginning. */
  @Transactional
  public long copy(long id, Actor actor) {
    actor.checkSells();
    Opportunity of = seen(id, actor);
    WorksheetForm lines = worksheets.get(of.worksheetId(), context(of, actor)).form();
    Opening opening =
        new Opening(
            of.accountId(),
            of.title(),
            processes.get(of.processId()).kind().equals("renewal") ? "new" : "",
            processes.get(of.processId()).kind().equals("renewal")
                ? Optional.empty()
                : Optional.of(of.processId()),
            Optional.ofNullable(of.contactId()),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.of(id),
            of.source(),
            of.campaign(),
            lines);
    return open(opening, actor);
  }

  /** Changes what was typed. A later expected close counts as a slip. */
  @Transactional
  public void change(long id, long version, OpportunityForm form, Actor actor) {
    Opportunity before = changeable(id, actor);
    Input input = new Input();
    String title = input.text("title", form.title(), LONGEST);
    Optional<LocalDate> close = input.day("expectedClose", form.expectedClose());
    Optional<Percent> probability =
        input.value(
            "probability",
            form.probability(),
            text -> Percent.parse(text).within("probability", Percent.ZERO, Percent.HUNDRED));
    Optional<Money> budget = input.value("budget", form.budget(), settings::amount);
    String day = close.map(LocalDate::toString).orElse(before.expectedClose());
    OpportunityStore.Typed typed =
        new OpportunityStore.Typed(
            id,
            version,
            title,
            day,
            before.slips() + (day.compareTo(before.expectedClose()) > 0 ? 1 : 0),
            probability.map(Percent::toTenThousandths).orElse(null),
            input.longText("note", form.note()),
            input.oneOf("priority", form.priority(), PRIORITIES).orElse(before.priority()),
            input.oneOf("interest", form.interest(), INTERESTS).orElse(before.interest()),
            input.oneOf("business", form.business(), BUSINESS).orElse(before.business()),
            budget.map(Money::getAmountMinorLong).orElse(null),
            input.optionalText("source", form.source(), LONGEST),
            input.optionalText("campaign", form.campaign(), LONGEST),
            form.contactId(),
            today().toString());
    checkContact(input, before.accountId(), form.contactId());
    input.check();
    record.log().expectOne(store.update(typed), "opportunity", id, before.version());
    noteChanges(before, typed, actor);
    if (!title.equals(before.title())) {
      record
          .index()
          .put(
              "opportunity",
              id,
              before.number(),
              title + " " + accounts.get(before.accountId()).name());
    }
  }

  private void checkContact(Input input, long account, Long contact) {
    if (contact != null && accounts.contacts(account).stream().noneMatch(c -> c.id() == contact)) {
      input.refuse("contactId", "This contact does not belong to the account.");
    }
  }

  private void noteChanges(Opportunity before, OpportunityStore.Typed after, Actor actor) {
    note(before, actor, "expected close", before.expectedClose(), after.close());
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
      record.log().note(actor.id(), "opportunity", of.id(), what, before, after);
    }
  }

  private static String percent(Long tenThousandths) {
    return tenThousandths == null ? null : Percent.ofTenThousandths(tenThousandths).toString();
  }

  private String amount(Long minor) {
    return minor == null ? null : settings.amounts().apply(minor);
  }

  private String contact(Opportunity of, Long id) {
    return accounts.contacts(of.accountId()).stream()
        .filter(c -> id != null && c.id() == id)
        .map(AccountService.Contact::name)
        .findFirst()
        .orElse(null);
  }

  /** Keeps the lines that were typed; what follows from it is {@link MoveService#saveLines}. */
  Calculation saveLines(long id, long version, WorksheetForm form, Actor actor) {
    Opportunity opportunity = changeable(id, actor);
    WorksheetContext context = context(opportunity, actor);
    Calculation before = worksheets.get(opportunity.worksheetId(), context);
    Calculation after = worksheets.save(opportunity.worksheetId(), version, context, form);
    record
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

  /** An open opportunity that the person may change. */
  public Opportunity changeable(long id, Actor actor) {
    Opportunity opportunity = mine(id, actor);
    if (!opportunity.isOpen()) {
      throw new NotPossible(
          "This opportunity is " + opportunity.state() + "; it can only be read.");
    }
    return opportunity;
  }

  /**
   * An opportunity in any state that the person may act on: their own, a shared one, their team's.
   */
  public Opportunity mine(long id, Actor actor) {
    Opportunity opportunity = seen(id, actor);
    if (!mayChange(opportunity, actor)) {
      throw new NotAllowed(
          "Only "
              + opportunity.ownerName()
              + ", whoever it is shared with, or a manager may change this opportunity; you can read it.");
    }
    return opportunity;
  }

  /** Whether somebody may change it: the owner, whoever it is shared with, and their managers. */
  public boolean mayChange(Opportunity opportunity, Actor actor) {
    return actor.mayChange(opportunity.owner()) || store.isShared(opportunity.id(), actor.id());
  }

  /** What an owner has open or paused with an account. */
  public List<Long> openOf(long account, long owner) {
    return store.openOf(account, owner);
  }

  /** Gives it to another owner, with the steps that were the owner's. */
  @Transactional
  public void setOwner(long id, Actor to, long by) {
    Opportunity before = get(id);
    store.setOwner(id, to.id());
    activities.giveOpen(id, before.ownerId(), to.id());
    record.log().note(by, "opportunity", id, "owner", before.ownerName(), to.name());
  }

  private LocalDate today() {
    return LocalDate.now(clock);
  }

  private String now() {
    return clock.instant().toString();
  }

  static String text(Money amount) {
    return amount.getAmount().toPlainString();
  }
}
