package firmtally.formats.reckon;

import firmtally.core.money.Percent;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.Item;
import firmtally.formats.json.Fields;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads products, and the like inside a line. */
final class ProductReader {
  /** A product as far as it could be read. */
  record Draft(Fields fields, Optional<String> code, Optional<Item> item) {}

  private ProductReader() {}

  static Optional<Draft> read(Fields product) {
    product.require("code");
    Optional<String> code = product.text("code");
    return Optional.of(new Draft(product, code, item(product, code)));
  }

  static Optional<Item> item(Fields from, Optional<String> code) {
    from.require("listPrice", "unitCost", "taxPercent");
    Optional<String> family = from.text("family");
    Optional<UnitPrice> list = from.decimal("listPrice", UnitPrice::of);
    Optional<UnitPrice> cost = from.decimal("unitCost", UnitPrice::of);
    Optional<Percent> tax = Question.percent(from, "taxPercent");
    return list.flatMap(l -> cost.flatMap(c -> tax.map(t -> new Item(code, family, l, c, t))));
  }

  /** Whether every product's code could be read, so that a reference to nothing can be told. */
  static boolean allCodesKnown(List<Optional<Draft>> products) {
    return products.stream().allMatch(p -> p.isPresent() && p.get().code().isPresent());
  }

  static Map<String, Item> byCode(List<Optional<Draft>> products) {
    Map<String, Item> byCode = new HashMap<>();
    products.stream()
        .flatMap(Optional::stream)
        .forEach(p -> p.code().ifPresent(code -> byCode.put(code, p.item().orElse(null))));
    return byCode;
  }
}
