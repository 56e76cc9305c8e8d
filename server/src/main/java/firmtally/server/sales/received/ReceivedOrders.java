package firmtally.server.sales.received;

import firmtally.core.money.UnitPrice;
import firmtally.core.worksheet.Breakdown;
import firmtally.core.worksheet.LineTally;
import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.Roles;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.opportunity.Opening;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.ReceivedOrderId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.Written;
import firmtally.server.sales.order.OrderService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.Calculator;
import firmtally.server.worksheet.calculation.LineForm;
import firmtally.server.worksheet.calculation.WorksheetContext;
import firmtally.server.worksheet.calculation.WorksheetForm;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Orders of customers that came as files ({@link OrderIntake}). Whoever checks one says what its
 * unknown lines are, which is remembered, sees their prices beside ours, and places or refuses it.
 */
@Service
public class ReceivedOrders {
  static final String RECORD = "received-order";
  private static final String TO_CHECK = "to-check";
  private static final String SOURCE = "Electronic order";
  private static final int LONGEST = 400;
  private final ReceivedOrderStore store;
  private final Records records;
  private final ProductService products;
  private final AccountService accounts;
  private final Calculator calculator;
  private final Sale sale;
  private final Traces traces;

  /** What an order is made with. */
  private record Sale(
      OpportunityService opportunities, OrderService orders, ActivityService activities) {}

  /** What the acts leave behind. */
  private record Traces(FileService files, SettingsService settings, ChangeLog log, Clock clock) {}

  ReceivedOrders(
      ReceivedOrderStore store,
      Records records,
      ProductService products,
      AccountService accounts,
      Calculator calculator,
      OpportunityService opportunities,
      OrderService orders,
      ActivityService activities,
      FileService files,
      SettingsService settings,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.records = records;
    this.products = products;
    this.accounts = accounts;
    this.calculator = calculator;
    this.sale = new Sale(opportunities, orders, activities);
    this.traces = new Traces(files, settings, log, clock);
  }

  /**
   * An order in the list.
   *
   * @param unknown how many lines nobody knows yet
   */
  public record ReceivedOrderRow(
      ReceivedOrderId id,
      AccountId accountId,
      String account,
      String number,
      @MaybeNull LocalDate issuedOn,
      Instant receivedAt,
      int lines,
      int unknown,
      String state) {}

  /**
   * A line.
   *
   * @param product ours that it is taken for; null where it is not known
   * @param theirPrice what they expect to pay for one
   * @param ourPrice what one costs them by our rules; null where it is not a round price
   * @param amount of the line at our price, over the term of what recurs
   * @param differs {@code less} where they expect to pay less, {@code more}, or blank
   */
  public record ReceivedOrderLine(
      int position,
      String ourCode,
      String theirCode,
      String words,
      String quantity,
      @MaybeNull LocalDate wanted,
      @MaybeNull String product,
      @MaybeNull String productName,
      boolean leftOut,
      @MaybeNull String theirPrice,
      @MaybeNull String ourPrice,
      @MaybeNull String amount,
      String differs) {}

  /**
   * An order with its lines.
   *
   * @param buyer as they call themselves in it
   * @param net what the known lines come to by our rules
   */
  public record ReceivedOrderView(
      ReceivedOrderRow row,
      String buyer,
      String note,
      @MaybeNull LocalDate wanted,
      String delivery,
      String reason,
      @MaybeNull DocumentId orderId,
      @MaybeNull String orderNumber,
      List<ReceivedOrderLine> lines,
      @MaybeNull String net,
      boolean mayChange,
      long version) {}

  /**
   * How an order is placed.
   *
   * @param theirPrices whether at the prices that they expect; what is below ours needs what any
   *     such price needs
   */
  public record ReceivedPlaceForm(boolean theirPrices) {}

  /** What a line is taken for, or that it is left out. */
  public record LineChoice(int position, @MaybeNull String product, boolean leftOut) {}

  List<ReceivedOrderRow> list(String state, AccountId account, Actor actor, long before, int most) {
    return store.list(state, account, actor, before, most).stream()
        .map(ReceivedOrders::shown)
        .toList();
  }

  private static ReceivedOrderRow shown(ReceivedOrderStore.Row row) {
    return new ReceivedOrderRow(
        row.id(),
        row.accountId(),
        row.account(),
        row.number(),
        row.issuedOn(),
        row.receivedAt(),
        row.lines(),
        row.unknown(),
        row.state());
  }

  /** An order with its lines, each at our price. */
  ReceivedOrderView view(ReceivedOrderId id, Actor actor) {
    records.checkReadable(RECORD, id, actor);
    ReceivedOrderStore.Row row = find(id);
    List<ReceivedOrderStore.LineRow> lines = store.lines(id);
    Optional<Calculation> worked = worked(row.accountId(), lines, false);
    Map<Integer, LineTally> tallies = new HashMap<>();
    worked.ifPresent(
        of ->
            of.check()
                .tally()
                .lines()
                .forEach(tally -> tallies.put(Integer.valueOf(tally.line().id()), tally)));
    CurrencyUnit currency = traces.settings().company().currency();
    Map<String, Product> of =
        products.byCodes(lines.stream().flatMap(line -> line.product().stream()).toList());
    return new ReceivedOrderView(
        shown(row),
        row.buyer(),
        row.note(),
        row.wanted(),
        row.delivery(),
        row.reason(),
        row.orderId(),
        row.orderNumber(),
        lines.stream()
            .map(
                line ->
                    line(
                        line,
                        line.product().map(of::get),
                        Optional.ofNullable(tallies.get(line.position())),
                        currency))
            .toList(),
        worked.map(all -> Written.amount(all.contract())).orElse(null),
        row.state().equals(TO_CHECK) && records.isEditable(RECORD, id, actor),
        row.version());
  }

  private static ReceivedOrderLine line(
      ReceivedOrderStore.LineRow line,
      Optional<Product> product,
      Optional<LineTally> tally,
      CurrencyUnit currency) {
    Optional<UnitPrice> ours = tally.flatMap(Breakdown::netPrice);
    String differs =
        line.price()
            .flatMap(theirs -> ours.map(our -> theirs.value().compareTo(our.value())))
            .map(order -> order < 0 ? "less" : order > 0 ? "more" : "")
            .orElse("");
    return new ReceivedOrderLine(
        line.position(),
        line.ourCode(),
        line.theirCode(),
        line.words(),
        line.quantity().toString(),
        line.wanted().orElse(null),
        product.map(Product::code).orElse(null),
        product.map(Product::name).orElse(null),
        line.leftOut(),
        line.price().map(price -> Written.price(price, currency)).orElse(null),
        ours.map(price -> Written.price(price, currency)).orElse(null),
        tally.map(of -> Written.amount(of.overTerm())).orElse(null),
        differs);
  }

  private ReceivedOrderStore.Row find(ReceivedOrderId id) {
    return store.find(id).orElseThrow(() -> new NotThere("received order", id));
  }

  /** What the known lines come to; empty where none is known. */
  private Optional<Calculation> worked(
      AccountId account, List<ReceivedOrderStore.LineRow> lines, boolean theirPrices) {
    WorksheetForm form = form(lines, theirPrices);
    return form.lines().isEmpty()
        ? Optional.empty()
        : Optional.of(
            calculator.tally(
                new WorksheetContext(
                    accounts.readable(account, Actor.SYSTEM), Roles.of(Role.REP), Optional.empty()),
                form));
  }

  private WorksheetForm form(List<ReceivedOrderStore.LineRow> lines, boolean theirPrices) {
    Map<String, Product> of =
        products.byCodes(lines.stream().flatMap(line -> line.product().stream()).toList());
    List<LineForm> forms = new ArrayList<>();
    for (ReceivedOrderStore.LineRow line : lines) {
      if (line.product().isEmpty() || line.leftOut()) {
        continue;
      }
      Product product = of.get(line.product().get());
      LineForm.Builder form =
          LineForm.ofProduct(
                  Integer.toString(line.position()),
                  product.code(),
                  product.name(),
                  line.quantity().toString(),
                  LineForm.Plan.of(product.everyMonths(), product.termMonths()))
              .but()
              .requestedOn(line.wanted().map(LocalDate::toString).orElse(null));
      if (theirPrices) {
        line.price().ifPresent(price -> form.unitPrice(price.toString()));
      }
      forms.add(form.build());
    }
    return WorksheetForm.of(forms);
  }

  /** Says what a line is, which is remembered of this customer, or that it is left out. */
  @Transactional
  public void choose(ReceivedOrderId id, long version, LineChoice typed, Actor actor) {
    ReceivedOrderStore.Row row = toCheck(id, version, actor);
    ReceivedOrderStore.LineRow line =
        store.lines(id).stream()
            .filter(one -> one.position() == typed.position())
            .findFirst()
            .orElseThrow(() -> new NotThere("line", typed.position()));
    String code = typed.product() == null ? "" : typed.product().strip();
    Optional<Product> product =
        code.isEmpty()
            ? Optional.empty()
            : Optional.of(
                products.byLooseCodes(List.of(code)).values().stream()
                    .filter(Product::active)
                    .findFirst()
                    .orElseThrow(
                        () -> BadInput.at("product", "There is no product " + code + ".")));
    store.setLine(id, line.position(), product.map(Product::code).orElse(null), typed.leftOut());
    product
        .filter(of -> !line.theirCode().isEmpty())
        .ifPresent(
            of ->
                store.remember(row.accountId(), ProductService.loose(line.theirCode()), of.code()));
    traces
        .log()
        .note(
            actor.id(),
            RECORD,
            id,
            "line " + line.position() + (typed.leftOut() ? " left out" : ""),
            line.product().orElse(null),
            product.map(Product::code).orElse(null));
  }

  private ReceivedOrderStore.Row toCheck(ReceivedOrderId id, long version, Actor actor) {
    records.checkEditable(RECORD, id, actor);
    ReceivedOrderStore.Row row = find(id);
    if (!row.state().equals(TO_CHECK)) {
      throw new NotPossible("This order was " + row.state() + " already.");
    }
    traces.log().expectOne(store.touch(id, version), RECORD, id, row.version());
    return row;
  }

  /** Places it, at our prices or at theirs. */
  @Transactional
  public DocumentId place(ReceivedOrderId id, long version, ReceivedPlaceForm typed, Actor actor) {
    ReceivedOrderStore.Row row = toCheck(id, version, actor);
    List<ReceivedOrderStore.LineRow> lines = store.lines(id);
    Optional<ReceivedOrderStore.LineRow> unknown =
        lines.stream().filter(line -> line.product().isEmpty() && !line.leftOut()).findFirst();
    if (unknown.isPresent()) {
      throw new NotPossible(
          "Line "
              + unknown.get().position()
              + " is not known yet: choose its product, or leave it out.");
    }
    WorksheetForm form = form(lines, typed.theirPrices());
    if (form.lines().isEmpty()) {
      throw new NotPossible("Nothing is left of this order. Refuse it instead.");
    }
    OpportunityId opportunity =
        sale.opportunities()
            .openFor(
                Opening.of(row.accountId(), "Order " + row.number(), "new")
                    .from(Optional.empty(), SOURCE, "")
                    .closing(LocalDate.now(traces.clock()), form),
                actor,
                accounts.readable(row.accountId(), actor).ownerId());
    DocumentId order =
        sale.orders()
            .placeDirectly(
                opportunity,
                new OrderService.OrderForm(row.number(), null, null, row.delivery(), null, null),
                actor);
    store.setPlaced(id, order);
    sale.activities().doneBySystem(row.activityId(), "Placed");
    traces.log().note(actor.id(), RECORD, id, "placed", null, row.number());
    return order;
  }

  /** Refuses it, with a reason; nothing is told to the customer by that. */
  @Transactional
  public void refuse(ReceivedOrderId id, long version, String typed, Actor actor) {
    Input input = new Input();
    String reason = input.text("reason", typed, LONGEST);
    input.check();
    ReceivedOrderStore.Row row = toCheck(id, version, actor);
    store.setRefused(id, reason);
    sale.activities().doneBySystem(row.activityId(), "Refused: " + reason);
    traces.log().note(actor.id(), RECORD, id, "refused", null, reason);
  }

  /** The file as it came. */
  byte[] file(ReceivedOrderId id, Actor actor) {
    records.checkReadable(RECORD, id, actor);
    return traces.files().kept(find(id).sha256());
  }
}
