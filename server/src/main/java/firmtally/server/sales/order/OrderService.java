package firmtally.server.sales.order;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.company.credit.CreditRules;
import firmtally.server.company.credit.CreditRulesService;
import firmtally.server.company.days.WorkingDaysService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.opportunity.EndingService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.sales.agreement.AgreementJoins;
import firmtally.server.sales.document.Document;
import firmtally.server.sales.document.DocumentKind;
import firmtally.server.sales.document.DocumentService;
import firmtally.server.sales.quote.Quote;
import firmtally.server.sales.quote.QuoteService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.LineForm;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Orders are read and placed here; what happens to them later is in {@link OrderChanges}. */
@Service
public class OrderService {
  static final int LONGEST = 60;
  private static final int ADDRESS = 400;
  private static final int MOST_DAYS = 365;
  private final OrderStore store;
  private final OrderLines lines;
  private final DocumentService documents;
  private final QuoteService quotes;
  private final Sale sale;
  private final WorksheetService worksheets;
  private final OrderHolds holds;
  private final OrderReleases releases;
  private final OrderVariance variance;
  private final Terms terms;
  private final Clock clock;

  /** What moves with an order. */
  private record Sale(
      OpportunityService opportunities, EndingService endings, AgreementJoins joins) {}

  /** What its terms begin as. */
  private record Terms(
      AccountService accounts,
      CreditRulesService rules,
      SettingsService settings,
      WorkingDaysService days) {}

  OrderService(
      OrderStore store,
      OrderLines lines,
      DocumentService documents,
      QuoteService quotes,
      OpportunityService opportunities,
      EndingService endings,
      AgreementJoins joins,
      WorksheetService worksheets,
      AccountService accounts,
      CreditRulesService rules,
      SettingsService settings,
      WorkingDaysService days,
      OrderHolds holds,
      OrderReleases releases,
      OrderVariance variance,
      Clock clock) {
    this.store = store;
    this.lines = lines;
    this.documents = documents;
    this.quotes = quotes;
    this.sale = new Sale(opportunities, endings, joins);
    this.worksheets = worksheets;
    this.holds = holds;
    this.releases = releases;
    this.variance = variance;
    this.terms = new Terms(accounts, rules, settings, days);
    this.clock = clock;
  }

  /** An order in a list; holds are those that still stand. */
  public record OrderRow(
      DocumentId id,
      String number,
      String title,
      String account,
      String owner,
      String state,
      LocalDate placedOn,
      @MaybeNull String poNumber,
      String value,
      @MaybeNull String holds,
      @MaybeNull String progress) {}

  /**
   * What can be typed when an order is placed or changed; what is left out is as it usually is.
   *
   * @param joins which agreement what recurs on it joins, as it is placed; null for one of its own
   */
  public record OrderForm(
      @MaybeNull String poNumber,
      @MaybeNull String termsDays,
      @MaybeNull String depositPercent,
      @MaybeNull String deliveryAddress,
      @MaybeNull String invoiceOn,
      @MaybeNull AgreementId joins) {
    /** Nothing but a PO number. */
    public static OrderForm of(String poNumber) {
      return new OrderForm(poNumber, null, null, null, null, null);
    }
  }

  /** What was taken back of a line after the release. */
  public record Cancellation(
      String line, String quantity, String reason, String person, Instant at) {}

  /** An order that somebody may read. */
  public Order readable(DocumentId id, Actor actor) {
    Document document = documents.readable(DocumentKind.ORDER, id, actor);
    return new Order(document, store.terms(id));
  }

  List<OrderRow> page(OrderStore.Narrowed to, long before, int most, Actor actor) {
    return store.page(to, before, most, actor, terms.settings().amounts());
  }

  /** An order's worksheet, as it was agreed. */
  public Calculation calculation(Order order, Actor actor) {
    Opportunity opportunity = sale.opportunities().readable(order.opportunityId(), actor);
    return worksheets.get(
        order.document().worksheetId(), sale.opportunities().context(opportunity));
  }

  /** Its lines that are delivered and invoiced. */
  public List<OrderLine> lines(Order order) {
    return lines.of(order.id());
  }

  /** What was taken back of it after the release. */
  public List<Cancellation> cancellations(Order order) {
    return store.cancellations(order.id());
  }

  /** Keeps what an order still adds to what its account owes. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void setToInvoice(DocumentId order, Money amount) {
    store.setToInvoice(order, amount);
  }

  /**
   * Places an order from a sent quote: the opportunity is won with the true amount, the prospect
   * becomes a customer, and margin, credit, stock, terms and the PO number decide whether it is
   * released or held. All or nothing.
   */
  @Transactional
  public DocumentId place(DocumentId quoteId, OrderForm typed, Actor actor) {
    Quote quote = quotes.readable(quoteId, actor);
    Opportunity opportunity = sale.opportunities().editableOpen(quote.opportunityId(), actor);
    Calculation quoted = quotes.calculation(quote, actor);
    Order.Terms agreed = read(typed, opportunity, quoted.contract());
    sale.joins().check(typed.joins(), opportunity, quoted, actor);
    quotes.ordered(quote, actor);
    Calculation ordered =
        worksheets.copyLocked(quote.worksheetId(), sale.opportunities().context(opportunity));
    return placed(
        opportunity, Optional.of(quote), ordered, new Asked(agreed, typed.joins()), actor);
  }

  /**
   * Places an order from what an opportunity comes to now, where nothing was quoted: by phone, or
   * the same as before.
   */
  @Transactional
  public DocumentId placeDirectly(OpportunityId id, OrderForm typed, Actor actor) {
    Opportunity opportunity = sale.opportunities().editableOpen(id, actor);
    if (opportunity.leadQuoteId() != null) {
      throw new NotPossible("There is a quote already. Place the order from it.");
    }
    var context = sale.opportunities().context(opportunity);
    Calculation now = worksheets.get(opportunity.worksheetId(), context);
    if (now.form().lines().stream().noneMatch(LineForm::priced)) {
      throw new NotPossible("Add at least one line first.");
    }
    if (!now.problems().isEmpty()) {
      throw new NotPossible("This cannot be ordered yet: " + now.problems().get(0).message());
    }
    Order.Terms agreed = read(typed, opportunity, now.contract());
    sale.joins().check(typed.joins(), opportunity, now, actor);
    Calculation ordered = worksheets.createLocked(context, now.form());
    return placed(opportunity, Optional.empty(), ordered, new Asked(agreed, typed.joins()), actor);
  }

  /**
   * The agreements that what recurs could join, were an order placed now: on a quote, or on what
   * the opportunity comes to.
   */
  public List<AgreementJoins.Joinable> joinable(
      OpportunityId id, @MaybeNull DocumentId quoteId, Actor actor) {
    Opportunity opportunity = sale.opportunities().readable(id, actor);
    Calculation worked =
        quoteId == null
            ? worksheets.get(opportunity.worksheetId(), sale.opportunities().context(opportunity))
            : quotes.calculation(quotes.readable(quoteId, actor), actor);
    return sale.joins().of(opportunity, worked, actor);
  }

  /** What is asked for with an order. */
  private record Asked(Order.Terms terms, @MaybeNull AgreementId joins) {}

  private DocumentId placed(
      Opportunity opportunity,
      Optional<Quote> quote,
      Calculation ordered,
      Asked asked,
      Actor actor) {
    Order order = make(opportunity, quote, ordered, asked.terms(), actor);
    Optional.ofNullable(asked.joins()).ifPresent(joins -> store.setJoins(order.id(), joins));
    variance.keep(order.id(), opening(opportunity, ordered, quote.isPresent()), ordered);
    sale.endings().win(opportunity, ordered.contract(), actor);
    terms.accounts().becomeCustomer(order.accountId(), actor);
    if (holds.settle(holds.judge(order, ordered), actor)) {
      releases.release(order, order.version(), "released by itself", ordered, actor);
    }
    return order.id();
  }

  /** What the opportunity was before anything was quoted. */
  private Calculation opening(Opportunity opportunity, Calculation ordered, boolean isQuoted) {
    return isQuoted
        ? worksheets.get(opportunity.worksheetId(), sale.opportunities().context(opportunity))
        : ordered;
  }

  private Order make(
      Opportunity opportunity,
      Optional<Quote> quote,
      Calculation ordered,
      Order.Terms agreed,
      Actor actor) {
    Account account = terms.accounts().readable(opportunity.accountId(), Actor.SYSTEM);
    Document document =
        documents.make(
            new DocumentService.Start(
                DocumentKind.ORDER,
                quote.map(Quote::document),
                opportunity.id(),
                opportunity.accountId(),
                OrderState.HOLD,
                ordered.id(),
                actor.id(),
                opportunity.title()
                    + " "
                    + account.name()
                    + " "
                    + agreed.poNumberIfAny().orElse("")),
            actor);
    store.insert(
        document.id(), agreed, variance.opened(opening(opportunity, ordered, quote.isPresent())));
    lines.put(document.id(), ordered);
    store.setToInvoice(document.id(), ordered.asked());
    quote.ifPresent(of -> link(document.id(), of, ordered));
    return new Order(document, store.terms(document.id()));
  }

  private void link(DocumentId order, Quote quote, Calculation ordered) {
    for (Calculation.Row row : ordered.rows()) {
      row.tally()
          .filter(tally -> tally.line().counted())
          .ifPresent(
              tally ->
                  documents.link(
                      order,
                      row.form().id(),
                      quote.id(),
                      row.form().id(),
                      tally.line().quantity()));
    }
  }

  /** The terms of an order as typed, with the rest as it usually is. */
  private Order.Terms read(OrderForm typed, Opportunity opportunity, Money contract) {
    Account account = terms.accounts().readable(opportunity.accountId(), Actor.SYSTEM);
    Order.Terms usual =
        new Order.Terms(
            null,
            LocalDate.now(clock).plusDays(terms.days().get().invoiceAfter()),
            null,
            account.termsDays(),
            usualDeposit(account, contract),
            "",
            0,
            null,
            "");
    return read(typed, usual);
  }

  /** The account's own, else what the company asks for above a value. */
  private Percent usualDeposit(Account account, Money contract) {
    CreditRules rules = terms.rules().get();
    return account.dealings().depositPercent() > 0
        ? Percent.ofTenThousandths(account.dealings().depositPercent())
        : rules
            .depositOver()
            .filter(contract::isGreaterThan)
            .map(over -> rules.depositPercent())
            .orElse(Percent.ZERO);
  }

  /** What was typed, in place of what was. */
  static Order.Terms read(OrderForm typed, Order.Terms before) {
    Input input = new Input();
    String poNumber = input.optionalText("poNumber", typed.poNumber(), LONGEST);
    int days =
        typed.termsDays() == null || typed.termsDays().isBlank()
            ? before.termsDays()
            : input.whole("termsDays", typed.termsDays(), 0, MOST_DAYS).orElse(0);
    Percent deposit =
        input
            .value(
                "depositPercent",
                typed.depositPercent(),
                text -> Percent.parse(text).within("depositPercent", Percent.ZERO, Percent.HUNDRED))
            .orElse(before.depositPercent());
    LocalDate invoiceOn =
        typed.invoiceOn() == null || typed.invoiceOn().isBlank()
            ? before.invoiceOn()
            : input.day("invoiceOn", typed.invoiceOn()).orElse(before.invoiceOn());
    Order.Terms terms =
        new Order.Terms(
            poNumber.isEmpty() ? before.poNumber() : poNumber,
            invoiceOn,
            before.releasedAt(),
            days,
            deposit,
            typed.deliveryAddress() == null
                ? before.deliveryAddress()
                : input.optionalText("deliveryAddress", typed.deliveryAddress(), ADDRESS),
            before.toInvoice(),
            before.confirmedAt(),
            before.reason());
    input.check();
    return terms;
  }

  /** What of an order is done is told from its lines. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void settleState(DocumentId id, Actor actor) {
    Order order = readable(id, Actor.SYSTEM);
    List<OrderLine> now = lines(order);
    boolean isDone =
        now.stream()
            .allMatch(l -> l.due().value().signum() == 0 && l.toInvoice().value().signum() == 0);
    if (isDone && order.state() == OrderState.RELEASED) {
      documents.become(
          order.document(),
          order.version(),
          order.state(),
          OrderState.COMPLETED,
          "completed",
          actor);
    } else if (!isDone && order.state() == OrderState.COMPLETED) {
      documents.become(
          order.document(),
          order.version(),
          order.state(),
          OrderState.RELEASED,
          "open again",
          actor);
    }
  }
}
