package firmtally.server.sales.order;

import firmtally.core.credit.CreditCheck;
import firmtally.core.credit.CreditReason;
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
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.Written;
import firmtally.server.sales.agreement.AgreementService;
import firmtally.server.sales.approval.ApprovalService;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.sales.document.Document;
import firmtally.server.sales.document.DocumentKind;
import firmtally.server.sales.document.DocumentService;
import firmtally.server.sales.quote.Quote;
import firmtally.server.sales.quote.QuoteService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The acts on orders. */
@Service
public class OrderService {
  private static final int LONGEST = 60;
  private static final int INVOICE_AFTER = 14;
  private final OrderStore store;
  private final DocumentService documents;
  private final ApprovalService approvals;
  private final QuoteService quotes;
  private final Sale sale;
  private final Checks checks;
  private final ChangeLog log;
  private final Clock clock;

  /** What moves with an order. */
  private record Sale(
      OpportunityService opportunities, EndingService endings, AgreementService agreements) {}

  /** What decides on a release. */
  private record Checks(
      WorksheetService worksheets,
      AccountService accounts,
      CreditService credit,
      SettingsService settings) {}

  OrderService(
      OrderStore store,
      DocumentService documents,
      ApprovalService approvals,
      QuoteService quotes,
      OpportunityService opportunities,
      EndingService endings,
      AgreementService agreements,
      WorksheetService worksheets,
      AccountService accounts,
      CreditService credit,
      SettingsService settings,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.documents = documents;
    this.approvals = approvals;
    this.quotes = quotes;
    this.sale = new Sale(opportunities, endings, agreements);
    this.checks = new Checks(worksheets, accounts, credit, settings);
    this.log = log;
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
      @MaybeNull String holds) {}

  /** An order that somebody may read. */
  public Order readable(DocumentId id, Actor actor) {
    Document document = documents.readable(DocumentKind.ORDER, id, actor);
    return new Order(document, store.terms(id));
  }

  List<OrderRow> page(String state, long before, int most, Actor actor) {
    return store.page(state, before, most, actor, checks.settings().amounts());
  }

  /** An order's worksheet, as it was agreed. */
  public Calculation calculation(Order order, Actor actor) {
    Opportunity opportunity = sale.opportunities().readable(order.opportunityId(), actor);
    return checks
        .worksheets()
        .get(order.document().worksheetId(), sale.opportunities().context(opportunity));
  }

  /**
   * Places an order from a sent quote: the opportunity is won with the true amount, the prospect
   * becomes a customer, and margin, credit and the PO number decide whether it is released or held.
   * All or nothing.
   */
  @Transactional
  public DocumentId place(DocumentId quoteId, String typedNumber, Actor actor) {
    Quote quote = quotes.readable(quoteId, actor);
    Opportunity opportunity = sale.opportunities().editableOpen(quote.opportunityId(), actor);
    Input input = new Input();
    String poNumber = input.optionalText("poNumber", typedNumber, LONGEST);
    input.check();
    Calculation quoted = quotes.calculation(quote, actor);
    boolean needsSignOff = quotes.needsSignOff(quote, quoted);
    quotes.ordered(quote, actor);
    Account account = checks.accounts().readable(opportunity.accountId(), actor);
    Calculation ordered =
        checks
            .worksheets()
            .copyLocked(quote.worksheetId(), sale.opportunities().context(opportunity));
    CreditCheck credit = checks.credit().check(account.id(), Optional.of(ordered.asked()));
    boolean numberMissing = account.poNumberRequired() && poNumber.isEmpty();
    Release release = Release.of(needsSignOff, credit, numberMissing);
    Order order =
        make(quote, new Made(ordered, account.name(), poNumber, release), opportunity, actor);
    for (Release.Hold hold : release.holds()) {
      approvals.ask(hold(hold, order, ordered, credit), actor);
    }
    sale.endings().win(opportunity, ordered.contract(), actor);
    checks.accounts().becomeCustomer(account.id(), actor);
    if (release.isReleased()) {
      sale.agreements().make(source(order, opportunity, ordered), actor);
    }
    return order.id();
  }

  /** What an order is made of. */
  private record Made(Calculation lines, String account, String poNumber, Release release) {}

  private Order make(Quote quote, Made made, Opportunity opportunity, Actor actor) {
    boolean isReleased = made.release().isReleased();
    Document document =
        documents.make(
            new DocumentService.Start(
                DocumentKind.ORDER,
                Optional.of(quote.document()),
                opportunity.id(),
                opportunity.accountId(),
                isReleased ? OrderState.RELEASED : OrderState.HOLD,
                made.lines().id(),
                actor.id(),
                opportunity.title() + " " + made.account() + " " + made.poNumber()),
            actor);
    store.insert(
        document.id(),
        new Order.Terms(
            made.poNumber().isEmpty() ? null : made.poNumber(),
            LocalDate.now(clock).plusDays(INVOICE_AFTER),
            isReleased ? clock.instant() : null));
    for (Calculation.Row row : made.lines().rows()) {
      row.tally()
          .filter(tally -> tally.line().counted())
          .ifPresent(
              tally ->
                  documents.link(
                      document.id(),
                      row.form().id(),
                      quote.id(),
                      row.form().id(),
                      tally.line().quantity()));
    }
    return new Order(document, store.terms(document.id()));
  }

  private static ApprovalService.Asked hold(
      Release.Hold hold, Order order, Calculation ordered, CreditCheck credit) {
    return new ApprovalService.Asked(
        ApprovalService.HOLD,
        order.id(),
        Texts.word(hold),
        switch (hold) {
          case MARGIN -> ordered.signOff().role().orElse(Role.MANAGER.word());
          case CREDIT -> Role.CREDIT_CONTROLLER.word();
          case PO_NUMBER -> Role.REP.word();
        },
        switch (hold) {
          case MARGIN -> "Sign-off needed: " + ordered.signOffWords();
          case CREDIT ->
              "Credit check: "
                  + Texts.word(credit.verdict())
                  + ": "
                  + String.join(
                      ", ", credit.reasons().stream().map(r -> words(r, credit)).toList());
          case PO_NUMBER -> "PO number required, and there is none yet";
        },
        "",
        ordered.version(),
        Optional.empty());
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
          "available credit after this order "
              + Written.amount(credit.headroomAfter())
              + credit
                  .earliestClear()
                  .map(day -> ", within the limit from " + Written.day(day))
                  .orElse(", not within the limit for a year");
      case NEAR_LIMIT ->
          "available credit after this order only " + Written.amount(credit.headroomAfter());
    };
  }

  /**
   * Releases what the person may release of what holds an order; when nothing holds it any more it
   * is released whole.
   *
   * @param comment why, for those who ask later
   */
  @Transactional
  public void release(DocumentId id, long version, String comment, Actor actor) {
    Order before = held(id, actor);
    boolean isFree = approvals.answerAll(id, true, comment, actor);
    settle(before, version, isFree, comment, actor);
  }

  /** Enters the customer's PO number, which takes away the hold for want of one. */
  @Transactional
  public void enterPoNumber(DocumentId id, long version, String typed, Actor actor) {
    Order before = held(id, actor);
    sale.opportunities().editable(before.opportunityId(), actor);
    Input input = new Input();
    String number = input.text("poNumber", typed, LONGEST);
    input.check();
    boolean isFree = approvals.clear(id, Texts.word(Release.Hold.PO_NUMBER), number, actor);
    store.setPoNumber(id, number);
    settle(before, version, isFree, "PO number " + number, actor);
  }

  private void settle(Order before, long version, boolean isFree, String why, Actor actor) {
    if (!isFree) {
      documents.changed(before.document(), version);
      log.note(actor.id(), "order", before.id(), "hold", null, why);
      return;
    }
    documents.become(
        before.document(), version, before.state(), OrderState.RELEASED, "released: " + why, actor);
    store.setReleased(before.id(), clock.instant());
    Order order = readable(before.id(), actor);
    Opportunity opportunity = sale.opportunities().readable(order.opportunityId(), actor);
    sale.agreements().make(source(order, opportunity, calculation(order, actor)), actor);
  }

  /** Takes over an order that was invoiced before: it no longer counts in the exposure. */
  @Transactional
  public void takeOverAsInvoiced(DocumentId id, Actor actor) {
    Order order = readable(id, actor);
    documents.become(
        order.document(), order.version(), order.state(), OrderState.INVOICED, "invoiced", actor);
  }

  private Order held(DocumentId id, Actor actor) {
    Order order = readable(id, actor);
    if (!order.isHeld()) {
      throw new NotPossible("This order is not on hold.");
    }
    return order;
  }

  private static AgreementService.Source source(
      Order order, Opportunity opportunity, Calculation calculation) {
    return new AgreementService.Source(order.id(), order.number(), opportunity, calculation);
  }
}
