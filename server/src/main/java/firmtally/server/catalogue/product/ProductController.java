package firmtally.server.catalogue.product;

import firmtally.core.pricing.PriceRule;
import firmtally.server.access.Actor;
import firmtally.server.access.Open;
import firmtally.server.access.SignedIn;
import firmtally.server.catalogue.pricerule.PriceRuleService;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ProductId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Paged;
import firmtally.server.platform.web.Versions;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/products")
class ProductController {
  private static final int PAGE = 200;
  private final ProductService catalogue;
  private final PriceRuleService rules;
  private final Idempotency idempotency;

  ProductController(ProductService catalogue, PriceRuleService rules, Idempotency idempotency) {
    this.catalogue = catalogue;
    this.rules = rules;
    this.idempotency = idempotency;
  }

  record ProductView(
      String code,
      String name,
      String family,
      String unit,
      String listPrice,
      @MaybeNull String unitCost,
      String taxPercent,
      @MaybeNull Integer everyMonths,
      @MaybeNull Integer termMonths,
      boolean active,
      @MaybeNull String stock,
      String onOrder,
      int leadDays,
      Map<String, String> own) {
    static ProductView of(Product p, Actor actor) {
      return of(p, actor, Map.of());
    }

    static ProductView of(Product p, Actor actor, Map<String, String> own) {
      return new ProductView(
          p.code(),
          p.name(),
          p.family(),
          p.unit(),
          p.listPrice().toString(),
          actor.seesCosts() ? p.unitCost().toString() : null,
          p.tax().toString(),
          p.everyMonths().orElse(null),
          p.termMonths().orElse(null),
          p.active(),
          p.stock().map(Object::toString).orElse(null),
          p.onOrder().toString(),
          p.leadDays(),
          own);
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

  record ProductPage(
      ProductView product, ProductId id, long version, boolean pictured, List<RuleView> rules) {}

  record AssortmentForm(List<String> families) {}

  @GetMapping
  List<ProductView> search(@RequestParam(defaultValue = "") String q, @SignedIn Actor actor) {
    return catalogue.search(q).stream().map(p -> ProductView.of(p, actor)).toList();
  }

  @GetMapping("/{code}")
  ProductPage get(@PathVariable String code, @SignedIn Actor actor) {
    Product product = catalogue.get(code);
    ProductService.ProductMeta meta = catalogue.meta(code);
    return new ProductPage(
        ProductView.of(product, actor),
        meta.id(),
        meta.version(),
        meta.pictured(),
        rules.of(product.code(), product.family()).stream()
            .map(rule -> RuleView.of(rule, product))
            .toList());
  }

  @PostMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void add(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody ProductService.ProductForm typed,
      @SignedIn Actor actor) {
    idempotency.once(
        key,
        actor.id(),
        "add-product",
        "product " + typed.code(),
        () -> catalogue.add(typed, actor));
  }

  /** The products by their codes, a page at a time. */
  @GetMapping("/list")
  Paged<ProductView> list(
      @RequestParam(defaultValue = "") String q,
      @RequestParam(defaultValue = "") String family,
      @RequestParam(defaultValue = "") String sale,
      @RequestParam(defaultValue = "") String own,
      @RequestParam(defaultValue = "") String after,
      @SignedIn Actor actor) {
    List<Product> found =
        catalogue.list(
            new ProductStore.ProductQuery(q.strip(), family, sale, own, after, PAGE + 1));
    Map<String, Map<String, String>> has = catalogue.listed(found);
    return Paged.of(found, PAGE, Product::code)
        .map(p -> ProductView.of(p, actor, has.getOrDefault(p.code(), Map.of())));
  }

  @Open("The catalogue is read by whoever is signed in; nothing here is a cost or a customer's.")
  @GetMapping("/families")
  List<String> families() {
    return catalogue.families();
  }

  @PutMapping("/{code}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable String code,
      @RequestHeader("If-Match") String version,
      @RequestBody ProductService.ProductForm typed,
      @SignedIn Actor actor) {
    catalogue.change(code, Versions.of(version), typed, actor);
  }

  @Open("The catalogue is read by whoever is signed in; nothing here is a cost or a customer's.")
  @GetMapping("/{code}/picture")
  ResponseEntity<byte[]> picture(@PathVariable String code) {
    ProductService.Picture picture = catalogue.picture(code);
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(picture.type()))
        .header("X-Content-Type-Options", "nosniff")
        .header("Content-Security-Policy", "default-src 'none'; sandbox")
        .body(picture.bytes());
  }

  @PostMapping(path = "/{code}/picture", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @BodyLimit(kib = FileService.LARGEST_KIB, seconds = 120)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setPicture(
      @PathVariable String code,
      @RequestBody(required = false) byte[] file,
      @SignedIn Actor actor) {
    catalogue.setPicture(code, file == null ? new byte[0] : file, actor);
  }

  @DeleteMapping("/{code}/picture")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void removePicture(@PathVariable String code, @SignedIn Actor actor) {
    catalogue.removePicture(code, actor);
  }

  /** The customers who may buy from some families only. */
  @Open("The catalogue is read by whoever is signed in; nothing here is a cost or a customer's.")
  @GetMapping("/assortments")
  List<ProductService.AssortmentView> ranges() {
    return catalogue.ranges();
  }

  @PutMapping("/assortments/{account}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setAssortment(
      @PathVariable AccountId account, @RequestBody AssortmentForm typed, @SignedIn Actor actor) {
    catalogue.setAssortment(account, typed.families(), actor);
  }
}
