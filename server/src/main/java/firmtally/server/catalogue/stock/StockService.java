package firmtally.server.catalogue.stock;

import firmtally.core.money.Quantity;
import firmtally.core.ordering.Availability;
import firmtally.formats.json.Problem;
import firmtally.server.access.Actor;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.ArrivalId;
import firmtally.server.platform.ids.ProductId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Stock: what deliveries take, what the feed brings, and what can be promised. */
@Service
public class StockService {
  private static final int DECIMALS = 3;
  private final Sql sql;
  private final ProductService products;
  private final ChangeLog log;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  StockService(
      Sql sql,
      ProductService products,
      ChangeLog log,
      ApplicationEventPublisher events,
      Clock clock) {
    this.sql = sql;
    this.products = products;
    this.log = log;
    this.events = events;
    this.clock = clock;
  }

  /** So much of a product on hand; empty for what is not stocked. */
  public Optional<Quantity> onHand(String product) {
    return sql.sql("SELECT stock FROM product WHERE code = :code AND stock IS NOT NULL")
        .param("code", product)
        .query((row, n) -> Quantity.ofThousandths(row.getLong("stock")))
        .optional();
  }

  /** Takes from the stock, or puts back; what is not stocked stays so. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void move(String product, BigDecimal by) {
    sql.sql(
            """
            UPDATE product SET stock = stock + :by, version = version + 1 WHERE code = :code AND stock IS NOT NULL
            """)
        .param("code", product)
        .param("by", by.movePointRight(DECIMALS).longValueExact())
        .update();
  }

  /** What of a product is there, is spoken for, comes in, and can be promised day by day. */
  public record StockView(
      String code,
      String name,
      String unit,
      @MaybeNull String onHand,
      String reserved,
      List<AvailableDay> available,
      List<ArrivalView> arrivals,
      int leadDays) {}

  /** So many can be promised from a day on. */
  public record AvailableDay(LocalDate on, String available) {}

  /** Something that comes in. */
  public record ArrivalView(ArrivalId id, LocalDate due, String quantity, String ref) {}

  /** What of a product can be promised. */
  public StockView view(String code) {
    Product product = products.get(code);
    List<AvailableDay> days =
        product
            .stock()
            .map(
                stock ->
                    Availability.of(
                            stock.value().subtract(product.flow().reserved().value()),
                            product.arrivals(),
                            LocalDate.now(clock))
                        .days()
                        .stream()
                        .map(day -> new AvailableDay(day.on(), plain(day.available())))
                        .toList())
            .orElse(List.of());
    return new StockView(
        product.code(),
        product.name(),
        product.unit(),
        product.stock().map(Quantity::toString).orElse(null),
        product.flow().reserved().toString(),
        days,
        arrivals(code),
        product.leadDays());
  }

  private static String plain(BigDecimal number) {
    return number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
  }

  private List<ArrivalView> arrivals(String code) {
    return sql.sql(
            """
            SELECT id, due, quantity, ref FROM stock_arrival WHERE product = :code AND arrived_at IS NULL ORDER BY due, id
            """)
        .param("code", code)
        .query(
            (row, n) ->
                new ArrivalView(
                    new ArrivalId(row.getLong("id")),
                    Columns.day(row, "due"),
                    Quantity.ofThousandths(row.getLong("quantity")).toString(),
                    row.getString("ref")))
        .list();
  }

  /**
   * A line of the stock feed.
   *
   * @param kind {@code stock} for what is on hand now, {@code due} for what is to come on a day,
   *     {@code arrived} for what came in
   */
  public record FeedLine(
      String kind, String product, String quantity, @MaybeNull String day, @MaybeNull String ref) {}

  /** What a feed did. */
  public record FeedResult(int lines, List<Problem> problems) {}

  /**
   * Takes what the stock feed tells, all or nothing: with a problem in one line none is taken, and
   * all problems are named. Orders that wait for stock are looked at again.
   */
  @Transactional
  public FeedResult take(List<FeedLine> feed, Actor actor) {
    Input input = new Input();
    Set<String> changed = new TreeSet<>();
    List<Runnable> acts = new ArrayList<>();
    for (int i = 0; i < feed.size(); i++) {
      read(input, "row " + (i + 2), feed.get(i)).ifPresent(acts::add);
      changed.add(String.valueOf(feed.get(i).product()));
    }
    if (!input.problems().isEmpty()) {
      return new FeedResult(0, input.problems().list());
    }
    acts.forEach(Runnable::run);
    for (String code : changed) {
      log.note(actor.id(), "product", id(code), "stock", null, "stock feed");
    }
    events.publishEvent(new StockChanged());
    return new FeedResult(feed.size(), List.of());
  }

  private ProductId id(String code) {
    return sql.sql("SELECT id FROM product WHERE code = :code")
        .param("code", code)
        .query(ProductId.class)
        .single();
  }

  private Optional<Runnable> read(Input input, String at, FeedLine line) {
    String code = line.product() == null ? "" : line.product().strip();
    boolean isStocked = onHand(code).isPresent();
    if (!isStocked) {
      input.refuse(at, "There is no stocked product " + code + ".");
    }
    Optional<Quantity> quantity = input.value(at, line.quantity(), Quantity::parse);
    if (line.quantity() == null || line.quantity().isBlank()) {
      input.refuse(at, "Enter a quantity.");
    }
    boolean needsDay = "due".equals(line.kind());
    Optional<LocalDate> day = needsDay ? input.day(at, line.day()) : Optional.empty();
    String ref = line.ref() == null ? "" : line.ref().strip();
    if (quantity.isEmpty() || needsDay && day.isEmpty() || !isStocked) {
      return Optional.empty();
    }
    Quantity so = quantity.get();
    switch (String.valueOf(line.kind())) {
      case "stock":
        return Optional.of(() -> set(code, so));
      case "due":
        return Optional.of(() -> expect(code, so, day.orElseThrow(), ref));
      case "arrived":
        return Optional.of(() -> arrive(code, so, ref));
      default:
        input.refuse(at, "Choose one of arrived, due, stock.");
        return Optional.empty();
    }
  }

  private void set(String code, Quantity quantity) {
    sql.sql("UPDATE product SET stock = :stock, version = version + 1 WHERE code = :code")
        .param("code", code)
        .param("stock", quantity)
        .update();
  }

  private void expect(String code, Quantity quantity, LocalDate day, String ref) {
    sql.sql(
            "INSERT INTO stock_arrival (product, due, quantity, ref) VALUES (:code, :day, :quantity, :ref)")
        .param("code", code)
        .param("day", day)
        .param("quantity", quantity)
        .param("ref", ref)
        .update();
    keepOnOrder(code);
  }

  /** What came in is on hand; what was expected of it under that reference is no longer to come. */
  private void arrive(String code, Quantity quantity, String ref) {
    move(code, quantity.value());
    sql.sql(
            """
            UPDATE stock_arrival SET arrived_at = :at
            WHERE id = (SELECT id FROM stock_arrival WHERE product = :code AND arrived_at IS NULL AND (:ref = '' OR ref = :ref)
                        ORDER BY due, id LIMIT 1)
            """)
        .param("code", code)
        .param("ref", ref)
        .param("at", clock.instant())
        .update();
    keepOnOrder(code);
  }

  private void keepOnOrder(String code) {
    sql.sql(
            """
            UPDATE product SET version = version + 1, on_order = (SELECT COALESCE(SUM(quantity), 0) FROM stock_arrival
              WHERE product = :code AND arrived_at IS NULL) WHERE code = :code
            """)
        .param("code", code)
        .update();
  }

  /** The stand-in's button: everything that should have come by today, or the next, comes in. */
  @Transactional
  public int arriveNext(Actor actor) {
    actor.checkManages();
    record Next(String product, long quantity, String ref) {}
    List<Next> next =
        sql.sql(
                """
                SELECT product, quantity, ref FROM stock_arrival WHERE arrived_at IS NULL
                  AND due <= max(:today, (SELECT min(due) FROM stock_arrival WHERE arrived_at IS NULL))
                ORDER BY due, id LIMIT 200
                """)
            .param("today", LocalDate.now(clock))
            .query(Next.class)
            .list();
    if (next.isEmpty()) {
      throw new NotPossible("Nothing is on its way.");
    }
    next.forEach(n -> arrive(n.product(), Quantity.ofThousandths(n.quantity()), n.ref()));
    events.publishEvent(new StockChanged());
    return next.size();
  }
}
