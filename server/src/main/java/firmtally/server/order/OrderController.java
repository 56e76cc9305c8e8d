package firmtally.server.order;

import firmtally.core.credit.CreditCheck;
import firmtally.server.account.AccountService;
import firmtally.server.agreement.AgreementService;
import firmtally.server.credit.CreditService;
import firmtally.server.opportunity.Opportunity;
import firmtally.server.opportunity.OpportunityService;
import firmtally.server.people.Actor;
import firmtally.server.people.SignedIn;
import firmtally.server.platform.MaybeNull;
import firmtally.server.platform.Versions;
import firmtally.server.worksheet.Worked;
import firmtally.server.worksheet.WorksheetView;
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
      @MaybeNull String customerNumber,
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

  record OrderForm(String customerNumber) {}

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
        holds.stream().anyMatch(h -> h.releasedBy() == null && "order-number".equals(h.reason()));
    return new OrderView(
        order.id(),
        order.number(),
        o.title(),
        o.id(),
        order.quoteId(),
        order.accountId(),
        accounts.get(order.accountId()).name(),
        order.state(),
        order.customerNumber(),
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
  private WorksheetView view(CustomerOrder order, Worked worked) {
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
    return new Placed(orders.place(id, typed.customerNumber(), key, actor));
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

  @PutMapping("/orders/{id}/number")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void enterNumber(
      @PathVariable long id,
      @RequestHeader("If-Match") String version,
      @RequestBody OrderForm typed,
      @SignedIn Actor actor) {
    orders.enterNumber(id, Versions.of(version), typed.customerNumber(), actor);
  }
}
