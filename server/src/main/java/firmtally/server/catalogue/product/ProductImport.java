package firmtally.server.catalogue.product;

import firmtally.server.access.Actor;
import firmtally.server.catalogue.product.ProductService.ProductForm;
import firmtally.server.importing.ImportField;
import firmtally.server.importing.ImportKind;
import firmtally.server.importing.ImportRow;
import firmtally.server.importing.Removal;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Input;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * Files of products: known by their code. What a row has nothing about stays as it is: a file of
 * codes and prices changes prices alone. All is written in one act, as open worksheets are worked
 * out anew once.
 */
@Component
class ProductImport implements ImportKind<Product> {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private final ProductService catalogue;
  private final ProductStore store;

  ProductImport(ProductService catalogue, ProductStore store) {
    this.catalogue = catalogue;
    this.store = store;
  }

  @Override
  public About about() {
    return new About("products", "product", 1, "product");
  }

  @Override
  public List<ImportField> fields() {
    return List.of(
        ImportField.needed("code", "Code", "productcode", "item", "itemnumber", "sku"),
        ImportField.optional("name", "Name", "product", "description"),
        ImportField.optional("family", "Family", "productfamily", "category"),
        ImportField.optional("unit", "Unit"),
        ImportField.optional("listPrice", "List price", "price"),
        ImportField.optional("unitCost", "Cost", "unitcost"),
        ImportField.optional("taxPercent", "Tax %", "tax", "taxpercent", "vat"),
        ImportField.optional("everyMonths", "Every months").hint("for what is charged again"),
        ImportField.optional("termMonths", "Term months"),
        ImportField.optional("active", "Active").hint("yes or no"),
        ImportField.optional("stock", "On hand", "stock"),
        ImportField.optional("onOrder", "On order"),
        ImportField.optional("leadDays", "Lead days"));
  }

  @Override
  public boolean isFor(Actor actor) {
    return actor.roles().manages();
  }

  @Override
  public boolean atOnce() {
    return true;
  }

  @Override
  public Removal removal() {
    return Removal.of("product", "r.code || ' ' || r.name");
  }

  @Override
  public Runnable removing(List<RecordId> ids) {
    return catalogue::removed;
  }

  @Override
  @Transactional(propagation = Propagation.MANDATORY)
  public void restore(List<Before> before, Actor actor) {
    catalogue.put(
        before.stream()
            .map(
                one ->
                    catalogue
                        .read(JSON.readValue(one.form(), ProductForm.class), new Input())
                        .orElseThrow())
            .toList(),
        actor);
  }

  @Override
  public Reading<Product> reading(Actor actor) {
    return new ProductReading(actor);
  }

  /** A product as it can be typed. */
  private static ProductForm form(Product p) {
    return new ProductForm(
        p.code(),
        p.name(),
        p.family(),
        p.unit(),
        plain(p.listPrice().value()),
        plain(p.unitCost().value()),
        plain(p.tax().value()),
        p.everyMonths().map(String::valueOf).orElse(""),
        p.termMonths().map(String::valueOf).orElse(""),
        p.active(),
        p.stock().map(s -> plain(s.value())).orElse(""),
        plain(p.onOrder().value()),
        Integer.toString(p.leadDays()));
  }

  private static String plain(BigDecimal number) {
    return number.toPlainString();
  }

  /** One file. */
  private final class ProductReading implements Reading<Product> {
    private final Actor actor;
    private final Map<String, Product> before = new HashMap<>();
    private final Set<String> codes = new HashSet<>();

    ProductReading(Actor actor) {
      this.actor = actor;
      catalogue.all().forEach(p -> before.put(p.code(), p.with(Product.Flow.NONE)));
    }

    @Override
    public Optional<Product> read(ImportRow row, Input input) {
      String code = row.at("code");
      ProductForm was =
          Optional.ofNullable(before.get(code))
              .map(ProductImport::form)
              .orElse(new ProductForm(code, "", "", "", "", "", "", "", "", true, "", "", ""));
      String active = row.at("active").toLowerCase(Locale.ROOT);
      boolean isActive =
          row.has("active")
              ? !"no".equals(input.oneOf("active", active, Set.of("yes", "no")).orElse("yes"))
              : was.active();
      Optional<Product> product =
          catalogue.read(
              new ProductForm(
                  code,
                  row.or("name", was.name()),
                  row.or("family", was.family()),
                  row.or("unit", was.unit()),
                  row.or("listPrice", was.listPrice()),
                  row.or("unitCost", was.unitCost()),
                  row.or("taxPercent", was.taxPercent()),
                  row.or("everyMonths", was.everyMonths()),
                  row.or("termMonths", was.termMonths()),
                  isActive,
                  row.or("stock", was.stock()),
                  row.or("onOrder", was.onOrder()),
                  row.or("leadDays", was.leadDays())),
              input);
      if (product.isPresent() && !codes.add(code)) {
        input.refuse("code", "Another row has this code.");
      }
      return product;
    }

    @Override
    public Outcome outcome(Product product) {
      Product was = before.get(product.code());
      if (was == null) {
        return new Outcome(Effect.ADDED, product.code(), "");
      }
      return new Outcome(
          was.equals(product) ? Effect.SAME : Effect.CHANGED,
          product.code(),
          was.listPrice().equals(product.listPrice())
              ? "changed"
              : "list " + was.listPrice() + " becomes " + product.listPrice());
    }

    @Override
    public List<Written> write(List<Product> products, ImportId of) {
      catalogue.put(products, actor);
      Map<String, ProductStore.Meta> metas =
          store.metas(products.stream().map(Product::code).toList());
      List<Written> written = new ArrayList<>();
      for (Product product : products) {
        Product was = before.get(product.code());
        written.add(
            new Written(
                metas.get(product.code()).id(),
                was == null ? null : JSON.writeValueAsString(form(was))));
      }
      return written;
    }
  }
}
