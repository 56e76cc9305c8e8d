package firmtally.server.sales.order;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.worksheet.DiscountTooLargeException;
import firmtally.server.access.Actor;
import firmtally.server.pipeline.opportunity.EndingService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.sales.agreement.AgreementService;
import firmtally.server.sales.approval.ApprovalService;
import firmtally.server.sales.document.DocumentService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.math.BigDecimal;
import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What happens to an order after it was placed: released, refused, changed, cancelled. */
@Service
public class OrderChanges {
  private static final int REASON = 400;
  private static final String RECORD = "order";
  private final OrderService orders;
  private final OrderStore store;
  private final OrderLines lines;
  private final OrderHolds holds;
  private final OrderReleases releases;
  private final OrderVariance variance;
  private final ApprovalService approvals;
  private final DocumentService documents;
  private final WorksheetService worksheets;
  private final Sale sale;
  private final ChangeLog log;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  /** What moves with an order. */
  private record Sale(
      OpportunityService opportunities, EndingService endings, AgreementService agreements) {}

  OrderChanges(
      OrderService orders,
      OrderStore store,
      OrderLines lines,
      OrderHolds holds,
      OrderReleases releases,
      OrderVariance variance,
      ApprovalService approvals,
      DocumentService documents,
      WorksheetService worksheets,
      OpportunityService opportunities,
      EndingService endings,
      AgreementService agreements,
      ChangeLog log,
      ApplicationEventPublisher events,
      Clock clock) {
    this.orders = orders;
    this.store = store;
    this.lines = lines;
    this.holds = holds;
    this.releases = releases;
    this.variance = variance;
    this.approvals = approvals;
    this.documents = documents;
    this.worksheets = worksheets;
    this.sale = new Sale(opportunities, endings, agreements);
    this.log = log;
    this.events = events;
    this.clock = clock;
  }

  /** So many of a line. */
  public record Portion(String line, String quantity) {}

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
    goOn(before, version, isFree, "released: " + comment.strip(), actor);
  }

  /** Refuses what is the person's to release: the order waits until something about it changes. */
  @Transactional
  public void refuse(DocumentId id, long version, String comment, Actor actor) {
    Order before = held(id, actor);
    approvals.answerAll(id, false, comment, actor);
    goOn(before, version, false, "refused: " + comment.strip(), actor);
  }

  /** Asks once more for what was refused, with a word of why. */
  @Transactional
  public void askAgain(DocumentId id, long version, String typed, Actor actor) {
    Order before = held(id, actor);
    sale.opportunities().editable(before.opportunityId(), actor);
    Input input = new Input();
    String why = input.text("why", typed, REASON);
    input.check();
    if (approvals.askAgain(id, why, actor) == 0) {
      throw new NotPossible("Nothing of this order was refused.");
    }
    goOn(before, version, false, "asked again: " + why, actor);
  }

  private void goOn(Order before, long version, boolean isFree, String why, Actor actor) {
    if (isFree) {
      releases.release(before, version, why, orders.calculation(before, Actor.SYSTEM), actor);
    } else {
      documents.changed(before.document(), version);
      log.note(actor.id(), RECORD, before.id(), "hold", null, why);
    }
  }

  /** Enters the customer's PO number, which takes away the hold for want of one. */
  @Transactional
  public void enterPoNumber(DocumentId id, long version, String typed, Actor actor) {
    Order before = changeable(id, actor);
    Input input = new Input();
    String number = input.text("poNumber", typed, OrderService.LONGEST);
    input.check();
    store.setPoNumber(id, number);
    log.note(actor.id(), RECORD, id, "PO number", before.terms().poNumber(), number);
    again(before, version, "PO number " + number, actor);
  }

  /** Changes the terms of an order that waits; what holds it is looked at again. */
  @Transactional
  public void changeTerms(DocumentId id, long version, OrderService.OrderForm typed, Actor actor) {
    Order before = held(id, actor);
    sale.opportunities().editable(before.opportunityId(), actor);
    Order.Terms terms = OrderService.read(typed, before.terms());
    store.setTerms(id, terms);
    log.note(actor.id(), RECORD, id, "terms", words(before.terms()), words(terms));
    again(before, version, "terms changed", actor);
  }

  /** The credit controller lets an order go against a deposit; what holds it is looked at again. */
  @Transactional
  public void wantDeposit(DocumentId id, Percent deposit, Actor actor) {
    actor.checkKeepsBooks();
    Order before = held(id, actor);
    Order.Terms was = before.terms();
    Order.Terms terms =
        new Order.Terms(
            was.poNumber(),
            was.invoiceOn(),
            was.releasedAt(),
            was.termsDays(),
            deposit,
            was.deliveryAddress(),
            was.toInvoice(),
            was.confirmedAt(),
            was.reason());
    store.setTerms(id, terms);
    log.note(actor.id(), RECORD, id, "terms", words(was), words(terms));
    again(before, before.version(), "deposit of " + deposit + " % as a condition", actor);
  }

  private static String words(Order.Terms terms) {
    return terms.termsDays()
        + " days, deposit "
        + terms.depositPercent()
        + " %"
        + terms.poNumberIfAny().map(number -> ", PO number " + number).orElse("");
  }

  /**
   * Changes the quantities of an order that waits, each at the price agreed; 0 takes a line out.
   * What holds it is looked at again.
   */
  @Transactional
  public void changeQuantities(
      DocumentId id, long version, List<Portion> typed, String reason, Actor actor) {
    Order before = held(id, actor);
    Opportunity opportunity = sale.opportunities().editable(before.opportunityId(), actor);
    Input input = new Input();
    String why = input.text("reason", reason, REASON);
    Map<String, BigDecimal> quantities = quantities(input, before, typed);
    input.check();
    Calculation now;
    try {
      now =
          worksheets.changeQuantities(
              before.document().worksheetId(),
              sale.opportunities().context(opportunity),
              quantities);
    } catch (DiscountTooLargeException e) {
      throw new NotPossible("The discount on the whole is more than what is left.");
    }
    if (now.check().tally().lines().stream().noneMatch(line -> line.line().counted())) {
      throw new NotPossible("Nothing would be left. Cancel the order instead.");
    }
    lines.put(id, now);
    store.setToInvoice(id, now.asked());
    variance.keepAgain(id, now);
    sale.endings().wonAmount(opportunity, now.contract(), actor);
    log.note(actor.id(), RECORD, id, "quantities", null, why + ", now " + now.contract());
    again(before, version, "quantities changed: " + why, actor);
  }

  private Map<String, BigDecimal> quantities(Input input, Order order, List<Portion> typed) {
    Calculation agreed = orders.calculation(order, Actor.SYSTEM);
    Map<String, BigDecimal> quantities = new HashMap<>();
    List<Portion> given = Input.given(typed);
    for (int i = 0; i < given.size(); i++) {
      String at = "lines[" + i + "].quantity";
      Portion portion = given.get(i);
      boolean isThere =
          agreed.rows().stream()
              .filter(row -> row.tally().isPresent())
              .anyMatch(row -> row.form().id().equals(portion.line()));
      if (!isThere) {
        input.refuse("lines[" + i + "].line", "This line is not on the order.");
      }
      input
          .value(at, portion.quantity(), text -> Quantity.parse(text).value())
          .ifPresentOrElse(
              quantity -> quantities.put(portion.line(), quantity),
              () -> input.text(at, portion.quantity(), OrderService.LONGEST));
    }
    if (given.isEmpty()) {
      input.refuse("lines", "Change at least one quantity.");
    }
    return quantities;
  }

  /** Looks again at what holds an order after it was changed. */
  private void again(Order before, long version, String why, Actor actor) {
    if (!before.isHeld()) {
      documents.changed(before.document(), version);
      return;
    }
    Order now = orders.readable(before.id(), actor);
    Calculation ordered = orders.calculation(now, Actor.SYSTEM);
    goOn(before, version, holds.settle(holds.judge(now, ordered), actor), why, actor);
  }

  /**
   * Looks again at an order that waits, for a cause that may be gone: a payment came, a limit
   * began, stock came in.
   */
  @Transactional
  public void review(DocumentId id) {
    Order order = orders.readable(id, Actor.SYSTEM);
    if (!order.isHeld()) {
      return;
    }
    Calculation ordered = orders.calculation(order, Actor.SYSTEM);
    int before = approvals.standing(id).size();
    if (holds.settle(holds.judge(order, ordered), Actor.SYSTEM)) {
      releases.release(
          order,
          order.version(),
          "released by itself: nothing holds it any more",
          ordered,
          Actor.SYSTEM);
    } else if (approvals.standing(id).size() != before) {
      documents.changed(order.document(), order.version());
    }
  }

  /**
   * Cancels an order of which nothing was delivered or invoiced.
   *
   * @param goesOn whether the deal is open again; else it is lost for this reason
   */
  @Transactional
  public void cancel(DocumentId id, long version, String typed, boolean goesOn, Actor actor) {
    Order order = changeable(id, actor);
    Input input = new Input();
    String reason = input.text("reason", typed, REASON);
    input.check();
    if (store.isTouched(id)) {
      throw new NotPossible(
          "Something of this order is delivered or invoiced. Cancel what is left by line, or take"
              + " that back first.");
    }
    documents.become(
        order.document(),
        version,
        order.state(),
        OrderState.CANCELLED,
        "cancelled: " + reason,
        actor);
    approvals
        .standing(id)
        .forEach(a -> approvals.clear(id, a.reason(), "The order was cancelled.", actor));
    lines.reserve(id, false);
    store.setCancelled(id, clock.instant(), reason);
    store.removeVariance(id);
    sale.agreements().orderCancelled(id, actor);
    Opportunity opportunity = sale.opportunities().readable(order.opportunityId(), actor);
    sale.endings().orderCancelled(opportunity, goesOn, reason, actor);
    events.publishEvent(new OrderChanged(id));
  }

  /** Takes back what is not delivered and not invoiced yet of lines of a released order. */
  @Transactional
  public void cancelLines(
      DocumentId id, long version, List<Portion> typed, String reason, Actor actor) {
    Order order = changeable(id, actor);
    if (!order.isReleased()) {
      throw new NotPossible("Change the quantities of an order that waits for its release.");
    }
    Input input = new Input();
    String why = input.text("reason", reason, REASON);
    List<Portion> given = Input.given(typed);
    Map<String, OrderLine> byId = new HashMap<>();
    orders.lines(order).forEach(line -> byId.put(line.id(), line));
    for (int i = 0; i < given.size(); i++) {
      cancelLine(input, "lines[" + i + "].quantity", id, given.get(i), byId, why, actor);
    }
    if (given.isEmpty()) {
      input.refuse("lines", "Name at least one line.");
    }
    input.check();
    documents.changed(order.document(), version);
    log.note(actor.id(), RECORD, id, "cancelled by line", null, why);
    orders.settleState(id, actor);
    events.publishEvent(new OrderChanged(id));
  }

  private void cancelLine(
      Input input,
      String at,
      DocumentId id,
      Portion portion,
      Map<String, OrderLine> byId,
      String why,
      Actor actor) {
    OrderLine line = byId.get(portion.line());
    if (line == null) {
      input.refuse(at, "This line is not on the order.");
      return;
    }
    BigDecimal most = line.due().value().min(line.toInvoice().value());
    input
        .value(at, portion.quantity(), text -> Quantity.parse(text).positive())
        .ifPresent(
            quantity -> {
              if (quantity.value().compareTo(most) > 0) {
                input.refuse(at, "At most " + Quantity.of(most) + " of it can still be cancelled.");
              } else if (input.problems().isEmpty()) {
                lines.cancel(id, line.id(), quantity);
                store.insertCancellation(id, line.id(), quantity, why, actor.id(), clock.instant());
              }
            });
  }

  private Order held(DocumentId id, Actor actor) {
    Order order = orders.readable(id, actor);
    if (!order.isHeld()) {
      throw new NotPossible("This order is not on hold.");
    }
    return order;
  }

  private Order changeable(DocumentId id, Actor actor) {
    Order order = orders.readable(id, actor);
    sale.opportunities().editable(order.opportunityId(), actor);
    if (order.state() == OrderState.CANCELLED) {
      throw new NotPossible("This order was cancelled.");
    }
    return order;
  }
}
