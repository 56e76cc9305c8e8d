package firmtally.server.customers.campaign;

import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.opportunity.Opening;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.ids.CallId;
import firmtally.server.platform.ids.CallListId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.Cursor;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.Paged;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The acts on call lists. */
@Service
public class CallService {
  private static final String RECORD = "call-list";
  private static final int LONGEST = 120;
  private static final int MOST = 2000;
  private static final int PAGE = 100;
  private static final int SHOWN = 200;
  private static final Set<String> OUTCOMES =
      Set.of("not-reached", "call-again", "no-interest", "reached", "opportunity");
  private static final Map<String, String> WORDS =
      Map.of(
          "not-reached", "Not reached.",
          "call-again", "Call again.",
          "no-interest", "No interest.",
          "reached", "Reached.",
          "opportunity", "An opportunity was raised.");
  private final CallStore store;
  private final Records records;
  private final OpportunityService opportunities;
  private final ActivityService activities;
  private final SettingsService settings;
  private final JsonMapper json;
  private final ChangeLog log;
  private final Clock clock;

  CallService(
      CallStore store,
      Records records,
      OpportunityService opportunities,
      ActivityService activities,
      SettingsService settings,
      JsonMapper json,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.records = records;
    this.opportunities = opportunities;
    this.activities = activities;
    this.settings = settings;
    this.json = json;
    this.log = log;
    this.clock = clock;
  }

  /** Somebody whom a filter picks. */
  public record PickedRow(
      AccountId accountId,
      String account,
      String town,
      @MaybeNull ContactId contactId,
      @MaybeNull String contact,
      @MaybeNull LocalDate lastBought) {}

  /** A call list, and how far it is walked. */
  public record CallListRow(
      CallListId id,
      String name,
      String campaign,
      String person,
      PersonId madeBy,
      LocalDate madeOn,
      @MaybeNull LocalDate closedOn,
      long version,
      long total,
      long done,
      long reached,
      long raised) {}

  /** One to call, with what to know before. */
  public record EntryView(
      CallListId id,
      int position,
      AccountId accountId,
      String account,
      String town,
      String status,
      String industry,
      @MaybeNull String contact,
      String phone,
      String hours,
      @MaybeNull String outcome,
      String words,
      @MaybeNull LocalDate againOn,
      @MaybeNull Instant at,
      @MaybeNull String person,
      @MaybeNull OpportunityId opportunityId,
      @MaybeNull String opportunityNumber,
      @MaybeNull LocalDate lastBought,
      @MaybeNull String pinned) {}

  /** What a campaign brought so far, whichever way it came in. */
  public record CampaignResult(
      long enquiries,
      long opportunities,
      long open,
      String openValue,
      long won,
      String wonValue,
      long lost) {}

  /** What came of a call; with a title an opportunity is raised that is tied to the campaign. */
  public record OutcomeForm(
      String outcome,
      @MaybeNull String words,
      @MaybeNull String againOn,
      @MaybeNull String title) {}

  /** Whom a filter picks, and how many in all. */
  public record Picked(List<PickedRow> rows, int total) {}

  Picked picked(CallPick pick) {
    List<PickedRow> all = store.picked(pick == null ? CallPick.ANYBODY : pick, MOST + 1);
    return new Picked(all.stream().limit(SHOWN).toList(), all.size());
  }

  Paged<CallListRow> lists(Cursor after, Actor actor) {
    return Paged.of(
        store.lists(after, PAGE + 1, actor),
        PAGE,
        row -> new Cursor(row.closedOn() == null ? "" : "closed", row.id()));
  }

  private CallListRow find(CallListId id) {
    return store.find(id).orElseThrow(() -> new NotThere("call list", id));
  }

  /** A call list that somebody may read. */
  CallListRow readable(CallListId id, Actor actor) {
    records.checkReadable(RECORD, id, actor);
    return find(id);
  }

  /** A call list that somebody may change. */
  CallListRow editable(CallListId id, Actor actor) {
    records.checkEditable(RECORD, id, actor);
    return find(id);
  }

  List<EntryView> entries(CallListId id) {
    return store.entries(id);
  }

  CampaignResult result(String campaign, Actor actor) {
    return store.result(campaign, settings.amounts(), actor);
  }

  /** Makes a list of everybody whom a filter picks. */
  @Transactional
  public CallListId make(String typedName, String typedCampaign, CallPick pick, Actor actor) {
    actor.checkSells();
    Input input = new Input();
    String name = input.text("name", typedName, LONGEST);
    String campaign = input.text("campaign", typedCampaign, LONGEST);
    List<PickedRow> picked = store.picked(pick == null ? CallPick.ANYBODY : pick, MOST + 1);
    if (picked.isEmpty()) {
      input.refuse("pick", "No matches; widen the selection.");
    }
    if (picked.size() > MOST) {
      input.refuse("pick", "More than " + MOST + " match; narrow the selection.");
    }
    input.check();
    CallListId id =
        store.insert(
            name, campaign, actor.id(), LocalDate.now(clock), json.writeValueAsString(pick));
    for (int i = 0; i < picked.size(); i++) {
      store.insertEntry(id, i + 1, picked.get(i).accountId(), picked.get(i).contactId());
    }
    log.note(actor.id(), RECORD, id, "call list made", null, name + ", " + picked.size());
    return id;
  }

  /**
   * Notes what came of a call. It stands in the account's history, and raises the opportunity when
   * there is one.
   *
   * @return the opportunity's id; empty when none was raised
   */
  @Transactional
  public Optional<OpportunityId> note(CallId entryId, OutcomeForm typed, Actor actor) {
    actor.checkSells();
    CallStore.Entry entry =
        store.entry(entryId).orElseThrow(() -> new NotThere("entry of a call list", entryId));
    if (readable(entry.listId(), actor).closedOn() != null) {
      throw new NotPossible("This call list is closed.");
    }
    Input input = new Input();
    String outcome = input.text("outcome", typed.outcome(), LONGEST);
    input.oneOf("outcome", outcome, OUTCOMES);
    String words = input.longText("words", typed.words());
    Optional<LocalDate> again =
        "call-again".equals(outcome) ? input.day("againOn", typed.againOn()) : Optional.empty();
    boolean raises = "opportunity".equals(outcome) && entry.opportunityId() == null;
    if (raises) {
      input.text("title", typed.title(), LONGEST);
    }
    input.check();
    Optional<OpportunityId> raised =
        raises ? Optional.of(raise(entry, typed.title(), actor)) : Optional.empty();
    String said = words.isEmpty() ? WORDS.get(outcome) : words;
    ActivityService.On account = ActivityService.On.account(entry.accountId());
    ActivityId did = activities.did(account, "call", entry.campaign() + ": " + said, actor);
    Optional<ActivityId> planned =
        again.map(
            day ->
                activities.plan(
                    account,
                    new ActivityService.ActivityForm(
                        "call", entry.campaign() + ": call again", day.toString(), null, null),
                    actor));
    store.note(
        new CallStore.Note(
            entryId,
            outcome,
            words,
            again.orElse(null),
            clock.instant(),
            actor.id(),
            raised.orElse(null),
            did,
            planned.orElse(null)));
    return raised;
  }

  /**
   * Takes back the outcome that somebody just noted: the entry is as before, and what was noted or
   * planned at the account is gone. An opportunity that was raised stays, and so does its outcome.
   */
  @Transactional
  public void undo(CallId entryId, Actor actor) {
    actor.checkSells();
    CallStore.Entry entry =
        store.entry(entryId).orElseThrow(() -> new NotThere("entry of a call list", entryId));
    if (readable(entry.listId(), actor).closedOn() != null) {
      throw new NotPossible("This call list is closed.");
    }
    if (entry.didId() == null || "opportunity".equals(entry.outcome())) {
      throw new NotPossible("There is no outcome to undo.");
    }
    if (!actor.id().equals(entry.personId())) {
      throw new NotAllowed("Only whoever noted the outcome can undo it.");
    }
    ActivityService.On account = ActivityService.On.account(entry.accountId());
    ActivityId planned = entry.plannedId();
    activities.withdraw(entry.didId(), account, actor);
    if (planned != null) {
      activities.withdraw(planned, account, actor);
    }
    store.undo(entryId);
  }

  private OpportunityId raise(CallStore.Entry entry, String title, Actor actor) {
    return opportunities.open(
        Opening.of(entry.accountId(), title, "new")
            .with(Optional.empty(), Optional.ofNullable(entry.contactId()))
            .from(Optional.empty(), "call list", entry.campaign()),
        actor);
  }

  /** Closes a list: nothing is noted on it any more. */
  @Transactional
  public void close(CallListId id, Actor actor) {
    if (editable(id, actor).closedOn() != null) {
      throw new NotPossible("This call list is closed already.");
    }
    store.close(id, LocalDate.now(clock));
    log.note(actor.id(), RECORD, id, "state", "open", "closed");
  }
}
