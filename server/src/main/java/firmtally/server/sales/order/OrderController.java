package firmtally.server.sales.order;

import firmtally.core.credit.CreditCheck;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Versions;
import firmtally.server.sales.agreement.AgreementService;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.WorksheetView;
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

@RestController
@RequestMapping("/api")
class OrderController {
  private static final int PAGE = 100;
  private static final String LAST = "9223372036854775807";
  private final OrderService orders;
  private final OpportunityService opportunities;
  private final AccountService accounts;
  private final CreditService credit;
  private final AgreementService agreements;

  OrderController(
      OrderService orders,
      OpportunityService opportunities,
      AccountService accounts,
      CreditService credit,
      AgreementService agreements) {
    this.orders = orders;
    this.opportunities = opportunities;
    this.accounts = accounts;
    this.credit = credit;
    this.agreements = agreements;
  }

  record OrderPage(List<OrderService.OrderRow> rows, @MaybeNull Long next) {}

  record OrderView(
      long id,
      String number,
      String title,
      long opportunityId,
      long quoteId,
      long accountId,
      String account,
      String state,
      @MaybeNull String poNumber,
      String placedBy,
      String placedOn,
      String invoiceOn,
      @MaybeNull String releasedAt,
      List<OrderService.HoldView> holds,
      boolean mayRelease,
      boolean mayEnterNumber,
      List<AgreementService.AgreementRow> agreements,
      long version,
      WorksheetView worksheet) {}

  record OrderForm(String poNumber) {}

  record Comment(String comment) {}

  record Placed(long id) {}

  @GetMapping("/orders")
  OrderPage page(
      @RequestParam(defaultValue = "") String state,
      @RequestParam(defaultValue = LAST) long before,
      @SignedIn Actor actor) {
    List<OrderService.OrderRow> rows = orders.page(state, before, PAGE, actor);
    return new OrderPage(rows, rows.size() == PAGE ? rows.get(PAGE - 1).id() : null);
  }

  @GetMapping("/orders/{id}")
  OrderView get(@PathVariable long id, @SignedIn Actor actor) {
    CustomerOrder order = orders.get(id);
    Opportunity o = opportunities.seen(order.opportunityId(), actor);
    List<OrderService.HoldView> holds = orders.holds(id);
    boolean isHeld = order.isHeld();
    boolean wantsNumber =
        holds.stream().anyMatch(h -> h.releasedBy() == null && "po-number".equals(h.reason()));
    return new OrderView(
        order.id(),
        order.number(),
        o.title(),
        o.id(),
        order.quoteId(),
        order.accountId(),
        accounts.get(order.accountId()).name(),
        order.state(),
        order.poNumber(),
        order.placedByName(),
        order.placedOn(),
        order.invoiceOn(),
        order.releasedAt(),
        holds,
        isHeld
            && order.placedBy() != actor.id()
            && holds.stream()
                .anyMatch(h -> h.releasedBy() == null && OrderService.mayRelease(h, actor)),
        isHeld && wantsNumber && opportunities.mayChange(o, actor),
        agreements.ofOrder(id),
        order.version(),
        view(order, orders.worked(order, actor)));
  }

  /** An order that is released already is part of the exposure and asks for nothing more. */
  private WorksheetView view(CustomerOrder order, Calculation worked) {
    CreditCheck check =
        credit.check(
            order.accountId(), order.isHeld() ? Optional.of(worked.asked()) : Optional.empty());
    return WorksheetView.of(worked, check, credit.ordered(order.accountId()));
  }

  @PostMapping("/quotes/{id}/order")
  Placed place(
      @PathVariable long id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody OrderForm typed,
      @SignedIn Actor actor) {
    return new Placed(orders.place(id, typed.poNumber(), key, actor));
  }

  @PostMapping("/orders/{id}/release")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void release(
      @PathVariable long id,
      @RequestHeader("If-Match") String version,
      @RequestBody Comment typed,
      @SignedIn Actor actor) {
    orders.release(id, Versions.of(version), typed.comment(), actor);
  }

  @PutMapping("/orders/{id}/po-number")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void enterPoNumber(
      @PathVariable long id,
      @RequestHeader("If-Match") String version,
      @RequestBody OrderForm typed,
      @SignedIn Actor actor) {
    orders.enterPoNumber(id, Versions.of(version), typed.poNumber(), actor);
  }
}
