package firmtally.server.worksheet.editor;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.catalogue.sizetable.SizeTableService;
import firmtally.server.catalogue.template.TemplateService;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.SizeTableId;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.worksheet.calculation.LineForm;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joda.money.Money;
import org.springframework.stereotype.Service;

/** Finds what a few words typed in the grid could mean. */
@Service
class LineSearch {
  private static final int MOST_PRODUCTS = 10;
  private static final int MOST_OTHERS = 3;
  private static final int MOST_LOOKED_AT = 400;
  private static final int TYPICAL_YEARS = 2;

  /** What so many accounts bought is kept, as their reps type. */
  private static final int MOST_ACCOUNTS = 200;

  private final ProductService catalogue;
  private final SizeTableService sizes;
  private final TemplateService sets;
  private final LineSearchStore store;
  private final SettingsService settings;
  private final Clock clock;
  private final Cache<AccountId, BoughtUntil> bought =
      Caffeine.newBuilder().maximumSize(MOST_ACCOUNTS).build();

  LineSearch(
      ProductService catalogue,
      SizeTableService sizes,
      TemplateService sets,
      LineSearchStore store,
      SettingsService settings,
      Clock clock) {
    this.catalogue = catalogue;
    this.sizes = sizes;
    this.sets = sets;
    this.store = store;
    this.settings = settings;
    this.clock = clock;
  }

  /** What an account bought up to an order, by product. */
  private record BoughtUntil(long lastOrder, Map<String, BoughtView> products) {}

  /** What a customer bought of a product before. */
  record BoughtView(int times, LocalDate lastOn, String lastPrice) {}

  /**
   * Something that can be picked.
   *
   * @param kind {@code product}, {@code kit}, {@code template}, {@code sizes} or {@code typical}
   * @param lines what is put into the worksheet; none for a size table, which is filled in first
   * @param id of the size table
   */
  record Pick(
      String kind,
      String code,
      String name,
      String family,
      @MaybeNull String price,
      @MaybeNull String stock,
      @MaybeNull BoughtView bought,
      @MaybeNull SizeTableId id,
      List<LineForm> lines) {}

  /**
   * Products first: the one of exactly that code, then what this customer bought before, the latest
   * first, then those whose code begins so, then the others by code. Without words, what the
   * customer bought before.
   */
  List<Pick> find(Account account, String text) {
    List<String> words =
        Arrays.stream(text.strip().toLowerCase(Locale.ROOT).split("\\s+"))
            .filter(word -> !word.isEmpty())
            .toList();
    Map<String, BoughtView> bought = bought(account.id());
    Set<String> range = catalogue.assortmentOf(account.id());
    List<Pick> picks = new ArrayList<>(products(words, bought, range));
    if (words.isEmpty()) {
      return picks;
    }
    sets.live().stream()
        .filter(set -> matches(words, set.code(), set.name(), set.kind()))
        .limit(MOST_OTHERS)
        .forEach(set -> picks.add(pick(set)));
    sizes.live().stream()
        .filter(grid -> matches(words, grid.code(), grid.name(), "sizes"))
        .limit(MOST_OTHERS)
        .forEach(grid -> picks.add(pick(grid)));
    catalogue.families().stream()
        .filter(family -> range.isEmpty() || range.contains(family))
        .filter(family -> matches(words, family, "", "typical"))
        .limit(MOST_OTHERS)
        .flatMap(family -> typical(family).stream())
        .forEach(picks::add);
    return picks;
  }

  private List<Pick> products(
      List<String> words, Map<String, BoughtView> bought, Set<String> range) {
    List<Product> found =
        words.isEmpty()
            ? List.copyOf(catalogue.byCodes(bought.keySet()).values())
            : catalogue.search(words.get(0), MOST_LOOKED_AT);
    String loose = loose(String.join("", words));
    return found.stream()
        .filter(Product::active)
        .filter(p -> range.isEmpty() || range.contains(p.family()))
        .filter(p -> matches(words, p.code(), p.name(), p.family()))
        .sorted(
            Comparator.comparing((Product p) -> !loose(p.code()).equals(loose))
                .thenComparing(p -> !bought.containsKey(p.code()))
                .thenComparing(
                    p ->
                        Optional.ofNullable(bought.get(p.code()))
                            .map(BoughtView::lastOn)
                            .orElse(LocalDate.MIN),
                    Comparator.reverseOrder())
                .thenComparing(p -> !loose(p.code()).startsWith(loose))
                .thenComparing(Product::code))
        .limit(MOST_PRODUCTS)
        .map(p -> pick(p, bought.get(p.code())))
        .toList();
  }

  /** Each word stands in the code, whatever marks it is written with, in the name or the family. */
  private static boolean matches(List<String> words, String code, String name, String family) {
    String text = (name + " " + family).toLowerCase(Locale.ROOT);
    String plain = loose(code);
    return words.stream()
        .allMatch(
            word -> {
              String bare = loose(word);
              return !bare.isEmpty() && plain.contains(bare) || text.contains(word);
            });
  }

  private static String loose(String code) {
    return ProductService.loose(code);
  }

  private static Pick pick(Product p, @MaybeNull BoughtView bought) {
    LineForm line =
        LineForm.ofProduct(
            "", p.code(), p.name(), "1", LineForm.Plan.of(p.everyMonths(), p.termMonths()));
    return new Pick(
        "product",
        p.code(),
        p.name(),
        p.family(),
        p.listPrice().toString(),
        p.stock().map(Object::toString).orElse(null),
        bought,
        null,
        List.of(line));
  }

  private static Pick pick(TemplateService.Template set) {
    return new Pick(set.kind(), set.code(), set.name(), "", null, null, null, null, set.rows());
  }

  private static Pick pick(SizeTableService.Named grid) {
    return new Pick("sizes", grid.code(), grid.name(), "", null, null, null, grid.id(), List.of());
  }

  /** The one in the middle of what was sold of a family in the last two years. */
  private Optional<Pick> typical(String family) {
    LocalDate from = LocalDate.now(clock).minusYears(TYPICAL_YEARS);
    Optional<LineSearchStore.Priced> found = store.typical(family, from);
    if (found.isEmpty()) {
      return Optional.empty();
    }
    LineSearchStore.Priced middle = found.get();
    String price = UnitPrice.ofTenThousandths(middle.price()).toString();
    LineForm line =
        LineForm.inline(
            "",
            "Typical value: " + family,
            family,
            new LineForm.Numbers(
                price,
                UnitPrice.ofTenThousandths(middle.cost()).toString(),
                Percent.ofTenThousandths(middle.tax()).toString(),
                "1",
                null,
                null));
    return Optional.of(
        new Pick(
            "typical",
            "",
            "Typical value: " + family,
            family,
            price,
            null,
            null,
            null,
            List.of(line)));
  }

  /** What an account bought, read again only after it ordered again. */
  private Map<String, BoughtView> bought(AccountId account) {
    long last = store.lastOrder(account);
    BoughtUntil known = bought.getIfPresent(account);
    if (known == null || known.lastOrder() != last) {
      Map<String, BoughtView> read = new HashMap<>();
      for (LineSearchStore.Bought line : store.bought(account)) {
        read.put(line.product(), new BoughtView(line.times(), line.day(), paidEach(line)));
      }
      known = new BoughtUntil(last, read);
      bought.put(account, known);
    }
    return known.products();
  }

  /** What one piece came to, half up to the minor unit. */
  private String paidEach(LineSearchStore.Bought line) {
    Money paid = Money.ofMinor(settings.company().currency(), line.paid());
    BigDecimal quantity = Quantity.ofThousandths(line.quantity()).value();
    return paid.dividedBy(quantity, RoundingMode.HALF_UP).getAmount().toPlainString();
  }
}
