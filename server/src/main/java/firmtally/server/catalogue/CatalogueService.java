package firmtally.server.catalogue;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.PriceRule;
import firmtally.core.worksheet.Recurring;
import firmtally.server.people.Actor;
import firmtally.server.platform.BadInput;
import firmtally.server.platform.FoundIndex;
import firmtally.server.platform.Input;
import firmtally.server.platform.NotThere;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The catalogue. */
@Service
public class CatalogueService {
  private static final int LONGEST = 120;
  private static final int MOST = 500;
  private final CatalogueStore store;
  private final FoundIndex index;

  CatalogueService(CatalogueStore store, FoundIndex index) {
    this.store = store;
    this.index = index;
  }

  /** A product as typed; months are blank for what is not a plan. */
  public record ProductForm(
      String code,
      String name,
      String family,
      String unit,
      String listPrice,
      String unitCost,
      String taxPercent,
      String everyMonths,
      String termMonths) {}

  /** Products whose code, name or family holds a text, those whose code begins with it first. */
  public List<Product> search(String text) {
    return store.search(text.strip(), MOST);
  }

  /** The product families, by name. */
  public List<String> families() {
    return store.families();
  }

  public Product get(String code) {
    return store.find(code).orElseThrow(() -> new NotThere("product", code));
  }

  /** The products of codes, by code; unknown ones are left out. */
  public Map<String, Product> byCodes(Collection<String> codes) {
    return store.byCodes(codes).stream()
        .collect(Collectors.toMap(Product::code, Function.identity()));
  }

  public List<PriceRule> rulesOf(Product product) {
    return store.rulesOf(product.code(), product.family());
  }

  /** The rules that could apply to an account. */
  public List<PriceRule> rulesFor(String account, Optional<String> group) {
    return store.rulesFor(account, group.orElse(""));
  }

  /** Adds a product. */
  @Transactional
  public void add(ProductForm typed, Actor actor) {
    actor.checkManages();
    Input input = new Input();
    String code = input.text("code", typed.code(), LONGEST);
    String name = input.text("name", typed.name(), LONGEST);
    String family = input.text("family", typed.family(), LONGEST);
    String unit = input.text("unit", typed.unit(), LONGEST);
    Optional<UnitPrice> list = needed(input, "listPrice", typed.listPrice(), UnitPrice::parse);
    Optional<UnitPrice> cost = needed(input, "unitCost", typed.unitCost(), UnitPrice::parse);
    Optional<Percent> tax = needed(input, "taxPercent", typed.taxPercent(), CatalogueService::tax);
    Optional<Integer> every =
        input.value("everyMonths", typed.everyMonths(), CatalogueService::months);
    Optional<Integer> term =
        input.value("termMonths", typed.termMonths(), CatalogueService::months);
    if (every.isPresent() != term.isPresent()) {
      input.refuse("termMonths", "A plan needs both: every how many months, over how many.");
    } else if (every.isPresent() && term.get() % every.get() != 0) {
      input.refuse("termMonths", "The term must be a multiple of the months between charges.");
    }
    input.check();
    if (store.find(code).isPresent()) {
      throw BadInput.at("code", "There is a product of this code already.");
    }
    add(
        new Product(
            code,
            name,
            family,
            unit,
            list.get(),
            cost.get(),
            tax.get(),
            every,
            term,
            true,
            Optional.empty(),
            Quantity.ZERO,
            0));
  }

  private static <T> Optional<T> needed(
      Input input, String at, String text, Function<String, T> make) {
    input.text(at, text, LONGEST);
    return input.value(at, text, make);
  }

  private static Percent tax(String text) {
    return Percent.parse(text).within("taxPercent", Percent.ZERO, Percent.HUNDRED);
  }

  private static Integer months(String text) {
    if (!text.matches("[0-9]{1,4}")) {
      throw new IllegalArgumentException("This is not a whole number of months.");
    }
    int months = Integer.parseInt(text);
    return new Recurring(months, months).everyMonths();
  }

  /** Adds a product that is known to be in order. */
  @Transactional
  public void add(Product product) {
    long id = store.insert(product);
    index.add("product", id, product.code(), product.name() + " " + product.family());
  }

  /** Adds a price rule. */
  @Transactional
  public void add(PriceRule rule) {
    store.insert(rule);
  }
}
