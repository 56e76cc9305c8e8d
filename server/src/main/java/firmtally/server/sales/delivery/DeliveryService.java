package firmtally.server.sales.delivery;

import firmtally.core.money.Quantity;
import firmtally.server.access.Actor;
import firmtally.server.catalogue.stock.StockService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.sales.document.Correspondence;
import firmtally.server.sales.document.Document;
import firmtally.server.sales.document.DocumentKind;
import firmtally.server.sales.document.DocumentService;
import firmtally.server.sales.order.Order;
import firmtally.server.sales.order.OrderChanged;
import firmtally.server.sales.order.OrderLine;
import firmtally.server.sales.order.OrderLines;
import firmtally.server.sales.order.OrderService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Deliveries: each takes its lines from the stock and from what is still due of its order. */
@Service
public class DeliveryService {
  private static final int LONGEST = 400;
  private final DeliveryStore store;
  private final DocumentService documents;
  private final OrderService orders;
  private final OrderLines lines;
  private final OpportunityService opportunities;
  private final AccountService accounts;
  private final StockService stock;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  DeliveryService(
      DeliveryStore store,
      DocumentService documents,
      OrderService orders,
      OrderLines lines,
      OpportunityService opportunities,
      AccountService accounts,
      StockService stock,
      ApplicationEventPublisher events,
      Clock clock) {
    this.store = store;
    this.documents = documents;
    this.orders = orders;
    this.lines = lines;
    this.opportunities = opportunities;
    this.accounts = accounts;
    this.stock = stock;
    this.events = events;
    this.clock = clock;
  }

  /** So many of a line. */
  public record Portion(String line, String quantity) {}

  /**
   * A delivery as typed.
   *
   * @param on the day; left out for today
   * @param address left out for the order's
   * @param lines left out for all that is due
   */
  public record DeliveryForm(
      @MaybeNull String on,
      @MaybeNull String address,
      @MaybeNull String note,
      @MaybeNull List<Portion> lines) {}

  /** A delivery that somebody may read. */
  /** A delivery with its lines. */
  public record Delivery(
      Document document, DeliveryStore.Terms terms, List<DeliveryStore.Line> lines) {}

  /** A delivery, for whoever sees its order. */
  public Delivery readable(DocumentId id, Actor actor) {
    Document document = documents.readable(DocumentKind.DELIVERY, id, actor);
    return new Delivery(document, store.terms(id), store.lines(id));
  }

  List<Delivery> ofOrder(DocumentId order, Actor actor) {
    orders.readable(order, actor);
    return store.ofOrder(order).stream().map(id -> readable(id, actor)).toList();
  }

  /** Where an order's goods go. */
  static String address(Order order, Account account) {
    return order.terms().deliveryAddress().isBlank()
        ? String.join("\n", Correspondence.address(account))
        : order.terms().deliveryAddress();
  }

  /**
   * Delivers lines of an order, whole or in part; what is left stays due.
   *
   * @throws NotPossible when the order does not go ahead
   */
  @Transactional
  public DocumentId deliver(DocumentId orderId, DeliveryForm typed, Actor actor) {
    Order order = orders.readable(orderId, actor);
    opportunities.editable(order.opportunityId(), actor);
    if (!order.isReleased()) {
      throw new NotPossible("Only an order that is released is delivered.");
    }
    Account account = accounts.readable(order.accountId(), Actor.SYSTEM);
    Input input = new Input();
    LocalDate today = LocalDate.now(clock);
    LocalDate on =
        typed.on() == null || typed.on().isBlank()
            ? today
            : input.day("on", typed.on()).orElse(today);
    if (on.isAfter(today)) {
      input.refuse("on", "Enter today or an earlier day.");
    }
    String address = input.optionalText("address", typed.address(), LONGEST);
    String note = input.optionalText("note", typed.note(), LONGEST);
    List<Taken> taken = read(input, typed.lines(), orders.lines(order));
    input.check();
    Document document =
        documents.make(
            new DocumentService.Start(
                DocumentKind.DELIVERY,
                Optional.of(order.document()),
                order.opportunityId(),
                order.accountId(),
                DeliveryState.DELIVERED,
                null,
                actor.id(),
                account.name() + " " + order.number()),
            actor);
    store.insert(
        document.id(),
        new DeliveryStore.Terms(
            on, address.isEmpty() ? address(order, account) : address, note, ""));
    taken.forEach(one -> take(document, order, one));
    done(order, actor);
    return document.id();
  }

  /** So many of a line of an order. */
  private record Taken(OrderLine line, Quantity quantity) {}

  private List<Taken> read(Input input, @MaybeNull List<Portion> typed, List<OrderLine> ordered) {
    if (typed == null) {
      List<Taken> all =
          ordered.stream()
              .filter(line -> line.due().value().signum() > 0)
              .map(line -> new Taken(line, line.due()))
              .toList();
      check(input, all);
      return all;
    }
    Map<String, OrderLine> byId = new HashMap<>();
    ordered.forEach(line -> byId.put(line.id(), line));
    List<Taken> taken = new ArrayList<>();
    List<Portion> given = Input.given(typed);
    for (int i = 0; i < given.size(); i++) {
      String at = "lines[" + i + "].quantity";
      OrderLine line = byId.remove(given.get(i).line());
      if (line == null) {
        input.refuse("lines[" + i + "].line", "This line is not on the order.");
        continue;
      }
      Optional<Quantity> quantity =
          input.value(at, given.get(i).quantity(), text -> Quantity.parse(text));
      if (quantity.isPresent() && quantity.get().compareTo(line.due()) > 0) {
        input.refuse(at, "Only " + line.due() + " of it is still due.");
      } else {
        quantity.filter(q -> q.value().signum() > 0).ifPresent(q -> taken.add(new Taken(line, q)));
      }
    }
    check(input, taken);
    return taken;
  }

  /** What is stocked must be on hand. */
  private void check(Input input, List<Taken> taken) {
    if (taken.isEmpty() && input.problems().isEmpty()) {
      input.refuse("lines", "Enter what was delivered.");
    }
    Map<String, Quantity> taking = new HashMap<>();
    for (Taken goods : taken) {
      if (goods.line().product() != null) {
        taking.merge(goods.line().product(), goods.quantity(), Quantity::plus);
      }
    }
    taking.forEach(
        (product, quantity) ->
            stock
                .onHand(product)
                .filter(has -> has.compareTo(quantity) < 0)
                .ifPresent(
                    has ->
                        input.refuse(
                            "lines",
                            "Only "
                                + has
                                + " of "
                                + product
                                + " are on hand. Deliver a part, or correct the stock.")));
  }

  private void take(Document document, Order order, Taken goods) {
    String line = goods.line().id();
    lines.deliver(order.id(), line, goods.quantity().value());
    documents.link(document.id(), line, order.id(), line, goods.quantity());
    if (goods.line().product() != null) {
      stock.move(goods.line().product(), goods.quantity().value().negate());
    }
  }

  private void done(Order order, Actor actor) {
    orders.settleState(order.id(), actor);
    events.publishEvent(new OrderChanged(order.id()));
  }

  /**
   * Takes a delivery back that was noted by mistake: its goods are on hand and due again.
   *
   * @throws NotPossible when it is invoiced already
   */
  @Transactional
  public void reverse(DocumentId id, long version, String typed, Actor actor) {
    Delivery delivery = readable(id, actor);
    Order order = orders.readable(delivery.document().followsId(), actor);
    opportunities.editable(order.opportunityId(), actor);
    Input input = new Input();
    String reason = input.text("reason", typed, LONGEST);
    input.check();
    Map<String, OrderLine> byId = new HashMap<>();
    orders.lines(order).forEach(line -> byId.put(line.id(), line));
    boolean isInvoiced =
        delivery.lines().stream()
            .anyMatch(l -> byId.get(l.line()).deliveredToInvoice().compareTo(l.quantity()) < 0);
    if (isInvoiced) {
      throw new NotPossible("This delivery is invoiced. Credit the invoice first.");
    }
    documents.become(
        delivery.document(),
        version,
        DeliveryState.of(delivery.document().state()),
        DeliveryState.REVERSED,
        "taken back: " + reason,
        actor);
    store.setReason(id, reason);
    for (DeliveryStore.Line line : delivery.lines()) {
      lines.deliver(order.id(), line.line(), line.quantity().value().negate());
      String product = byId.get(line.line()).product();
      if (product != null) {
        stock.move(product, line.quantity().value());
      }
    }
    done(order, actor);
  }
}
