package firmtally.server.catalogue.repricing;

import firmtally.core.money.Quantity;
import firmtally.core.pricing.Buyer;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.Worksheet;
import firmtally.server.access.Actor;
import firmtally.server.catalogue.pricerule.PriceRuleService;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.company.SettingsService;
import firmtally.server.company.policy.PolicyService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.TypedNumber;
import firmtally.server.worksheet.explanation.WorkingView;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** Tells what a customer pays for a product on a day, and why. */
@Service
class PriceTester {
  private static final int DECIMALS = 3;
  private final ProductService catalogue;
  private final PriceRuleService rules;
  private final AccountService accounts;
  private final SettingsService settings;
  private final PolicyService policies;
  private final Clock clock;

  PriceTester(
      ProductService catalogue,
      PriceRuleService rules,
      AccountService accounts,
      SettingsService settings,
      PolicyService policies,
      Clock clock) {
    this.catalogue = catalogue;
    this.rules = rules;
    this.accounts = accounts;
    this.settings = settings;
    this.policies = policies;
    this.clock = clock;
  }

  /** What is asked: for an account or nobody in particular, today where no day is given. */
  record PriceQuestion(
      @MaybeNull AccountId account, String product, String quantity, @MaybeNull String day) {}

  /** The price found, with its working. */
  record PriceAnswer(
      String product,
      String listPrice,
      String unitPrice,
      boolean inAssortment,
      WorkingView working) {}

  PriceAnswer answer(PriceQuestion asked, Actor actor) {
    Input input = new Input();
    String code = input.text("product", asked.product(), 100);
    Optional<Product> product = Optional.ofNullable(catalogue.byCodes(List.of(code)).get(code));
    if (product.isEmpty() && !code.isEmpty()) {
      input.refuse("product", "Product not found: " + code + ".");
    }
    Optional<Quantity> quantity =
        input.value(
            "quantity",
            asked.quantity(),
            q -> Quantity.parse(TypedNumber.plain(q, DECIMALS)).positive());
    if (asked.quantity() == null || asked.quantity().isBlank()) {
      input.refuse("quantity", "Enter a quantity.");
    }
    Optional<LocalDate> day =
        asked.day() == null || asked.day().isBlank()
            ? Optional.of(LocalDate.now(clock))
            : input.day("day", asked.day());
    input.check();
    return answer(
        Optional.ofNullable(asked.account()).map(id -> accounts.readable(id, actor)),
        product.get(),
        quantity.get(),
        day.get());
  }

  private PriceAnswer answer(
      Optional<Account> account, Product product, Quantity quantity, LocalDate day) {
    Optional<Buyer> buyer = account.map(Account::buyer);
    Worksheet sheet =
        new Worksheet(
            settings.company().currency(),
            day,
            policies.pricePolicy(),
            buyer,
            rules.of(product.code(), product.family()),
            List.of(Line.of("1", product.item(), quantity)),
            Optional.empty(),
            Optional.empty());
    var tally = sheet.tally();
    WorkingView working =
        tally.workings().stream()
            .filter(w -> w.of().equals("lines[0].unitPrice"))
            .findFirst()
            .map(w -> WorkingView.of("", w, Map.of()))
            .orElseThrow();
    boolean inAssortment =
        account
            .map(a -> catalogue.assortmentOf(a.id()))
            .filter(range -> !range.isEmpty() && !range.contains(product.family()))
            .isEmpty();
    return new PriceAnswer(
        product.code(),
        product.listPrice().toString(),
        tally.lines().get(0).price().unitPrice().toString(),
        inAssortment,
        working);
  }
}
