package firmtally.server.followup;

import firmtally.server.access.Actor;
import firmtally.server.access.UserService;
import firmtally.server.company.SettingsService;
import firmtally.server.company.ownfield.OwnField;
import firmtally.server.company.ownfield.OwnFieldService;
import firmtally.server.customers.email.RecordEmails;
import firmtally.server.followup.FollowUpRule.Action;
import firmtally.server.followup.FollowUpRule.Conditions;
import firmtally.server.pipeline.process.ProcessService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.FollowUpRuleId;
import firmtally.server.platform.ids.OwnFieldId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotThere;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Follow-up rules: how they are written, tried and kept. */
@Service
class FollowUpService {
  private static final RecordId COMPANY = new RecordId(1);
  private static final int LONGEST = 160;
  private static final int LONGEST_TEXT = 10_000;
  private static final int MOST_ACTIONS = 6;
  private static final int MOST_RULES = 100;
  private static final int MOST_DAYS = 365;
  private static final int TRIAL_DAYS = 30;
  private static final int TRIAL_MOST = 5_000;
  private static final int SHOWN = 50;
  private static final int FIRINGS = 100;
  private static final Set<String> KINDS = Set.of("plan", "tag", "tell", "email");
  private static final Set<String> ACTIVITIES = Set.of("call", "email", "meeting", "task");
  private final FollowUpStore store;
  private final ProcessService processes;
  private final OwnFieldService own;
  private final UserService users;
  private final SettingsService settings;
  private final ChangeLog log;
  private final Clock clock;

  FollowUpService(
      FollowUpStore store,
      ProcessService processes,
      OwnFieldService own,
      UserService users,
      SettingsService settings,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.processes = processes;
    this.own = own;
    this.users = users;
    this.settings = settings;
    this.log = log;
    this.clock = clock;
  }

  /** What a rule asks, as it is typed; blank for what is not asked. */
  record FollowUpConditions(
      @MaybeNull String valueFrom,
      @MaybeNull String valueBelow,
      @MaybeNull ProcessId processId,
      @MaybeNull StageId stageId,
      @MaybeNull String source,
      @MaybeNull String team,
      @MaybeNull OwnFieldId ownFieldId,
      @MaybeNull String ownValue) {}

  /**
   * What a rule does, as it is typed.
   *
   * @param personId null for the owner
   * @param purpose of the settings' text that an email to the customer says; blank for its own
   */
  record FollowUpAction(
      String kind,
      @MaybeNull String activity,
      String words,
      @MaybeNull String days,
      @MaybeNull PersonId personId,
      @MaybeNull String text,
      @MaybeNull String purpose) {}

  /** A rule as it is typed. */
  record FollowUpTyped(
      String name,
      String event,
      boolean active,
      FollowUpConditions conditions,
      List<FollowUpAction> actions) {
    FollowUpTyped {
      actions = Input.given(actions);
    }
  }

  /** A rule. */
  record FollowUpView(
      FollowUpRuleId id,
      String name,
      String event,
      boolean active,
      FollowUpConditions conditions,
      List<FollowUpAction> actions,
      long version) {}

  /** Something for which a rule would have fired. */
  record FollowUpMatch(
      Instant at,
      String record,
      RecordId recordId,
      String number,
      String title,
      String account,
      String owner) {}

  /**
   * What a rule would have done since a day.
   *
   * @param times how often it would have fired
   * @param latest some of them, the latest first
   */
  record FollowUpTrial(int days, int times, List<FollowUpMatch> latest) {}

  List<FollowUpView> list(Actor actor) {
    actor.checkAdministrates();
    return store.rules().stream().map(this::view).toList();
  }

  List<FollowUpStore.FollowUpFired> firings(Actor actor) {
    actor.checkAdministrates();
    return store.firings(FIRINGS);
  }

  private FollowUpView view(FollowUpRule rule) {
    Conditions c = rule.conditions();
    return new FollowUpView(
        rule.id(),
        rule.name(),
        rule.event().word(),
        rule.active(),
        new FollowUpConditions(
            amount(c.valueFrom()),
            amount(c.valueBelow()),
            c.processId(),
            c.stageId(),
            c.source(),
            c.team(),
            c.ownFieldId(),
            c.ownValue()),
        rule.actions().stream()
            .map(
                a ->
                    new FollowUpAction(
                        a.kind(),
                        a.activity(),
                        a.words(),
                        a.days() == null ? null : a.days().toString(),
                        a.personId(),
                        a.text(),
                        a.purpose()))
            .toList(),
        rule.version());
  }

  private String amount(Long minor) {
    return minor == null ? null : settings.amounts().apply(minor);
  }

  /** Adds a rule; it looks at what happens from now on. */
  @Transactional
  public FollowUpRuleId add(FollowUpTyped typed, Actor actor) {
    actor.checkAdministrates();
    Input input = new Input();
    if (store.rules().size() >= MOST_RULES) {
      input.refuse("name", "There are at most " + MOST_RULES + " rules.");
    }
    FollowUpRule rule = read(input, typed, new FollowUpRuleId(0), 0, store.last());
    checkName(input, rule);
    input.check();
    FollowUpRuleId id = store.insert(rule, actor.id(), clock.instant());
    note(actor, null, rule.name());
    return id;
  }

  /** Changes a rule. What happened while it was not active does not count. */
  @Transactional
  public void change(FollowUpRuleId id, long version, FollowUpTyped typed, Actor actor) {
    actor.checkAdministrates();
    FollowUpRule before = get(id);
    Input input = new Input();
    long lookedTo = before.active() ? before.lookedTo() : store.last();
    FollowUpRule rule = read(input, typed, id, version, lookedTo);
    checkName(input, rule);
    input.check();
    log.expectOne(store.update(rule), "company", COMPANY, before.version());
    note(actor, words(before), words(rule));
  }

  /** A rule no longer fires; that it did stays in the log. */
  @Transactional
  public void end(FollowUpRuleId id, Actor actor) {
    actor.checkAdministrates();
    FollowUpRule rule = get(id);
    if (store.end(id, clock.instant()) == 1) {
      note(actor, rule.name(), null);
    }
  }

  /** What a rule would have done in the last month, by what its records are today. */
  FollowUpTrial tried(FollowUpTyped typed, Actor actor) {
    actor.checkAdministrates();
    Input input = new Input();
    FollowUpRule rule = read(input, typed, new FollowUpRuleId(0), 0, 0);
    input.check();
    Instant since = clock.instant().minus(TRIAL_DAYS, ChronoUnit.DAYS);
    List<FollowUpStore.Happened> all = store.happenedSince(rule, since, TRIAL_MOST);
    List<FollowUpMatch> latest =
        all.stream()
            .limit(SHOWN)
            .map(
                one ->
                    new FollowUpMatch(
                        one.at(),
                        one.record(),
                        one.recordId(),
                        one.number(),
                        one.title(),
                        one.account(),
                        one.owner()))
            .toList();
    return new FollowUpTrial(TRIAL_DAYS, all.size(), latest);
  }

  private FollowUpRule get(FollowUpRuleId id) {
    return store.find(id).orElseThrow(() -> new NotThere("follow-up rule", id));
  }

  private void note(Actor actor, String before, String after) {
    if (!Objects.equals(before, after)) {
      log.note(actor.id(), "company", COMPANY, "follow-up rule", before, after);
    }
  }

  private static String words(FollowUpRule rule) {
    return rule.name()
        + ", "
        + rule.event().word()
        + ", "
        + rule.actions().size()
        + (rule.actions().size() == 1 ? " action" : " actions")
        + (rule.active() ? "" : ", not active");
  }

  private void checkName(Input input, FollowUpRule rule) {
    boolean isTaken =
        store.rules().stream()
            .anyMatch(
                other ->
                    other.name().equalsIgnoreCase(rule.name()) && !other.id().equals(rule.id()));
    if (isTaken) {
      input.refuse("name", "There is a rule of this name already.");
    }
  }

  private FollowUpRule read(
      Input input, FollowUpTyped typed, FollowUpRuleId id, long version, long lookedTo) {
    String name = input.text("name", typed.name(), LONGEST);
    Optional<RuleEvent> event = input.value("event", typed.event(), RuleEvent::of);
    if (event.isEmpty()) {
      input.text("event", typed.event(), LONGEST);
    }
    Conditions conditions = conditions(input, typed.conditions(), event);
    if (typed.actions().isEmpty() || typed.actions().size() > MOST_ACTIONS) {
      input.refuse("actions", "A rule does 1 to " + MOST_ACTIONS + " things.");
    }
    List<Action> actions = new ArrayList<>();
    for (int i = 0; i < typed.actions().size(); i++) {
      actions.add(action(input, "actions[" + i + "].", typed.actions().get(i), event));
    }
    return new FollowUpRule(
        id,
        name,
        event.orElse(RuleEvent.QUOTE_SENT),
        conditions,
        actions,
        typed.active(),
        lookedTo,
        version);
  }

  private Conditions conditions(Input input, FollowUpConditions typed, Optional<RuleEvent> event) {
    if (typed == null) {
      return new Conditions(null, null, null, null, null, null, null, null);
    }
    Optional<Long> from = minor(input, "valueFrom", typed.valueFrom());
    Optional<Long> below = minor(input, "valueBelow", typed.valueBelow());
    if (from.isPresent() && below.isPresent() && from.get() >= below.get()) {
      input.refuse("valueBelow", "It must be more than the value from which the rule holds.");
    }
    boolean isOfOpportunity = event.map(RuleEvent::isOfOpportunity).orElse(true);
    if (!isOfOpportunity && (typed.processId() != null || typed.stageId() != null)) {
      input.refuse("processId", "An enquiry has no sales process.");
    }
    if (typed.processId() != null && typed.stageId() != null) {
      processes.get(typed.processId()).stage(typed.stageId());
    } else if (typed.stageId() != null) {
      input.refuse("processId", "Choose the sales process of the stage.");
    }
    String team = input.optionalText("team", typed.team(), LONGEST);
    if (!team.isEmpty() && !users.teams().contains(team)) {
      input.refuse("team", "There is no team of this name.");
    }
    String ownValue = input.optionalText("ownValue", typed.ownValue(), LONGEST);
    if (typed.ownFieldId() != null) {
      OwnField field = own.field(typed.ownFieldId());
      Set<String> of = isOfOpportunity ? Set.of("opportunity", "account") : Set.of("enquiry");
      if (!of.contains(field.record())) {
        input.refuse("ownFieldId", "This field is not of what the rule is about.");
      }
      if (ownValue.isEmpty()) {
        input.refuse("ownValue", "Required.");
      }
    }
    return new Conditions(
        from.orElse(null),
        below.orElse(null),
        typed.processId(),
        typed.stageId(),
        blankToNull(input.optionalText("source", typed.source(), LONGEST)),
        blankToNull(team),
        typed.ownFieldId(),
        typed.ownFieldId() == null ? null : ownValue);
  }

  private Optional<Long> minor(Input input, String at, String typed) {
    return input.value(at, typed, settings::amount).map(Money::getAmountMinorLong);
  }

  private Action action(Input input, String at, FollowUpAction typed, Optional<RuleEvent> event) {
    String kind = input.oneOf(at + "kind", typed.kind(), KINDS).orElse("");
    if (kind.isEmpty()) {
      input.refuse(at + "kind", "Choose what is done.");
    }
    String words = input.text(at + "words", typed.words(), LONGEST);
    Optional<String> activity = Optional.empty();
    Optional<String> purpose = Optional.empty();
    Integer days = null;
    String text = null;
    switch (kind) {
      case "plan" -> {
        activity = input.oneOf(at + "activity", typed.activity(), ACTIVITIES);
        days = input.whole(at + "days", typed.days(), 0, MOST_DAYS).orElse(0);
      }
      case "tag" -> {
        if (event.filter(e -> !e.isOfOpportunity()).isPresent()) {
          input.refuse(at + "kind", "Only opportunities have tags.");
        }
      }
      default -> {
        if (kind.equals("email")) {
          purpose = input.oneOf(at + "purpose", typed.purpose(), RecordEmails.purposes());
        }
        text = purpose.isPresent() ? "" : typed.text() == null ? "" : typed.text().strip();
        if (purpose.isEmpty() && (text.isEmpty() || text.length() > LONGEST_TEXT)) {
          input.refuse(at + "text", "Enter a text of at most " + LONGEST_TEXT + " characters.");
        }
      }
    }
    PersonId person = kind.equals("plan") || kind.equals("tell") ? typed.personId() : null;
    if (person != null && !users.isActive(person)) {
      input.refuse(at + "personId", "Choose an active user.");
    }
    return new Action(
        kind,
        kind.equals("plan") ? activity.orElse("task") : null,
        words,
        days,
        person,
        text,
        purpose.orElse(null));
  }

  private static String blankToNull(String text) {
    return text.isEmpty() ? null : text;
  }
}
