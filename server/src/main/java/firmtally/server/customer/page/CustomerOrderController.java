package firmtally.server.customer.page;

import firmtally.core.money.Quantity;
import firmtally.core.ordering.Availability;
import firmtally.formats.pdf.QuotePaper;
import firmtally.formats.writing.PaperWords;
import firmtally.server.access.Actor;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.company.SettingsService;
import firmtally.server.customer.access.Visiting;
import firmtally.server.customer.access.Visitor;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.Paged;
import firmtally.server.platform.web.Written;
import firmtally.server.sales.delivery.DeliveryPapers;
import firmtally.server.sales.delivery.DeliveryService;
import firmtally.server.sales.document.Correspondence;
import firmtally.server.sales.document.PaperRows;
import firmtally.server.sales.order.Order;
import firmtally.server.sales.order.OrderLine;
import firmtally.server.sales.order.OrderPapers;
import firmtally.server.sales.order.OrderService;
import firmtally.server.worksheet.calculation.Calculation;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** A customer's orders, and what they order: the assortment, the basket, the same again. */
@RestController
@RequestMapping("/api/customer")
class CustomerOrderController {
  private static final int PAGE = 50;
  private static final int PRODUCTS = 30;
  private final CustomerPageStore store;
  private final BasketService basket;
  private final OrderService orders;
  private final Papers papers;
  private final ProductService products;
  private final AccountService accounts;
  private final Correspondence correspondence;
  private final SettingsService settings;
  private final Idempotency once;
  private final Clock clock;

  /** What is printed. */
  private record Papers(OrderPapers orders, DeliveryService deliveries, DeliveryPapers notes) {}

  CustomerOrderController(
      CustomerPageStore store,
      BasketService basket,
      OrderService orders,
      OrderPapers orderPapers,
      DeliveryService deliveries,
      DeliveryPapers notes,
      ProductService products,
      AccountService accounts,
      Correspondence correspondence,
      SettingsService settings,
      Idempotency once,
      Clock clock) {
    this.store = store;
    this.basket = basket;
    this.orders = orders;
    this.papers = new Papers(orderPapers, deliveries, notes);
    this.products = products;
    this.accounts = accounts;
    this.correspondence = correspondence;
    this.settings = settings;
    this.once = once;
    this.clock = clock;
  }

  private PageWords words() {
    return new PageWords(settings.company().currency(), LocalDate.now(clock));
  }

  @GetMapping("/orders")
  Paged<PageViews.CustomerOrder> list(
      @RequestParam(defaultValue = "") String after, @Visiting Visitor visitor) {
    PageWords words = words();
    return Paged.of(
            store.orders(visitor.accountId(), false, after, PAGE + 1),
            PAGE,
            CustomerPageStore.Order::number)
        .map(words::order);
  }

  private CustomerPageStore.Order find(String number, Visitor visitor) {
    return store
        .order(visitor.accountId(), number)
        .orElseThrow(() -> new NotThere("order", number));
  }

  /** An order with what of it is delivered and when the rest comes. */
  @GetMapping("/orders/{number}")
  PageViews.CustomerOrderPage order(@PathVariable String number, @Visiting Visitor visitor) {
    CustomerPageStore.Order found = find(number, visitor);
    Order order = orders.readable(found.id(), Actor.SYSTEM);
    Calculation ordered = orders.calculation(order, Actor.SYSTEM);
    PageWords words = words();
    Account account = accounts.readable(visitor.accountId(), Actor.SYSTEM);
    PaperWords paper = correspondence.words(account);
    return new PageViews.CustomerOrderPage(
        words.order(found),
        order.terms().deliveryAddress().isBlank()
            ? String.join("\n", Correspondence.address(account))
            : order.terms().deliveryAddress(),
        lines(order, ordered, paper),
        PaperRows.sums(ordered, paper),
        store.deliveries(found.id()).stream()
            .map(d -> new PageViews.CustomerDelivery(d.number(), d.on()))
            .toList(),
        store.invoicesOf(visitor.accountId(), found.id()).stream().map(words::invoice).toList(),
        !basket.again(found.id()).isEmpty());
  }

  private List<PageViews.CustomerOrderLine> lines(
      Order order, Calculation ordered, PaperWords words) {
    List<OrderLine> delivered = orders.lines(order);
    Map<String, OrderLine> byId = new HashMap<>();
    delivered.forEach(line -> byId.put(line.id(), line));
    Map<String, Product> of =
        products.byCodes(
            delivered.stream().map(OrderLine::product).filter(Objects::nonNull).toList());
    List<QuotePaper.Line> paper =
        PaperRows.lines(
            ordered, new PaperRows.Shown(false, true, false), product -> Optional.empty(), words);
    List<PageViews.CustomerOrderLine> lines = new ArrayList<>();
    for (int i = 0; i < paper.size(); i++) {
      QuotePaper.Line row = paper.get(i);
      if (row.kind().equals("line") && row.counted()) {
        OrderLine progress = byId.get(ordered.form().lines().get(i).id());
        lines.add(line(order, row, Optional.ofNullable(progress), of));
      }
    }
    return lines;
  }

  private PageViews.CustomerOrderLine line(
      Order order,
      QuotePaper.Line row,
      Optional<OrderLine> progress,
      Map<String, Product> products) {
    boolean isOpen = order.isReleased();
    Optional<Quantity> due =
        progress.map(OrderLine::due).filter(q -> isOpen && q.value().signum() > 0);
    return new PageViews.CustomerOrderLine(
        row.position(),
        row.code(),
        row.words(),
        row.remark(),
        row.quantity(),
        row.amount(),
        progress
            .filter(line -> isOpen && line.delivered().value().signum() > 0)
            .map(line -> line.delivered() + " " + line.unit())
            .orElse(""),
        due.map(q -> q + " " + progress.get().unit()).orElse(""),
        due.map(q -> expected(progress.get(), products)).orElse(""));
  }

  /** When what is still due of a line comes: once everything that is promised can be served. */
  private String expected(OrderLine line, Map<String, Product> of) {
    Optional<Product> product = Optional.ofNullable(line.product()).map(of::get);
    LocalDate today = LocalDate.now(clock);
    Optional<LocalDate> day =
        product.flatMap(
            p ->
                p.stock()
                    .map(
                        stock ->
                            Availability.of(
                                    stock.value().subtract(p.flow().reserved().value()),
                                    p.arrivals(),
                                    today)
                                .firstDayOf(Quantity.ZERO))
                    .orElseGet(() -> Optional.of(today.plusDays(p.leadDays()))));
    String requested =
        line.requestedOn() == null || !line.requestedOn().isAfter(today)
            ? ""
            : "wanted on " + Written.day(line.requestedOn()) + ", ";
    return requested
        + day.map(on -> on.equals(today) ? "ready to leave" : "expected by " + Written.day(on))
            .orElse("day to be confirmed");
  }

  @GetMapping(
      path = "/orders/{number}/confirmation.pdf",
      produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> confirmation(@PathVariable String number, @Visiting Visitor visitor) {
    Order order = orders.readable(find(number, visitor).id(), Actor.SYSTEM);
    return Download.pdf(number, papers.orders().confirmation(order, Actor.SYSTEM));
  }

  @GetMapping(
      path = "/deliveries/{number}/delivery-note.pdf",
      produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> deliveryNote(@PathVariable String number, @Visiting Visitor visitor) {
    DocumentId id =
        store
            .paper(visitor.accountId(), number, List.of("delivery"))
            .orElseThrow(() -> new NotThere("delivery", number));
    return Download.pdf(
        number, papers.notes().print(papers.deliveries().readable(id, Actor.SYSTEM), Actor.SYSTEM));
  }

  /** What could be ordered the same again: codes and quantities, for the basket. */
  @GetMapping("/orders/{number}/again")
  List<PageViews.BasketLine> again(@PathVariable String number, @Visiting Visitor visitor) {
    return basket.again(find(number, visitor).id());
  }

  /** What can be ordered, by a word of its code, name or family, at one's own prices. */
  @GetMapping("/products")
  Paged<PageViews.CustomerProduct> assortment(
      @RequestParam(defaultValue = "") String text,
      @RequestParam(defaultValue = "") String after,
      @Visiting Visitor visitor) {
    List<String> codes = store.assortment(visitor.accountId(), text.strip(), after, PRODUCTS + 1);
    return Paged.of(basket.priced(codes, visitor), PRODUCTS, PageViews.CustomerProduct::code);
  }

  /** The picture of a product that the customer may buy. */
  @GetMapping("/products/{code}/picture")
  ResponseEntity<byte[]> picture(@PathVariable String code, @Visiting Visitor visitor) {
    if (!store.assortment(visitor.accountId(), code, "", PAGE).contains(code)
        || !products.isPictured(code)) {
      throw new NotThere("picture", code);
    }
    ProductService.Picture picture = products.picture(code);
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(picture.type()))
        .cacheControl(CacheControl.maxAge(Duration.ofHours(1)).cachePrivate())
        .body(picture.bytes());
  }

  /** What codes and quantities come to; nothing is kept. */
  @PostMapping("/basket")
  @BodyLimit(kib = 64, seconds = 5, perMinute = 240)
  PageViews.Basket worked(@RequestBody PageViews.BasketForm typed, @Visiting Visitor visitor) {
    return basket.worked(typed.lines(), visitor);
  }

  @PostMapping("/orders")
  @BodyLimit(kib = 64, seconds = 5, perMinute = 20)
  PageViews.CustomerPlaced place(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody PageViews.CustomerOrderForm typed,
      @Visiting Visitor visitor) {
    DocumentId placed =
        once.once(
            PageWords.key(key, visitor),
            Actor.SYSTEM.id(),
            "customer-order",
            "account " + visitor.accountId(),
            DocumentId::new,
            () -> basket.place(typed, visitor));
    return new PageViews.CustomerPlaced(orders.readable(placed, Actor.SYSTEM).number());
  }
}
