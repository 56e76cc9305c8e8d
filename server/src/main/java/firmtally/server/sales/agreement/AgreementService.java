package firmtally.server.sales.agreement;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.Rounding;
import firmtally.core.money.UnitPrice;
import firmtally.core.renewal.NextTerm;
import firmtally.core.renewal.RecurringAgreement;
import firmtally.core.renewal.RunningTerm;
import firmtally.core.worksheet.LineTally;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.company.days.WorkingDaysService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.opportunity.EndingService;
import firmtally.server.pipeline.opportunity.Opening;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Counters;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.search.SearchIndex;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotThere;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.LineForm;
import firmtally.server.worksheet.calculation.WorksheetForm;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Makes agreements of what recurs, and opens the next term's opportunity with each. */
@Service
public class AgreementService {
  private final AgreementStore store;
  private final OpportunityService opportunities;
  private final EndingService endings;
  private final ActivityService activities;
  private final SettingsService settings;
  private final WorkingDaysService days;
  private final ChangeLog log;
  private final Counters counters;
  private final SearchIndex index;
  private final Records records;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  AgreementService(
      AgreementStore store,
      OpportunityService opportunities,
      EndingService endings,
      ActivityService activities,
      SettingsService settings,
      WorkingDaysService days,
      ChangeLog log,
      Counters counters,
      SearchIndex index,
      Records records,
      ApplicationEventPublisher events,
      Clock clock) {
    this.store = store;
    this.opportunities = opportunities;
    this.endings = endings;
    this.activities = activities;
    this.settings = settings;
    this.days = days;
    this.log = log;
    this.counters = counters;
    this.index = index;
    this.records = records;
    this.events = events;
    this.clock = clock;
  }

  /** An agreement in a list, with the opportunity of its next term. */
  public record AgreementRow(
      AgreementId id,
      String number,
      AccountId accountId,
      String account,
      String owner,
      String state,
      LocalDate start,
      LocalDate end,
      LocalDate callOn,
      int termMonths,
      String monthly,
      String value,
      @MaybeNull OpportunityId nextId,
      @MaybeNull String nextNumber,
      @MaybeNull String nextState,
      @MaybeNull Instant calledAt) {}

  /** What an agreement is made from: a released order. */
  public record Source(
      DocumentId orderId, String orderNumber, Opportunity opportunity, Calculation worked) {}

  /**
   * A recurring line of an order with its form. What was agreed is its charge: divided by the
   * quantity it may not come out even (100.00 for 3,000 pieces), so the charge is kept, and the
   * price of a piece is only written beside it.
   */
  record Plan(LineForm form, LineTally tally) {
    BigDecimal charge() {
      return tally.finalAmount().getAmount();
    }

    Quantity quantity() {
      return tally.line().quantity();
    }

    /** The price of a piece, half up to 4 decimals. */
    UnitPrice each() {
      return UnitPrice.each(tally.finalAmount(), quantity());
    }

    /** Whether so many at that price make the charge again. */
    boolean comesOutEven() {
      Money again =
          Rounding.amount(tally.finalAmount().getCurrencyUnit(), each().times(quantity()));
      return again.equals(tally.finalAmount());
    }

    /** As the core charges it. */
    RecurringAgreement.ChargeLine charged() {
      return new RecurringAgreement.ChargeLine(
          tally.line().id(),
          tally.finalAmount(),
          tally.line().recurring().orElseThrow().everyMonths(),
          tally.line().item().tax());
    }

    /** The whole charge as one unit, so that the next term's is exactly the one agreed. */
    RunningTerm.PlanLine line() {
      return new RunningTerm.PlanLine(
          tally.line().id(),
          Quantity.parse("1"),
          UnitPrice.of(charge()),
          tally.line().recurring().orElseThrow().everyMonths());
    }
  }

  /**
   * The lines of the next term: each at the price agreed, or, where that would not make the charge
   * agreed, all with what was given on them then.
   */
  private static WorksheetForm renewed(WorksheetForm agreed, List<Plan> plans) {
    return plans.stream().allMatch(Plan::comesOutEven)
        ? WorksheetForm.of(plans.stream().map(p -> p.form().at(p.each().toString())).toList())
        : agreed.with(plans.stream().map(p -> p.form().sold()).toList());
  }

  /** Lines that stand among others, where nothing is taken off the whole for them. */
  private static List<LineForm> alone(WorksheetForm lines, List<Plan> plans) {
    return lines.discountPercent() == null
        ? lines.lines()
        : plans.stream().map(p -> p.form().at(p.each().toString())).toList();
  }

  /** Whether prices of its next term were raised, and not undone. */
  public boolean isRaised(AgreementId id) {
    return store.isRaised(id);
  }

  /** An agreement that somebody may read. */
  public Agreement readable(AgreementId id, Actor actor) {
    records.checkReadable("agreement", id, actor);
    return get(id);
  }

  /** An agreement that somebody may change. */
  public Agreement editable(AgreementId id, Actor actor) {
    records.checkEditable("agreement", id, actor);
    return get(id);
  }

  private Agreement get(AgreementId id) {
    return store.find(id).orElseThrow(() -> new NotThere("agreement", id));
  }

  /** The agreements that an order made. */
  public List<AgreementRow> ofOrder(DocumentId order) {
    return store.ofOrder(order, settings.amounts());
  }

  /** What recurs of a worksheet, by the months of its term. */
  static Map<Integer, List<Plan>> byTerm(Calculation worked) {
    Map<Integer, List<Plan>> byTerm = new TreeMap<>();
    for (Calculation.Row row : worked.rows()) {
      row.tally()
          .filter(tally -> tally.isSold() && tally.line().recurring().isPresent())
          .ifPresent(
              tally ->
                  byTerm
                      .computeIfAbsent(
                          tally.line().recurring().get().termMonths(), k -> new ArrayList<>())
                      .add(new Plan(row.form(), tally)));
    }
    return byTerm;
  }

  /** An agreement that was made, and the lines of its next term. */
  record Made(AgreementId id, String number, List<LineForm> next) {}

  /**
   * Makes an agreement for each length of term among an order's plan lines. Where they stand alone,
   * the next term's opportunity is opened at once on the renewal process: same owner, same lines,
   * expected close at the term's end, its call planned.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  List<Made> make(Source source, boolean areAlone, Actor actor) {
    Map<Integer, List<Plan>> byTerm = byTerm(source.worked());
    LocalDate start = start(source.opportunity());
    List<Made> made = new ArrayList<>();
    byTerm.forEach(
        (months, plans) -> made.add(make(source, start, months, plans, areAlone, actor)));
    Optional.ofNullable(source.opportunity().renewsId())
        .ifPresent(
            previous ->
                store.setStates(
                    previous, byTerm.isEmpty() ? AgreementState.ENDED : AgreementState.RENEWED));
    return made;
  }

  /**
   * The order that made them is cancelled: they end before they began, and so does what follows.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void orderCancelled(DocumentId order, Actor actor) {
    for (AgreementRow row : ofOrder(order)) {
      Agreement agreement = get(row.id());
      store.cancel(row.id(), row.start().minusDays(1));
      if (agreement.joinsId() != null) {
        events.publishEvent(new AgreementLeft(row.id(), agreement.joinsId(), actor));
      }
      Optional.ofNullable(agreement.followsId())
          .ifPresent(previous -> store.setStates(previous, AgreementState.RUNNING));
      log.note(actor.id(), "agreement", row.id(), "state", row.state(), "ended: order cancelled");
      store
          .next(row.id())
          .ifPresent(
              next ->
                  endings.lose(
                      next,
                      opportunities.readable(next, Actor.SYSTEM).version(),
                      new EndingService.Loss("Order cancelled", null),
                      Actor.SYSTEM));
    }
  }

  /** A renewal goes on where the term before ends; anything new begins today. */
  private LocalDate start(Opportunity opportunity) {
    return Optional.ofNullable(opportunity.renewsId())
        .flatMap(store::find)
        .map(term -> term.end().plusDays(1))
        .orElse(LocalDate.now(clock));
  }

  private Made make(
      Source source, LocalDate start, int months, List<Plan> plans, boolean isAlone, Actor actor) {
    CurrencyUnit currency = settings.company().currency();
    RunningTerm term =
        new RunningTerm(
            currency,
            start,
            months,
            days.get().noticeMonths(),
            Percent.ZERO,
            plans.stream().map(Plan::line).toList());
    NextTerm next = term.next();
    Opportunity opportunity = source.opportunity();
    String number = counters.next("R");
    AgreementStore.Origin origin =
        new AgreementStore.Origin(
            number, source.orderId(), opportunity.accountId(), opportunity.renewsId());
    AgreementId id = store.insert(origin, term, next);
    for (int i = 0; i < plans.size(); i++) {
      Plan plan = plans.get(i);
      store.insertLine(
          id,
          plan.form(),
          plan.quantity(),
          plan.each(),
          plan.tally().line().item().tax(),
          next.lines().get(i));
    }
    WorksheetForm lines = renewed(source.worked().form(), plans);
    if (isAlone) {
      openNext(id, number, opportunity, next, lines, actor);
    }
    index.add("agreement", id, number, opportunity.title());
    log.note(actor.id(), "agreement", id, "agreement made", null, source.orderNumber());
    return new Made(id, number, alone(lines, plans));
  }

  private void openNext(
      AgreementId agreement,
      String number,
      Opportunity before,
      NextTerm next,
      WorksheetForm lines,
      Actor actor) {
    OpportunityId id =
        opportunities.openFor(
            Opening.of(before.accountId(), titleOf(number, next.renewalStart()), "renewal")
                .with(Optional.empty(), Optional.ofNullable(before.contactId()))
                .closing(next.end(), lines)
                .renewing(agreement),
            actor,
            before.ownerId());
    activities.planBySystem(id, "call", callAbout(number), next.callOn(), before.ownerId());
  }

  /** What the call about a next term is planned as. */
  static String callAbout(String number) {
    return "Call about the renewal of " + number;
  }

  /** What the opportunity of a next term is called. */
  static String titleOf(String number, LocalDate start) {
    return "Renewal of " + number + " from " + start;
  }
}
