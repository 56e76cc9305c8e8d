package firmtally.server.catalogue;

import firmtally.core.pricing.PriceRule;
import firmtally.server.people.Actor;
import firmtally.server.people.SignedIn;
import firmtally.server.platform.MaybeNull;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/products")
class CatalogueController {
  private final CatalogueService catalogue;

  CatalogueController(CatalogueService catalogue) {
    this.catalogue = catalogue;
  }

  record ProductView(
      String code,
      String name,
      String family,
      String unit,
      String listPrice,
      String unitCost,
      String taxPercent,
      @MaybeNull Integer everyMonths,
      @MaybeNull Integer termMonths,
      boolean onSale,
      @MaybeNull String stock,
      String coming,
      int leadDays) {
    static ProductView of(Product p) {
      return new ProductView(
          p.code(),
          p.name(),
          p.family(),
          p.unit(),
          p.listPrice().toString(),
          p.unitCost().toString(),
          p.tax().toString(),
          p.everyMonths().orElse(null),
          p.termMonths().orElse(null),
          p.onSale(),
          p.stock().map(Object::toString).orElse(null),
          p.coming().toString(),
          p.leadDays());
    }
  }

  record RuleView(
      String id,
      String scope,
      @MaybeNull String forWhom,
      boolean wholeFamily,
      String minQuantity,
      @MaybeNull String from,
      @MaybeNull String to,
      @MaybeNull String price,
      @MaybeNull String percentOff,
      String unitPrice) {
    static RuleView of(PriceRule rule, Product product) {
      return new RuleView(
          rule.id(),
          rule.scope().name().toLowerCase(Locale.ROOT),
          rule.forWhom().orElse(null),
          rule.family().isPresent(),
          rule.minQuantity().toString(),
          rule.from().map(LocalDate::toString).orElse(null),
          rule.to().map(LocalDate::toString).orElse(null),
          rule.price().map(Object::toString).orElse(null),
          rule.percentOff().map(Object::toString).orElse(null),
          rule.apply(product.listPrice()).toString());
    }
  }

  record ProductPage(ProductView product, List<RuleView> rules) {}

  @GetMapping
  List<ProductView> search(@RequestParam(defaultValue = "") String q) {
    return catalogue.search(q).stream().map(ProductView::of).toList();
  }

  @GetMapping("/{code}")
  ProductPage get(@PathVariable String code) {
    Product product = catalogue.get(code);
    return new ProductPage(
        ProductView.of(product),
        catalogue.rulesOf(product).stream().map(rule -> RuleView.of(rule, product)).toList());
  }

  @PostMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void add(@RequestBody CatalogueService.ProductForm typed, @SignedIn Actor actor) {
    catalogue.add(typed, actor);
  }
}
