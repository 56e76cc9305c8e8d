package firmtally.server.worksheet;

import firmtally.core.margin.Target;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.Item;
import firmtally.core.worksheet.Alternative;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.Recurring;
import firmtally.core.worksheet.Terms;
import firmtally.server.catalogue.Product;
import firmtally.server.platform.Amounts;
import firmtally.server.platform.Input;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** Turns typed lines into the core's, and names every problem at its field. */
final class FormReader {
  private static final int LONGEST = 200;
  private final Input input = new Input();
  private final CurrencyUnit currency;
  private final Map<String, Product> products;

  FormReader(CurrencyUnit currency, Map<String, Product> products) {
    this.currency = currency;
    this.products = products;
  }

  Input input() {
    return input;
  }

  List<Line> lines(List<LineForm> forms) {
    List<Line> lines = new ArrayList<>();
    Set<String> ids = new HashSet<>();
    for (int i = 0; i < forms.size(); i++) {
      String at = "lines[" + i + "]";
      LineForm form = forms.get(i);
      if (!ids.add(form.id())) {
        input.refuse(at + ".id", "Another line has this id.");
      }
      line(at, form).ifPresent(lines::add);
    }
    return lines;
  }

  private Optional<Line> line(String at, LineForm form) {
    Optional<Item> item = item(at, form);
    String quantityText = input.text(at + ".quantity", form.quantity(), LONGEST);
    Optional<Quantity> quantity =
        input.value(at + ".quantity", quantityText, text -> Quantity.parse(text).positive());
    Terms terms = terms(at, form);
    Optional<Recurring> plan = plan(at, form);
    Optional<Alternative> alternative =
        Optional.ofNullable(form.alternativeSet())
            .filter(set -> !set.isBlank())
            .map(set -> new Alternative(set.strip(), form.chosen()));
    if (form.optional() && alternative.isPresent()) {
      input.refuse(at, "A line is either optional or an alternative.");
      return Optional.empty();
    }
    return item.flatMap(
        i ->
            quantity.map(
                q -> new Line(form.id(), i, q, terms, form.optional(), alternative, plan)));
  }

  private Optional<Item> item(String at, LineForm form) {
    if (form.product() != null && !form.product().isBlank()) {
      Optional<Product> product = Optional.ofNullable(products.get(form.product().strip()));
      if (product.isEmpty()) {
        input.refuse(at + ".product", "There is no product " + form.product().strip() + ".");
      }
      return product.map(Product::item);
    }
    input.text(at + ".description", form.description(), LONGEST);
    input.text(at + ".listPrice", form.listPrice(), LONGEST);
    Optional<UnitPrice> list = input.value(at + ".listPrice", form.listPrice(), UnitPrice::parse);
    Optional<UnitPrice> cost = input.value(at + ".unitCost", form.unitCost(), UnitPrice::parse);
    Optional<Percent> tax = input.value(at + ".taxPercent", form.taxPercent(), FormReader::percent);
    Optional<String> family = Optional.ofNullable(form.family()).filter(f -> !f.isBlank());
    return list.map(
        price -> Item.inline(family, price, cost.orElse(UnitPrice.ZERO), tax.orElse(Percent.ZERO)));
  }

  private Terms terms(String at, LineForm form) {
    Optional<Percent> discount =
        input.value(at + ".discountPercent", form.discountPercent(), FormReader::percent);
    Optional<UnitPrice> own = input.value(at + ".unitPrice", form.unitPrice(), UnitPrice::parse);
    if (discount.isPresent() && own.isPresent()
        || form.gift() && (discount.isPresent() || own.isPresent())) {
      input.refuse(at, "Give a discount, a price of your own, or the line free: one of them.");
    }
    if (form.gift()) {
      return Terms.GIFT;
    }
    return discount
        .<Terms>map(Terms.Discount::new)
        .or(() -> own.map(Terms.OwnPrice::new))
        .orElse(Terms.AS_FOUND);
  }

  private Optional<Recurring> plan(String at, LineForm form) {
    if (form.everyMonths() == null && form.termMonths() == null) {
      return Optional.empty();
    }
    if (form.everyMonths() == null || form.termMonths() == null) {
      input.refuse(at + ".termMonths", "A plan needs both: every how many months, over how many.");
      return Optional.empty();
    }
    return input
        .problems()
        .read(at + ".termMonths", () -> new Recurring(form.everyMonths(), form.termMonths()));
  }

  Optional<DocumentDiscount> discount(WorksheetForm form) {
    Optional<Percent> percent =
        input.value("discountPercent", form.discountPercent(), FormReader::percent);
    Optional<Money> amount = input.value("discountAmount", form.discountAmount(), this::amount);
    if (percent.isPresent() && amount.isPresent()) {
      input.refuse("discountAmount", "Give a percent or an amount off the whole, not both.");
    }
    return percent
        .<DocumentDiscount>map(DocumentDiscount.OfPercent::new)
        .or(() -> amount.map(DocumentDiscount.OfAmount::new));
  }

  Optional<Target> target(WorksheetForm form) {
    Optional<Target> contract =
        input.value("targetContract", form.targetContract(), t -> new Target.Contract(amount(t)));
    Optional<Target> margin =
        input.value("targetMargin", form.targetMargin(), t -> new Target.Margin(percent(t)));
    if (form.discountPercent() != null
        && !form.discountPercent().isBlank()
        && (contract.isPresent() || margin.isPresent())) {
      input.refuse(
          contract.isPresent() ? "targetContract" : "targetMargin",
          "Landing sets an amount; take the percent off the whole away first.");
      return Optional.empty();
    }
    return contract.or(() -> margin);
  }

  private Money amount(String text) {
    return Amounts.parse(currency, text);
  }

  private static Percent percent(String text) {
    return Percent.parse(text).within("percent", Percent.ZERO, Percent.HUNDRED);
  }
}
