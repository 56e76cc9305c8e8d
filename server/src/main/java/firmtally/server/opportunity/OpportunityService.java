package firmtally.server.opportunity;

import firmtally.core.money.Percent;
import firmtally.server.account.Account;
import firmtally.server.account.AccountService;
import firmtally.server.activity.ActivityService;
import firmtally.server.people.Actor;
import firmtally.server.platform.ChangeLog;
import firmtally.server.platform.Counters;
import firmtally.server.platform.FoundIndex;
import firmtally.server.platform.Input;
import firmtally.server.platform.MaybeNull;
import firmtally.server.platform.NotPossible;
import firmtally.server.platform.NotThere;
import firmtally.server.settings.SettingsService;
import firmtally.server.worksheet.WorksheetContext;
import firmtally.server.worksheet.WorksheetForm;
import firmtally.server.worksheet.WorksheetService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The acts on opportunities. */
@Service
public class OpportunityService {
  private static final int LONGEST = 160;
  private static final int FIRST_CALL_DAYS = 3;
  private final OpportunityStore store;
  private final AccountService accounts;
  private final WorksheetService worksheets;
  private final ActivityService activities;
  private final SettingsService settings;
  private final Record record;
  private final Clock clock;

  OpportunityService(
      OpportunityStore store,
      AccountService accounts,
      WorksheetService worksheets,
      ActivityService activities,
      SettingsService settings,
      ChangeLog log,
      Counters counters,
      FoundIndex index,
      Clock clock) {
    this.store = store;
    this.accounts = accounts;
    this.worksheets = worksheets;
    this.activities = activities;
    this.settings = settings;
    this.record = new Record(log, counters, index);
    this.clock = clock;
  }

  /** What an act leaves behind beside the record itself. */
  private record Record(ChangeLog log, Counters counters, FoundIndex index) {}

  /** An opportunity in a list. */
  public record OpportunityRow(
      long id,
      String number,
      String title,
      long accountId,
      String account,
      String owner,
      String stage,
      String path,
      String odds,
      String state,
      String expectedClose,
      int slips,
      String value,
      @MaybeNull String nextDue) {}

  /** What to list: an owner of 0 is everybody, a blank path or text is any. */
  public record Filter(String state, long owner, String path, String text) {}

  /** A notch of the ruler. */
  public record Stage(
      long id, int position, String name, String odds, int usualDays, boolean atQuote) {}

  /** A move along the path. */
  public record Move(String at, String person, long stageId, String stage) {}

  /** How an opportunity is opened; what is absent is proposed. */
  public record Opening(
      long accountId,
      String title,
      String pathKind,
      Optional<Long> contactId,
      Optional<LocalDate> expectedClose,
      Optional<Long> enquiryId,
      Optional<Long> renewsId,
      WorksheetForm lines) {}

  /** What can be typed on an opportunity; blank odds are the stage's. */
  public record OpportunityForm(String title, String expectedClose, String odds, String note) {}

  public Opportunity get(long id) {
    return store.find(id).orElseThrow(() -> new NotThere("opportunity", id));
  }

  List<OpportunityRow> page(Filter filter, String afterDay, long afterId, int most) {
    return store.page(filter, afterDay, afterId, most, settings.amounts());
  }

  /** The opportunities of an account, open ones first. */
  public List<OpportunityRow> ofAccount(long account) {
    return store.ofAccount(account, settings.amounts());
  }

  List<Stage> stages(long path) {
    return store.stages(path);
  }

  List<Move> moves(long id) {
    return store.moves(id);
  }

  /** For whom and by whom an opportunity's worksheets are worked out. */
  public WorksheetContext context(Opportunity opportunity, Actor actor) {
    return new WorksheetContext(
        accounts.get(opportunity.accountId()), actor.role(), Optional.of(opportunity.odds()));
  }

  /** Opens an opportunity, with a first call planned so that it is never without a next step. */
  @Transactional
  public long open(Opening opening, Actor actor) {
    long id = openFor(opening, actor, actor.id());
    activities.plan(id, "call", "First call", today().plusDays(FIRST_CALL_DAYS), actor.id());
    return id;
  }

  /** Opens an opportunity that belongs to a given rep, and plans nothing. */
  @Transactional
  public long openFor(Opening opening, Actor actor, long owner) {
    Account account = accounts.get(opening.accountId());
    OpportunityStore.PathRow path = store.path(opening.pathKind()).orElseThrow();
    List<Stage> stages = store.stages(path.id());
    Input input = new Input();
    String title = input.text("title", opening.title(), LONGEST);
    input.check();
    WorksheetService.Worked worked =
        worksheets.create(
            new WorksheetContext(account, actor.role(), Optional.empty()), opening.lines());
    int usual = stages.stream().mapToInt(Stage::usualDays).sum();
    String number = record.counters().next("O");
    long id =
        store.insert(
            new OpportunityStore.Start(
                number,
                title,
                account.id(),
                opening.contactId().orElse(null),
                owner,
                path.id(),
                stages.get(0).id(),
                today().toString(),
                opening.expectedClose().orElse(today().plusDays(usual)).toString(),
                worked.id(),
                opening.enquiryId().orElse(null),
                opening.renewsId().orElse(null)));
    store.logStage(
        id, now(), actor.id(), null, stages.get(0).id(), worked.contract().getAmountMinorLong());
    record.index().add("opportunity", id, number, title + " " + account.name());
    record.log().note(actor.id(), "opportunity", id, "opportunity opened", null, title);
    return id;
  }

  /** Changes what was typed. A later expected close counts as a slip. */
  @Transactional
  public void change(long id, long version, OpportunityForm typed, Actor actor) {
    Opportunity before = changeable(id, actor);
    Input input = new Input();
    String title = input.text("title", typed.title(), LONGEST);
    Optional<LocalDate> close = input.day("expectedClose", typed.expectedClose());
    Optional<Percent> odds =
        input.value(
            "odds",
            typed.odds(),
            text -> Percent.parse(text).within("odds", Percent.ZERO, Percent.HUNDRED));
    String note = input.longText("note", typed.note());
    input.check();
    String day = close.orElseThrow().toString();
    boolean slipped = day.compareTo(before.expectedClose()) > 0;
    int updated =
        store.update(
            id,
            version,
            title,
            day,
            before.slips() + (slipped ? 1 : 0),
            odds.map(Percent::toTenThousandths).orElse(null),
            note);
    record.log().expectOne(updated, "opportunity", id, before.version());
    if (!day.equals(before.expectedClose())) {
      record
          .log()
          .note(actor.id(), "opportunity", id, "expected close", before.expectedClose(), day);
    }
    if (!title.equals(before.title())) {
      record.log().note(actor.id(), "opportunity", id, "title", before.title(), title);
    }
    if (!note.equals(before.note())) {
      record.log().note(actor.id(), "opportunity", id, "note", before.note(), note);
    }
    String oddsBefore = before.ownOdds() == null ? null : before.odds().toString();
    String oddsAfter = odds.map(Percent::toString).orElse(null);
    if (!Objects.equals(oddsBefore, oddsAfter)) {
      record.log().note(actor.id(), "opportunity", id, "odds", oddsBefore, oddsAfter);
    }
  }

  /** Keeps the lines that were typed. */
  @Transactional
  public WorksheetService.Worked saveLines(long id, long version, WorksheetForm form, Actor actor) {
    Opportunity opportunity = changeable(id, actor);
    WorksheetContext context = context(opportunity, actor);
    WorksheetService.Worked before = worksheets.get(opportunity.worksheetId(), context);
    WorksheetService.Worked after =
        worksheets.save(opportunity.worksheetId(), version, context, form);
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

  /** Moves it to any stage of its path: on, over some, or back. */
  @Transactional
  public void move(long id, long version, long stageId, Actor actor) {
    move(changeable(id, actor), version, stageId, actor);
  }

  private void move(Opportunity before, long version, long stageId, Actor actor) {
    Stage to =
        store.stages(before.pathId()).stream()
            .filter(stage -> stage.id() == stageId)
            .findFirst()
            .orElseThrow(() -> new NotThere("stage on this path", stageId));
    int updated = store.move(before.id(), version, stageId, today().toString());
    record.log().expectOne(updated, "opportunity", before.id(), before.version());
    logMove(before, to, actor);
  }

  /** Notes a move in the stage log, with the value then, and in the change log. */
  void logMove(Opportunity before, Stage to, Actor actor) {
    String from =
        store.stages(before.pathId()).stream()
            .filter(stage -> stage.id() == before.stageId())
            .map(Stage::name)
            .findFirst()
            .orElse("");
    Money value = worksheets.get(before.worksheetId(), context(before, actor)).contract();
    store.logStage(
        before.id(), now(), actor.id(), before.stageId(), to.id(), value.getAmountMinorLong());
    record.log().note(actor.id(), "opportunity", before.id(), "stage", from, to.name());
  }

  /** A sent quote moves it on to the stage that says so, unless it is there or further already. */
  @Transactional
  public void quoteWasSent(long id, Actor actor) {
    Opportunity opportunity = get(id);
    List<Stage> stages = store.stages(opportunity.pathId());
    int here =
        stages.stream()
            .filter(stage -> stage.id() == opportunity.stageId())
            .mapToInt(Stage::position)
            .findFirst()
            .orElse(0);
    stages.stream()
        .filter(stage -> stage.atQuote() && stage.position() > here)
        .findFirst()
        .ifPresent(stage -> move(opportunity, opportunity.version(), stage.id(), actor));
  }

  /** Won with the true amount; its open activities are closed. */
  @Transactional
  public void win(long id, Money amount, Actor actor) {
    Opportunity before = get(id);
    if (!before.isOpen()) {
      throw new NotPossible("This opportunity is " + before.state() + " already.");
    }
    store.close(id, before.version(), "won", today().toString(), amount.getAmountMinorLong(), null);
    activities.closeOpen(id, "Closed with the order.");
    record.log().note(actor.id(), "opportunity", id, "state", "open", "won " + text(amount));
  }

  /** Lost, with a reason; its open activities are closed. It can be read for ever. */
  @Transactional
  public void lose(long id, long version, String reason, Actor actor) {
    Opportunity before = changeable(id, actor);
    Input input = new Input();
    String words = input.text("reason", reason, LONGEST);
    input.check();
    int updated = store.close(id, version, "lost", today().toString(), null, words);
    record.log().expectOne(updated, "opportunity", id, before.version());
    activities.closeOpen(id, "Closed: lost.");
    record.log().note(actor.id(), "opportunity", id, "state", "open", "lost: " + words);
  }

  /** An open opportunity that the person may change. */
  public Opportunity changeable(long id, Actor actor) {
    Opportunity opportunity = get(id);
    actor.checkMayChange(opportunity.ownerId(), opportunity.ownerName(), "this opportunity");
    if (!opportunity.isOpen()) {
      throw new NotPossible(
          "This opportunity is " + opportunity.state() + "; it can only be read.");
    }
    return opportunity;
  }

  private LocalDate today() {
    return LocalDate.now(clock);
  }

  private String now() {
    return clock.instant().toString();
  }

  private static String text(Money amount) {
    return amount.getAmount().toPlainString();
  }
}
