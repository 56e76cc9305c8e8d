package firmtally.server.sales.order;

import firmtally.core.credit.CreditCheck;
import firmtally.core.credit.CreditReason;
import firmtally.core.margin.SignOff;
import firmtally.core.money.Texts;
import firmtally.core.ordering.Release;
import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.opportunity.EndingService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Counters;
import firmtally.server.platform.search.SearchIndex;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.Written;
import firmtally.server.sales.agreement.AgreementService;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.sales.quote.Quote;
import firmtally.server.sales.quote.QuoteService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The acts on orders. */
@Service
public class OrderService {
  private static final int LONGEST = 60;
  private static final int INVOICE_AFTER = 14;
  private final OrderStore store;
  private final QuoteService quotes;
  private final OpportunityService opportunities;
  private final EndingService endings;
  private final AgreementService agreements;
  private final Checks checks;
  private final House house;

  /** What decides on a release. */
  private record Checks(
      WorksheetService worksheets,
      AccountService accounts,
      CreditService credit,
      SettingsService settings) {}

  /** What the acts leave behind. */
  private record House(
      ChangeLog log, Counters counters, SearchIndex index, Idempotency once, Clock clock) {}

  OrderService(
      OrderStore store,
      QuoteService quotes,
      OpportunityService opportunities,
      EndingService endings,
      AgreementService agreements,
      WorksheetService worksheets,
      AccountService accounts,
      CreditService credit,
      SettingsService settings,
      ChangeLog log,
      Counters counters,
      SearchIndex index,
      Idempotency once,
      Clock clock) {
    this.store = store;
    this.quotes = quotes;
    this.opportunities = opportunities;
    this.endings = endings;
    this.agreements = agreements;
    this.checks = new Checks(worksheets, accounts, credit, settings);
    this.house = new House(log, counters, index, once, clock);
  }

  /** An order in a list; holds are those that still stand. */
  public record OrderRow(
      long id,
      String number,
      String title,
      String account,
      String owner,
      String state,
      String placedOn,
      @MaybeNull String poNumber,
      String value,
      @MaybeNull String holds) {}

  /** Why an order is held, who may release it, and who did. */
  public record HoldView(
      long id,
      String reason,
      String role,
      String words,
      @MaybeNull String releasedBy,
      @MaybeNull String releasedAt,
      String comment) {}

  public CustomerOrder get(long id) {
    return store.find(id).orElseThrow(() -> new NotThere("order", id));
  }

  List<OrderRow> page(String state, long before, int most, Actor actor) {
    return store.page(state, before, most, actor, checks.settings().amounts());
  }

  List<HoldView> holds(long order) {
    return store.holds(order);
  }

  /** An order's worksheet, as it was agreed. */
  public Calculation worked(CustomerOrder order, Actor actor) {
    Opportunity opportunity = opportunities.get(order.opportunityId());
    return checks.worksheets().get(order.worksheetId(), opportunities.context(opportunity, actor));
  }

  /**
   * Places an order from a sent quote: the opportunity is won with the true amount, the prospect
   * becomes a customer, and margin, credit and the order number decide whether it is released or
   * held. All or nothing.
   */
  @Transactional
  public long place(long quoteId, String poNumber, String key, Actor actor) {
    return house.once().once(key, actor.id(), "place-order", () -> place(quoteId, poNumber, actor));
  }

  private long place(long quoteId, String typedNumber, Actor actor) {
    Quote quote = quotes.get(quoteId);
    Opportunity opportunity = opportunities.changeable(quote.opportunityId(), actor);
    Input input = new Input();
    String poNumber = input.optionalText("poNumber", typedNumber, LONGEST);
    input.check();
    quotes.ordered(quoteId);
    Account account = checks.accounts().get(opportunity.accountId());
    Calculation worked =
        checks
            .worksheets()
            .copyLocked(quote.worksheetId(), opportunities.context(opportunity, actor));
    CreditCheck credit = checks.credit().check(account.id(), Optional.of(worked.asked()));
    SignOff signOff = worked.check().signOff().orElseThrow();
    boolean numberMissing = account.poNumberRequired() && poNumber.isEmpty();
    Release release = Release.of(signOff, credit, numberMissing);
    LocalDate today = LocalDate.now(house.clock());
    String number = house.counters().next("S");
    long id =
        store.insert(
            new CustomerOrder(
                0,
                number,
                quoteId,
                opportunity.id(),
                account.id(),
                release.isReleased() ? "released" : "hold",
                poNumber.isEmpty() ? null : poNumber,
                worked.id(),
                actor.id(),
                actor.name(),
                today.toString(),
                today.plusDays(INVOICE_AFTER).toString(),
                release.isReleased() ? house.clock().instant().toString() : null,
                1));
    for (Release.Hold hold : release.holds()) {
      store.insertHold(
          id,
          Texts.word(hold),
          releaser(hold, signOff),
          words(hold, signOff, credit, worked.names()));
    }
    endings.win(opportunity.id(), worked.contract(), actor);
    checks.accounts().becomeCustomer(account.id(), actor.id());
    house
        .index()
        .add("order", id, number, opportunity.title() + " " + account.name() + " " + poNumber);
    house
        .log()
        .note(
            actor.id(),
            "order",
            id,
            "order placed",
            null,
            release.isReleased() ? "released" : "hold");
    if (release.isReleased()) {
      agreements.make(source(get(id), opportunity, worked), actor);
    }
    return id;
  }

  private static String releaser(Release.Hold hold, SignOff signOff) {
    return switch (hold) {
      case MARGIN -> signOff.role().orElse(Role.MANAGER.word());
      case CREDIT -> Role.CREDIT_CONTROLLER.word();
      case PO_NUMBER -> Role.REP.word();
    };
  }

  private static String words(
      Release.Hold hold, SignOff signOff, CreditCheck credit, Map<String, String> names) {
    return switch (hold) {
      case MARGIN ->
          "The terms need a sign-off: "
              + String.join(
                  ", ",
                  signOff.reasons().stream()
                      .map(
                          r ->
                              Texts.word(r.rule())
                                  + r.line().map(l -> " on " + names.get(l)).orElse(""))
                      .distinct()
                      .toList());
      case CREDIT ->
          "Credit says "
              + Texts.word(credit.verdict())
              + ": "
              + String.join(", ", credit.reasons().stream().map(r -> words(r, credit)).toList());
      case PO_NUMBER -> "The customer orders by number only, and there is none yet";
    };
  }

  private static String words(CreditReason reason, CreditCheck credit) {
    return switch (reason) {
      case STOPPED -> "the account is stopped";
      case OVERDUE ->
          Written.amount(credit.overdue())
              + " is overdue, the oldest by "
              + credit.oldestOverdueDays()
              + " days";
      case OVER_LIMIT ->
          "headroom after this order "
              + Written.amount(credit.headroomAfter())
              + credit
                  .earliestClear()
                  .map(day -> ", within the limit from " + Written.day(day))
                  .orElse(", not within the limit for a year");
      case NEAR_LIMIT -> "headroom after this order only " + Written.amount(credit.headroomAfter());
    };
  }

  /**
   * Releases what the person may release of what holds an order; when nothing holds it any more it
   * is released whole. The one who placed it cannot release it.
   *
   * @param comment why, for those who ask later
   */
  @Transactional
  public void release(long id, long version, String comment, Actor actor) {
    CustomerOrder before = held(id);
    Input input = new Input();
    String why = input.text("comment", comment, LONGEST * 4);
    input.check();
    List<HoldView> open = store.holds(id).stream().filter(h -> h.releasedBy() == null).toList();
    List<HoldView> mine = open.stream().filter(h -> mayRelease(h, actor)).toList();
    if (before.placedBy() == actor.id()) {
      throw new NotAllowed("You placed this order; somebody else has to release it.");
    }
    if (mine.isEmpty()) {
      throw new NotAllowed(
          "These holds are released by: "
              + String.join(", ", open.stream().map(HoldView::role).distinct().toList())
              + ".");
    }
    String at = house.clock().instant().toString();
    mine.forEach(hold -> store.releaseHold(hold.id(), actor.id(), at, why));
    settle(before, version, before.poNumber(), actor, mine.size() == open.size(), why);
  }

  /** Enters the customer's order number, which takes away the hold for want of one. */
  @Transactional
  public void enterPoNumber(long id, long version, String typed, Actor actor) {
    CustomerOrder before = held(id);
    Opportunity opportunity = opportunities.get(before.opportunityId());
    if (!opportunities.mayChange(opportunity, actor)) {
      actor.checkMayChange(opportunity.owner(), "this order");
    }
    Input input = new Input();
    String number = input.text("poNumber", typed, LONGEST);
    input.check();
    List<HoldView> open = store.holds(id).stream().filter(h -> h.releasedBy() == null).toList();
    String at = house.clock().instant().toString();
    List<HoldView> gone =
        open.stream().filter(h -> h.reason().equals(Texts.word(Release.Hold.PO_NUMBER))).toList();
    gone.forEach(hold -> store.releaseHold(hold.id(), actor.id(), at, number));
    settle(before, version, number, actor, gone.size() == open.size(), "order number " + number);
  }

  private void settle(
      CustomerOrder before, long version, String number, Actor actor, boolean isFree, String why) {
    int updated =
        store.change(
            before.id(),
            version,
            isFree ? "released" : "hold",
            number,
            isFree ? house.clock().instant().toString() : null);
    house.log().expectOne(updated, "order", before.id(), before.version());
    house
        .log()
        .note(actor.id(), "order", before.id(), isFree ? "order released" : "hold", null, why);
    if (isFree) {
      CustomerOrder order = get(before.id());
      agreements.make(
          source(order, opportunities.get(order.opportunityId()), worked(order, actor)), actor);
    }
  }

  /** Takes over an order that was invoiced before: it no longer counts in the exposure. */
  @Transactional
  public void takeOverAsInvoiced(long id) {
    CustomerOrder order = get(id);
    store.change(id, order.version(), "invoiced", order.poNumber(), order.releasedAt());
  }

  private CustomerOrder held(long id) {
    CustomerOrder order = get(id);
    if (!order.isHeld()) {
      throw new NotPossible("This order is not on hold.");
    }
    return order;
  }

  /** Whether a person's role may release a hold. */
  static boolean mayRelease(HoldView hold, Actor actor) {
    boolean isOfSale = hold.reason().equals(Texts.word(Release.Hold.PO_NUMBER));
    return !isOfSale && (hold.role().equals(actor.role().word()) || actor.role().manages());
  }

  private static AgreementService.Source source(
      CustomerOrder order, Opportunity opportunity, Calculation worked) {
    return new AgreementService.Source(order.id(), order.number(), opportunity, worked);
  }
}
