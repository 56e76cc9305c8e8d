package firmtally.server.worksheet.calculation;

import firmtally.core.pricing.PriceRule;
import firmtally.server.catalogue.pricerule.PriceRuleService;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.platform.ids.AccountId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What a calculation asks of the catalogue. */
interface Prices {
  /** The products of codes, by code; unknown ones are left out. */
  Map<String, Product> products(Set<String> codes);

  /** The rules that could apply to an account. */
  List<PriceRule> rules(String account, Optional<String> group);

  /** The families that an account may buy from; empty when all. */
  Set<String> assortment(AccountId account);

  /** Asked of the catalogue each time. */
  record OfCatalogue(ProductService catalogue, PriceRuleService priceRules) implements Prices {
    @Override
    public Map<String, Product> products(Set<String> codes) {
      return catalogue.byCodes(codes);
    }

    @Override
    public List<PriceRule> rules(String account, Optional<String> group) {
      return priceRules.applyingTo(account, group);
    }

    @Override
    public Set<String> assortment(AccountId account) {
      return catalogue.assortmentOf(account);
    }
  }

  /** Asked once for each product, account and group. */
  final class Remembered implements Prices {
    private final Prices asked;
    private final Map<String, Optional<Product>> products = new HashMap<>();
    private final Map<List<String>, List<PriceRule>> rules = new HashMap<>();
    private final Map<AccountId, Set<String>> assortments = new HashMap<>();

    Remembered(Prices asked) {
      this.asked = asked;
    }

    @Override
    public Map<String, Product> products(Set<String> codes) {
      List<String> unknown = new ArrayList<>(codes);
      unknown.removeAll(products.keySet());
      if (!unknown.isEmpty()) {
        Map<String, Product> found = asked.products(Set.copyOf(unknown));
        unknown.forEach(code -> products.put(code, Optional.ofNullable(found.get(code))));
      }
      Map<String, Product> byCode = new HashMap<>();
      codes.forEach(code -> products.get(code).ifPresent(product -> byCode.put(code, product)));
      return byCode;
    }

    @Override
    public List<PriceRule> rules(String account, Optional<String> group) {
      return rules.computeIfAbsent(
          List.of(account, group.orElse("")), key -> asked.rules(account, group));
    }

    @Override
    public Set<String> assortment(AccountId account) {
      return assortments.computeIfAbsent(account, asked::assortment);
    }
  }
}
