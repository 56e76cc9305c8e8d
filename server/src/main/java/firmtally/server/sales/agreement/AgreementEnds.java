package firmtally.server.sales.agreement;

import firmtally.core.money.Texts;
import firmtally.core.renewal.ChargeCalendar;
import firmtally.core.renewal.EndCredit;
import firmtally.core.renewal.RecurringAgreement;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.opportunity.EndingService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityEnded;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * How agreements end: early, on a common day with others, not renewed, or by themselves. What was
 * charged for days that fall away is to be credited; what is charged for a stub is shown before.
 */
@Service
public class AgreementEnds implements DueWork {
  private static final String RECORD = "agreement";
  private static final int LONGEST = 160;
  private final AgreementService agreements;
  private final AgreementStore store;
  private final AgreementCharges charges;
  private final OpportunityService opportunities;
  private final EndingService endings;
  private final ActivityService activities;
  private final SettingsService settings;
  private final ChangeLog log;
  private final ApplicationEventPublisher events;

  AgreementEnds(
      AgreementService agreements,
      AgreementStore store,
      AgreementCharges charges,
      OpportunityService opportunities,
      EndingService endings,
      ActivityService activities,
      SettingsService settings,
      ChangeLog log,
      ApplicationEventPublisher events) {
    this.agreements = agreements;
    this.store = store;
    this.charges = charges;
    this.opportunities = opportunities;
    this.endings = endings;
    this.activities = activities;
    this.settings = settings;
    this.log = log;
    this.events = events;
  }

  /** Why it is not renewed, who has it then, and the last day where that is another. */
  public record LeaveForm(@MaybeNull String lastDay, String reason, @MaybeNull String competitor) {}

  /** On which day it is to end. */
  public record MoveForm(String on) {}

  /** What is charged for a period, or no more. */
  record Period(String line, String words, LocalDate on, LocalDate from, LocalDate to, Money net) {}

  /**
   * What another last day does.
   *
   * @param added what is charged more, with the stub
   * @param credits what of invoiced periods is to be credited
   */
  record Effect(
      LocalDate before, LocalDate end, Money value, List<Period> added, List<Period> credits) {}

  private CurrencyUnit currency() {
    return settings.company().currency();
  }

  /** Works out what another last day would do; nothing is kept. */
  Effect effect(AgreementId id, MoveForm typed, Actor actor) {
    Agreement agreement = agreements.editable(id, actor);
    Moved moved = read(agreement, typed.on(), "on");
    AgreementCharges.Charged charged = charges.get(id);
    Map<String, ChargeCalendar.Charge> was = byKey(charged.recurring(currency()).orElseThrow());
    List<Period> added =
        calendar(moved.recurring()).stream()
            .filter(charge -> !was.containsKey(key(charge)))
            .map(
                c ->
                    new Period(
                        c.line().id(),
                        charged.line(c.line().id()).words(),
                        c.on(),
                        c.from(),
                        c.to(),
                        c.net()))
            .toList();
    return new Effect(agreement.end(), moved.end(), moved.value(), added, credits(charged, moved));
  }

  private List<Period> credits(AgreementCharges.Charged charged, Moved moved) {
    Map<String, AgreementCharges.Invoiced> invoiced =
        charges.invoiced(charged.id()).stream()
            .collect(Collectors.toMap(AgreementCharges.Invoiced::key, Function.identity()));
    RecurringAgreement before = charged.recurring(currency()).orElseThrow();
    if (!moved.end().isBefore(charged.end())) {
      return List.of();
    }
    return EndCredit.of(currency(), before, moved.end()).stream()
        .filter(credit -> invoiced.containsKey(credit.line() + " " + credit.from()))
        .map(
            credit ->
                new Period(
                    credit.line(),
                    charged.line(credit.line()).words(),
                    moved.end(),
                    credit.from(),
                    credit.to(),
                    credit.credit()))
        .toList();
  }

  private Map<String, ChargeCalendar.Charge> byKey(RecurringAgreement agreement) {
    return calendar(agreement).stream().collect(Collectors.toMap(AgreementEnds::key, c -> c));
  }

  private static String key(ChargeCalendar.Charge charge) {
    return charge.line().id() + " " + charge.from();
  }

  private List<ChargeCalendar.Charge> calendar(RecurringAgreement agreement) {
    LocalDate last = agreement.start().plusMonths(agreement.termMonths());
    return ChargeCalendar.of(currency(), agreement.start(), last, List.of(agreement)).charges();
  }

  /** An agreement with another last day. */
  private record Moved(RecurringAgreement recurring, LocalDate end, Money value) {}

  private Moved read(Agreement agreement, String typed, String at) {
    if (!agreement.state().mayBecome(AgreementState.ENDED)) {
      throw new NotPossible(
          agreement.number() + " is " + agreement.state().inWords() + "; its end stays.");
    }
    Input input = new Input();
    Optional<LocalDate> on = input.day(at, typed);
    if (on.isEmpty() && input.problems().isEmpty()) {
      input.refuse(at, "Enter the last day.");
    }
    input.check();
    LocalDate day = on.orElseThrow();
    if (day.isBefore(agreement.start())) {
      input.refuse(at, "It began on " + agreement.start() + ". Enter that day or a later one.");
    } else if (day.isAfter(agreement.end()) && agreement.endsOn().isPresent()) {
      input.refuse(at, "Its end was moved before; it can only end earlier now.");
    } else if (day.isAfter(agreement.end().plusMonths(agreement.termMonths()))) {
      input.refuse(at, "Enter a day at most one term after its end.");
    }
    input.check();
    RecurringAgreement is = charges.get(agreement.id()).recurring(currency()).orElseThrow();
    RecurringAgreement will = day.isAfter(agreement.end()) ? is.extendedTo(day) : is.endingOn(day);
    Money value =
        calendar(will).stream()
            .map(ChargeCalendar.Charge::net)
            .reduce(Money.zero(currency()), Money::plus);
    return new Moved(will, day, value);
  }

  /**
   * Ends on another day, such as that of the customer's other agreements, and goes on from there.
   */
  @Transactional
  public void move(AgreementId id, long version, MoveForm typed, Actor actor) {
    Agreement agreement = agreements.editable(id, actor);
    move(agreement, version, read(agreement, typed.on(), "on"), actor);
  }

  private void move(Agreement agreement, long version, Moved moved, Actor actor) {
    if (moved.end().equals(agreement.end())) {
      return;
    }
    LocalDate callOn = Agreement.callOn(moved.end(), agreement.noticeMonths());
    log.expectOne(
        store.update(
            agreement
                .endingOn(moved.end(), moved.recurring().termMonths(), moved.value())
                .of(version)),
        RECORD,
        agreement.id(),
        agreement.version());
    log.note(
        actor.id(),
        RECORD,
        agreement.id(),
        "last day",
        agreement.end().toString(),
        moved.end().toString());
    store.next(agreement.id()).ifPresent(next -> moveNext(agreement, next, moved.end(), callOn));
    for (Agreement joined : store.joining(agreement.id())) {
      if (joined.state().mayBecome(AgreementState.ENDED)) {
        move(joined, joined.version(), read(joined, moved.end().toString(), "on"), actor);
      }
    }
    events.publishEvent(new AgreementMoved(agreement.id(), agreement.orderId()));
  }

  private void moveNext(Agreement agreement, OpportunityId next, LocalDate end, LocalDate callOn) {
    opportunities.moveRenewal(
        next, AgreementService.titleOf(agreement.number(), end.plusDays(1)), end);
    replan(agreement.number(), next, callOn);
  }

  /** The call about the next term is planned for another day, if it was not had yet. */
  void replan(String number, OpportunityId next, LocalDate callOn) {
    String subject = AgreementService.callAbout(number);
    if (activities.closePlannedBySystem(next, subject, "Moved to " + callOn + ".") > 0) {
      Opportunity opportunity = opportunities.readable(next, Actor.SYSTEM);
      activities.planBySystem(next, "call", subject, callOn, opportunity.ownerId());
    }
  }

  /**
   * The customer does not want another term: its opportunity is lost with the reason, and the
   * agreement runs out by itself, on an earlier day where one is named.
   */
  @Transactional
  public void leave(AgreementId id, long version, LeaveForm typed, Actor actor) {
    Agreement agreement = agreements.editable(id, actor);
    log.expectSame(agreement.version(), version, RECORD, id);
    agreement.state().checkMayBecome(AgreementState.NOT_RENEWED, RECORD);
    Input input = new Input();
    String reason = input.text("reason", typed.reason(), LONGEST);
    String competitor = input.optionalText("competitor", typed.competitor(), LONGEST);
    input.check();
    if (typed.lastDay() != null && !typed.lastDay().isBlank()) {
      move(agreement, version, read(agreement, typed.lastDay(), "lastDay"), actor);
    }
    Optional<OpportunityId> next = store.next(id);
    if (next.isPresent()) {
      Opportunity opportunity = opportunities.readable(next.get(), Actor.SYSTEM);
      endings.lose(
          next.get(), opportunity.version(), new EndingService.Loss(reason, competitor), actor);
    } else {
      become(agreements.readable(id, Actor.SYSTEM), reason, competitor, actor);
      if (agreement.joinsId() != null) {
        events.publishEvent(new AgreementLeft(id, agreement.joinsId(), actor));
      }
    }
  }

  /** What becomes of a next term's opportunity becomes of the agreement, wherever it was said. */
  @EventListener
  @Transactional(propagation = Propagation.MANDATORY)
  public void ended(OpportunityEnded told) {
    AgreementId id = told.before().renewsId();
    if (id == null) {
      return;
    }
    Agreement agreement = agreements.readable(id, Actor.SYSTEM);
    if (told.isLost() && agreement.isRunning()) {
      become(agreement, told.reason(), told.competitor(), told.actor());
    } else if (!told.isLost() && agreement.state() == AgreementState.NOT_RENEWED) {
      become(agreement, null, null, told.actor());
    }
  }

  private void become(
      Agreement agreement, @MaybeNull String reason, @MaybeNull String competitor, Actor actor) {
    AgreementState state = reason == null ? AgreementState.RUNNING : AgreementState.NOT_RENEWED;
    store.update(agreement.standing(state, reason, competitor));
    for (Agreement joined : store.joining(agreement.id())) {
      if (joined.state() != state && joined.state().mayBecome(state)) {
        become(joined, reason, competitor, actor);
      }
    }
    log.note(
        actor.id(),
        RECORD,
        agreement.id(),
        "state",
        agreement.state().word(),
        state.word() + (reason == null ? "" : ": " + reason));
  }

  @Override
  public String job() {
    return "agreements that run out";
  }

  /** Those that nobody renews are over after their last day. */
  @Override
  @Transactional
  public void run(LocalDate today) {
    for (AgreementId id : store.runOut(today)) {
      store.setState(id, AgreementState.ENDED);
      log.note(
          Actor.SYSTEM.id(),
          RECORD,
          id,
          "state",
          Texts.word(AgreementState.NOT_RENEWED),
          Texts.word(AgreementState.ENDED));
    }
  }
}
