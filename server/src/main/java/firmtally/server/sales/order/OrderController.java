package firmtally.server.sales.order;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Paged;
import firmtally.server.platform.web.Versioned;
import firmtally.server.platform.web.Versions;
import firmtally.server.sales.agreement.AgreementService;
import firmtally.server.sales.approval.ApprovalService;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.sales.document.Correspondence;
import firmtally.server.sales.quote.Comparison;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.WorksheetView;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** An order's page, and the acts on it. */
@RestController
@RequestMapping("/api")
class OrderController {
  private static final int PAGE = 100;
  private final OrderService orders;
  private final OrderChanges changes;
  private final OrderAgain again;
  private final OrderPapers papers;
  private final OpportunityService opportunities;
  private final AccountService accounts;
  private final CreditService credit;
  private final AgreementService agreements;
  private final ApprovalService approvals;
  private final SettingsService settings;
  private final Idempotency once;

  OrderController(
      OrderService orders,
      OrderChanges changes,
      OrderAgain again,
      OrderPapers papers,
      OpportunityService opportunities,
      AccountService accounts,
      CreditService credit,
      AgreementService agreements,
      ApprovalService approvals,
      SettingsService settings,
      Idempotency once) {
    this.orders = orders;
    this.changes = changes;
    this.again = again;
    this.papers = papers;
    this.opportunities = opportunities;
    this.accounts = accounts;
    this.credit = credit;
    this.agreements = agreements;
    this.approvals = approvals;
    this.settings = settings;
    this.once = once;
  }

  /** Of what and for whom an order is. */
  record OrderOf(
      OpportunityId opportunityId,
      @MaybeNull DocumentId quoteId,
      String title,
      AccountId accountId,
      String account) {}

  /** What somebody may do with it. */
  record OrderActs(
      boolean release,
      boolean askAgain,
      boolean change,
      boolean enterPoNumber,
      boolean cancel,
      boolean cancelLines,
      boolean deliver,
      boolean invoice,
      boolean confirm) {}

  /** What stands on the order beside its lines. */
  record OrderTermsView(
      @MaybeNull String poNumber,
      boolean poNumberRequired,
      LocalDate invoiceOn,
      int termsDays,
      int accountTermsDays,
      String depositPercent,
      String deliveryAddress,
      String accountAddress,
      String toInvoice,
      @MaybeNull Instant releasedAt,
      @MaybeNull Instant confirmedAt,
      String reason) {}

  /** How far a line is. */
  record LineProgress(
      String line,
      @MaybeNull String product,
      String description,
      String unit,
      String quantity,
      String net,
      String delivered,
      String invoiced,
      String cancelled,
      String due,
      String toInvoice,
      @MaybeNull LocalDate requestedOn) {}

  record OrderView(
      DocumentId id,
      String number,
      OrderOf of,
      String state,
      String placedBy,
      LocalDate placedOn,
      OrderTermsView terms,
      List<ApprovalService.ApprovalView> holds,
      List<LineProgress> progress,
      List<OrderService.Cancellation> cancellations,
      OrderActs may,
      List<AgreementService.AgreementRow> agreements,
      long version,
      WorksheetView worksheet)
      implements Versioned {}

  record PoForm(String poNumber) {}

  record Comment(String comment) {}

  record Quantities(List<OrderChanges.Portion> lines, String reason) {}

  record Cancelling(String reason, boolean goesOn) {}

  record Placed(DocumentId id) {}

  record Begun(OpportunityId id) {}

  @GetMapping("/orders")
  Paged<OrderService.OrderRow> page(
      @RequestParam(defaultValue = "") String state,
      @RequestParam(defaultValue = "") String text,
      @RequestParam(defaultValue = "") String after,
      @SignedIn Actor actor) {
    return Paged.of(
        orders.page(
            new OrderStore.Narrowed(state, text.strip()), Paged.below(after), PAGE + 1, actor),
        PAGE,
        OrderService.OrderRow::id);
  }

  @GetMapping("/orders/{id}")
  OrderView get(@PathVariable DocumentId id, @SignedIn Actor actor) {
    Order order = orders.readable(id, actor);
    Opportunity o = opportunities.readable(order.opportunityId(), actor);
    Account account = accounts.readable(order.accountId(), actor);
    List<OrderLine> lines = orders.lines(order);
    List<ApprovalService.ApprovalView> holds = approvals.views(id, actor);
    return new OrderView(
        order.id(),
        order.number(),
        new OrderOf(
            o.id(), order.document().followsId(), o.title(), order.accountId(), account.name()),
        order.state().word(),
        order.document().maker().name(),
        order.document().madeOn(),
        terms(order, account),
        holds,
        lines.stream().map(OrderController::progress).toList(),
        orders.cancellations(order),
        acts(order, lines, holds, opportunities.isEditable(o, actor), actor),
        agreements.ofOrder(id),
        order.version(),
        view(order, orders.calculation(order, actor), actor));
  }

  private OrderTermsView terms(Order order, Account account) {
    Order.Terms terms = order.terms();
    return new OrderTermsView(
        terms.poNumber(),
        account.poNumberRequired(),
        terms.invoiceOn(),
        terms.termsDays(),
        account.termsDays(),
        terms.depositPercent().toString(),
        terms.deliveryAddress(),
        String.join("\n", Correspondence.address(account)),
        settings.amounts().apply(terms.toInvoice()),
        terms.releasedAt(),
        terms.confirmedAt(),
        terms.reason());
  }

  private static LineProgress progress(OrderLine line) {
    return new LineProgress(
        line.id(),
        line.product(),
        line.words(),
        line.unit(),
        line.quantity().toString(),
        line.net().getAmount().toPlainString(),
        line.delivered().toString(),
        line.invoiced().toString(),
        line.cancelled().toString(),
        line.due().toString(),
        line.toInvoice().toString(),
        line.requestedOn());
  }

  private OrderActs acts(
      Order order,
      List<OrderLine> lines,
      List<ApprovalService.ApprovalView> holds,
      boolean isEditable,
      Actor actor) {
    boolean isHeld = order.isHeld();
    boolean isOpen = order.state() != OrderState.CANCELLED;
    boolean isDue = lines.stream().anyMatch(line -> line.due().value().signum() > 0);
    boolean isToInvoice = lines.stream().anyMatch(line -> line.toInvoice().value().signum() > 0);
    boolean isUntouched =
        lines.stream()
            .allMatch(
                l -> l.delivered().value().signum() == 0 && l.invoiced().value().signum() == 0);
    return new OrderActs(
        isHeld && holds.stream().anyMatch(ApprovalService.ApprovalView::mayAnswer),
        isHeld
            && isEditable
            && approvals.standing(order.id()).stream().anyMatch(hold -> !hold.isOpen()),
        isHeld && isEditable,
        isOpen && isEditable && order.state() != OrderState.COMPLETED,
        isOpen && isEditable && isUntouched,
        order.isReleased() && isEditable && isDue,
        order.isReleased() && isEditable && isDue,
        order.isReleased() && isToInvoice && actor.roles().keepsBooks(),
        isOpen && isEditable);
  }

  /** An order that is released already is part of the exposure and asks for nothing more. */
  private WorksheetView view(Order order, Calculation calculation, Actor actor) {
    return WorksheetView.of(
        calculation,
        credit.standing(
            order.accountId(),
            order.isHeld() ? Optional.of(calculation.asked()) : Optional.empty(),
            order.terms().depositPercent(),
            actor),
        actor);
  }

  @PostMapping("/quotes/{id}/order")
  Placed place(
      @PathVariable DocumentId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody OrderService.OrderForm typed,
      @SignedIn Actor actor) {
    return new Placed(
        once.once(
            key,
            actor.id(),
            "place-order",
            "quote " + id,
            DocumentId::new,
            () -> orders.place(id, typed, actor)));
  }

  /**
   * An agreement that what recurs could join.
   *
   * @param until what would be charged until it ends, without tax
   */
  record JoinableView(AgreementId id, String number, LocalDate end, String until) {}

  /** Which agreements what recurs on an opportunity, or on its quote, could join. */
  @GetMapping("/opportunities/{id}/joinable")
  List<JoinableView> joinable(
      @PathVariable OpportunityId id,
      @RequestParam(required = false) @MaybeNull DocumentId quote,
      @SignedIn Actor actor) {
    return orders.joinable(id, quote, actor).stream()
        .map(
            one ->
                new JoinableView(
                    one.id(), one.number(), one.end(), one.until().getAmount().toPlainString()))
        .toList();
  }

  /** From what an opportunity comes to, where nothing was quoted. */
  @PostMapping("/opportunities/{id}/order")
  Placed placeDirectly(
      @PathVariable OpportunityId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody OrderService.OrderForm typed,
      @SignedIn Actor actor) {
    return new Placed(
        once.once(
            key,
            actor.id(),
            "place-order-directly",
            "opportunity " + id,
            DocumentId::new,
            () -> orders.placeDirectly(id, typed, actor)));
  }

  /** The same again beside what it was. */
  @GetMapping("/orders/{id}/again")
  Comparison compareAgain(@PathVariable DocumentId id, @SignedIn Actor actor) {
    return again.compared(id, actor);
  }

  @PostMapping("/orders/{id}/again")
  Begun orderAgain(
      @PathVariable DocumentId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @SignedIn Actor actor) {
    return new Begun(
        once.once(
            key,
            actor.id(),
            "order-again",
            "order " + id,
            OpportunityId::new,
            () -> again.begin(id, actor)));
  }

  @PostMapping("/orders/{id}/release")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void release(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody Comment typed,
      @SignedIn Actor actor) {
    changes.release(id, Versions.of(version), typed.comment(), actor);
  }

  @PostMapping("/orders/{id}/refuse")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void refuse(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody Comment typed,
      @SignedIn Actor actor) {
    changes.refuse(id, Versions.of(version), typed.comment(), actor);
  }

  @PostMapping("/orders/{id}/ask-again")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void askAgain(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody Comment typed,
      @SignedIn Actor actor) {
    changes.askAgain(id, Versions.of(version), typed.comment(), actor);
  }

  @PutMapping("/orders/{id}/po-number")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void enterPoNumber(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody PoForm typed,
      @SignedIn Actor actor) {
    changes.enterPoNumber(id, Versions.of(version), typed.poNumber(), actor);
  }

  @PutMapping("/orders/{id}/terms")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void changeTerms(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody OrderService.OrderForm typed,
      @SignedIn Actor actor) {
    changes.changeTerms(id, Versions.of(version), typed, actor);
  }

  /** Other quantities of an order that waits; 0 takes a line out. */
  @PutMapping("/orders/{id}/quantities")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void changeQuantities(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody Quantities typed,
      @SignedIn Actor actor) {
    changes.changeQuantities(id, Versions.of(version), typed.lines(), typed.reason(), actor);
  }

  @PostMapping("/orders/{id}/cancel")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void cancel(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody Cancelling typed,
      @SignedIn Actor actor) {
    changes.cancel(id, Versions.of(version), typed.reason(), typed.goesOn(), actor);
  }

  /** Takes back what is left of lines of a released order. */
  @PostMapping("/orders/{id}/cancel-lines")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void cancelLines(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody Quantities typed,
      @SignedIn Actor actor) {
    changes.cancelLines(id, Versions.of(version), typed.lines(), typed.reason(), actor);
  }

  /** Sends the confirmation by email. */
  @PostMapping("/orders/{id}/confirm")
  Placed confirm(
      @PathVariable DocumentId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @SignedIn Actor actor) {
    return new Placed(papers.confirm(id, key, actor));
  }
}
