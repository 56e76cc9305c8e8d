package firmtally.server.sales.agreement;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.Rounding;
import firmtally.core.money.UnitPrice;
import firmtally.core.renewal.NextTerm;
import firmtally.core.renewal.RunningTerm;
import firmtally.core.worksheet.LineTally;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
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
import firmtally.server.platform.search.SearchIndex;
import firmtally.server.platform.web.Cursor;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Paged;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.LineForm;
import firmtally.server.worksheet.calculation.WorksheetForm;
import java.math.BigDecimal;
import java.math.RoundingMode;
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
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Makes agreements of what recurs, and opens the next term's opportunity with each. */
@Service
public class AgreementService {
  private static final int NOTICE_MONTHS = 1;
  private static final int PAGE = 200;
  private static final int KEPT_DAYS = 30;
  private static final int PRICE_DECIMALS = 4;
  private final AgreementStore store;
  private final OpportunityService opportunities;
  private final EndingService endings;
  private final ActivityService activities;
  private final SettingsService settings;
  private final ChangeLog log;
  private final Counters counters;
  private final SearchIndex index;
  private final Clock clock;

  AgreementService(
      AgreementStore store,
      OpportunityService opportunities,
      EndingService endings,
      ActivityService activities,
      SettingsService settings,
      ChangeLog log,
      Counters counters,
      SearchIndex index,
      Clock clock) {
    this.store = store;
    this.opportunities = opportunities;
    this.endings = endings;
    this.activities = activities;
    this.settings = settings;
    this.log = log;
    this.counters = counters;
    this.index = index;
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
      @MaybeNull AgreementId nextId,
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
  private record Plan(LineForm form, LineTally tally) {
    BigDecimal charge() {
      return tally.finalAmount().getAmount();
    }

    Quantity quantity() {
      return tally.line().quantity();
    }

    /** The price of a piece, half up to 4 decimals. */
    UnitPrice each() {
      return UnitPrice.of(
          charge().divide(quantity().value(), PRICE_DECIMALS, RoundingMode.HALF_UP));
    }

    /** Whether so many at that price make the charge again. */
    boolean comesOutEven() {
      Money again =
          Rounding.amount(tally.finalAmount().getCurrencyUnit(), each().times(quantity()));
      return again.equals(tally.finalAmount());
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

  /** What runs, or ended within the last month without being renewed; the first to end first. */
  Paged<AgreementRow> running(Cursor after, Actor actor) {
    List<AgreementRow> found =
        store.ending(
            LocalDate.now(clock).minusDays(KEPT_DAYS).toString(),
            after,
            PAGE + 1,
            actor,
            settings.amounts());
    return Paged.of(found, PAGE, row -> new Cursor(row.end().toString(), row.id()));
  }

  /** The agreements that an order made. */
  public List<AgreementRow> ofOrder(DocumentId order) {
    return store.ofOrder(order, settings.amounts());
  }

  /**
   * Makes an agreement for each length of term among an order's plan lines. At once the next term's
   * opportunity is opened on the renewal process: same owner, same lines, expected close at the
   * term's end, its call planned.
   */
  @Transactional
  public void make(Source source, Actor actor) {
    Map<Integer, List<Plan>> byTerm = new TreeMap<>();
    for (Calculation.Row row : source.worked().rows()) {
      row.tally()
          .filter(tally -> tally.isSold() && tally.line().recurring().isPresent())
          .ifPresent(
              tally ->
                  byTerm
                      .computeIfAbsent(
                          tally.line().recurring().get().termMonths(), k -> new ArrayList<>())
                      .add(new Plan(row.form(), tally)));
    }
    LocalDate start = start(source.opportunity());
    byTerm.forEach((months, plans) -> make(source, start, months, plans, actor));
    Optional.ofNullable(source.opportunity().renewsId())
        .ifPresent(previous -> store.setState(previous, byTerm.isEmpty() ? "ended" : "renewed"));
  }

  /**
   * The order that made them is cancelled: they end before they began, and so does what follows.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void orderCancelled(DocumentId order, Actor actor) {
    for (AgreementRow row : ofOrder(order)) {
      store.end(row.id(), row.start().minusDays(1));
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
        .flatMap(store::term)
        .map(term -> LocalDate.parse(term.startDay()).plusMonths(term.termMonths()))
        .orElse(LocalDate.now(clock));
  }

  private void make(Source source, LocalDate start, int months, List<Plan> plans, Actor actor) {
    CurrencyUnit currency = settings.company().currency();
    RunningTerm term =
        new RunningTerm(
            currency,
            start,
            months,
            NOTICE_MONTHS,
            Percent.ZERO,
            plans.stream().map(Plan::line).toList());
    NextTerm next = term.next();
    Opportunity opportunity = source.opportunity();
    String number = counters.next("R");
    AgreementStore.Made made =
        new AgreementStore.Made(
            number, source.orderId(), opportunity.accountId(), opportunity.renewsId());
    AgreementId id = store.insert(made, term, next);
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
    openNext(id, number, opportunity, next, renewed(source.worked().form(), plans), actor);
    index.add("agreement", id, number, opportunity.title());
    log.note(actor.id(), "agreement", id, "agreement made", null, source.orderNumber());
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
            Opening.of(
                    before.accountId(),
                    "Renewal of " + number + " from " + next.renewalStart(),
                    "renewal")
                .with(Optional.empty(), Optional.ofNullable(before.contactId()))
                .closing(next.end(), lines)
                .renewing(agreement),
            actor,
            before.ownerId());
    activities.planBySystem(
        id, "call", "Call about the renewal of " + number, next.callOn(), before.ownerId());
  }
}
