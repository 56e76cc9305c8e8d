package firmtally.server.sales.received;

import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.formats.order.ReceivedOrder;
import firmtally.formats.order.UblOrderReader;
import firmtally.server.access.Actor;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.ids.ReceivedOrderId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotPossible;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes orders of customers that come as UBL files: whose one is, and which of its lines are known
 * by our code, else by what the customer calls them.
 */
@Service
public class OrderIntake {
  private static final int LONGEST = 400;
  private static final int MOST_LINES = 500;
  private final ReceivedOrderStore store;
  private final Records records;
  private final ProductService products;
  private final AccountService accounts;
  private final ActivityService activities;
  private final FileService files;
  private final SettingsService settings;
  private final ChangeLog log;
  private final Clock clock;

  OrderIntake(
      ReceivedOrderStore store,
      Records records,
      ProductService products,
      AccountService accounts,
      ActivityService activities,
      FileService files,
      SettingsService settings,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.records = records;
    this.products = products;
    this.accounts = accounts;
    this.activities = activities;
    this.files = files;
    this.settings = settings;
    this.log = log;
    this.clock = clock;
  }

  /**
   * Takes a file; the account is found by what the buyer is known by in it, unless one is named.
   *
   * @param named an id of 0 for the one that the order names
   */
  @Transactional
  public ReceivedOrderId take(byte[] xml, AccountId named, Actor actor) {
    ReceivedOrder order = read(xml);
    List<AccountId> known = order.buyerIds().isEmpty() ? List.of() : store.known(order.buyerIds());
    if (named.value() == 0 && known.size() != 1) {
      throw BadInput.at(
          "account",
          known.isEmpty()
              ? "Choose the account: " + order.buyer() + " is not known by what the order names."
              : "Choose the account: the order names several.");
    }
    AccountId account = named.value() == 0 ? known.get(0) : named;
    if (known.size() == 1 && !known.contains(account)) {
      throw BadInput.at("account", "The buyer in the order is another account.");
    }
    records.checkEditable("account", account, actor);
    return keep(order, account, xml, actor);
  }

  /** Takes one that came with an email; what is no order of theirs stays a file. */
  @Transactional
  public void takeFrom(byte[] xml, AccountId account) {
    ReceivedOrder order;
    try {
      order = read(xml);
    } catch (BadInput e) {
      return;
    }
    List<AccountId> known = order.buyerIds().isEmpty() ? List.of() : store.known(order.buyerIds());
    boolean isTheirs = known.isEmpty() || known.contains(account);
    if (isTheirs && store.ofNumber(account, order.number()).isEmpty()) {
      keep(order, account, xml, Actor.SYSTEM);
    }
  }

  private ReceivedOrder read(byte[] xml) {
    ReceivedOrder order;
    try {
      order = UblOrderReader.read(xml == null ? new byte[0] : xml);
    } catch (IllegalArgumentException e) {
      throw BadInput.at("file", e.getMessage());
    }
    Input input = new Input();
    input.text("file", order.number(), LONGEST);
    String ours = settings.company().currency().getCode();
    if (!order.currency().isEmpty() && !order.currency().equals(ours)) {
      input.refuse("file", "This order is in " + order.currency() + "; we sell in " + ours + ".");
    }
    if (order.lines().isEmpty() || order.lines().size() > MOST_LINES) {
      input.refuse("file", "An order has 1 to " + MOST_LINES + " lines.");
    }
    for (int i = 0; i < order.lines().size(); i++) {
      ReceivedOrder.Line line = order.lines().get(i);
      try {
        quantity(line).positive();
        line.unitPrice().ifPresent(UnitPrice::of);
      } catch (IllegalArgumentException e) {
        input.refuse("file", "Line " + (i + 1) + ": " + e.getMessage());
      }
    }
    input.check();
    return order;
  }

  private ReceivedOrderId keep(ReceivedOrder order, AccountId id, byte[] xml, Actor actor) {
    if (store.ofNumber(id, order.number()).isPresent()) {
      throw new NotPossible("The order " + order.number() + " of this account is here already.");
    }
    Account account = accounts.readable(id, Actor.SYSTEM);
    List<ReceivedOrderStore.LineRow> lines = lines(order, id);
    long unknown = lines.stream().filter(line -> line.product().isEmpty()).count();
    ActivityId activity =
        activities.planBySystem(
            ActivityService.On.account(id),
            "task",
            "Check the order "
                + order.number()
                + " that came as a file"
                + (unknown == 0 ? "" : ": " + unknown + " of its lines not known"),
            LocalDate.now(clock),
            account.ownerId());
    ReceivedOrderId received =
        store.insert(
            new ReceivedOrderStore.Came(
                id, order, files.keep(xml), activity, actor.isSystem() ? null : actor.id()),
            clock.instant());
    lines.forEach(line -> store.insertLine(received, line));
    log.note(actor.id(), ReceivedOrders.RECORD, received, "order came", null, order.number());
    return received;
  }

  private List<ReceivedOrderStore.LineRow> lines(ReceivedOrder order, AccountId account) {
    Map<String, Product> ours =
        products.byLooseCodes(
            order.lines().stream()
                .flatMap(line -> List.of(line.ourCode(), line.theirCode()).stream())
                .filter(code -> !code.isEmpty())
                .toList());
    List<ReceivedOrderStore.LineRow> lines = new ArrayList<>();
    for (ReceivedOrder.Line line : order.lines()) {
      Optional<String> product =
          known(line.ourCode(), ours)
              .or(
                  () ->
                      line.theirCode().isEmpty()
                          ? Optional.empty()
                          : store.theirs(account, ProductService.loose(line.theirCode())))
              .or(() -> known(line.theirCode(), ours));
      lines.add(
          new ReceivedOrderStore.LineRow(
              lines.size() + 1,
              line.ourCode(),
              line.theirCode(),
              line.words(),
              quantity(line),
              line.unit(),
              line.unitPrice().map(UnitPrice::of),
              line.wanted().or(order::wanted),
              product,
              false));
    }
    return lines;
  }

  private static Quantity quantity(ReceivedOrder.Line line) {
    BigDecimal plain = line.quantity().stripTrailingZeros();
    return Quantity.of(plain.scale() < 0 ? plain.setScale(0) : plain);
  }

  private static Optional<String> known(String code, Map<String, Product> ours) {
    return Optional.ofNullable(ours.get(ProductService.loose(code)))
        .filter(Product::active)
        .map(Product::code);
  }
}
