package firmtally.server.sales.order;

import firmtally.core.money.Texts;
import firmtally.core.ordering.Release;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.AccountId;
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
  private final OpportunityService opportunities;
  private final AccountService accounts;
  private final CreditService credit;
  private final AgreementService agreements;
  private final ApprovalService approvals;
  private final Idempotency once;

  OrderController(
      OrderService orders,
      OpportunityService opportunities,
      AccountService accounts,
      CreditService credit,
      AgreementService agreements,
      ApprovalService approvals,
      Idempotency once) {
    this.orders = orders;
    this.opportunities = opportunities;
    this.accounts = accounts;
    this.credit = credit;
    this.agreements = agreements;
    this.approvals = approvals;
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
  record OrderActs(boolean release, boolean enterPoNumber) {}

  record OrderView(
      DocumentId id,
      String number,
      OrderOf of,
      String state,
      @MaybeNull String poNumber,
      String placedBy,
      LocalDate placedOn,
      LocalDate invoiceOn,
      @MaybeNull Instant releasedAt,
      List<ApprovalService.ApprovalView> holds,
      OrderActs may,
      List<AgreementService.AgreementRow> agreements,
      long version,
      WorksheetView worksheet)
      implements Versioned {}

  record OrderForm(String poNumber) {}

  record Comment(String comment) {}

  record Placed(DocumentId id) {}

  @GetMapping("/orders")
  Paged<OrderService.OrderRow> page(
      @RequestParam(defaultValue = "") String state,
      @RequestParam(defaultValue = "") String after,
      @SignedIn Actor actor) {
    return Paged.of(
        orders.page(state, Paged.below(after), PAGE + 1, actor), PAGE, OrderService.OrderRow::id);
  }

  @GetMapping("/orders/{id}")
  OrderView get(@PathVariable DocumentId id, @SignedIn Actor actor) {
    Order order = orders.readable(id, actor);
    Opportunity o = opportunities.readable(order.opportunityId(), actor);
    List<ApprovalService.ApprovalView> holds = approvals.views(id, actor);
    boolean wantsNumber =
        holds.stream()
            .map(ApprovalService.ApprovalView::approval)
            .anyMatch(h -> h.isOpen() && Texts.word(Release.Hold.PO_NUMBER).equals(h.reason()));
    return new OrderView(
        order.id(),
        order.number(),
        new OrderOf(
            o.id(),
            order.document().followsId(),
            o.title(),
            order.accountId(),
            accounts.readable(order.accountId(), actor).name()),
        order.state().word(),
        order.terms().poNumber(),
        order.document().maker().name(),
        order.document().madeOn(),
        order.terms().invoiceOn(),
        order.terms().releasedAt(),
        holds,
        new OrderActs(
            order.isHeld() && holds.stream().anyMatch(ApprovalService.ApprovalView::mayAnswer),
            order.isHeld() && wantsNumber && opportunities.isEditable(o, actor)),
        agreements.ofOrder(id),
        order.version(),
        view(order, orders.calculation(order, actor), actor));
  }

  /** An order that is released already is part of the exposure and asks for nothing more. */
  private WorksheetView view(Order order, Calculation calculation, Actor actor) {
    return WorksheetView.of(
        calculation,
        credit.standing(
            order.accountId(),
            order.isHeld() ? Optional.of(calculation.asked()) : Optional.empty(),
            actor),
        actor);
  }

  @PostMapping("/quotes/{id}/order")
  Placed place(
      @PathVariable DocumentId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody OrderForm typed,
      @SignedIn Actor actor) {
    return new Placed(
        once.once(
            key,
            actor.id(),
            "place-order",
            "quote " + id,
            DocumentId::new,
            () -> orders.place(id, typed.poNumber(), actor)));
  }

  @PostMapping("/orders/{id}/release")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void release(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody Comment typed,
      @SignedIn Actor actor) {
    orders.release(id, Versions.of(version), typed.comment(), actor);
  }

  @PutMapping("/orders/{id}/po-number")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void enterPoNumber(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody OrderForm typed,
      @SignedIn Actor actor) {
    orders.enterPoNumber(id, Versions.of(version), typed.poNumber(), actor);
  }
}
