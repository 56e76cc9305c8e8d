package firmtally.server.worksheet.calculation;

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
import firmtally.server.catalogue.product.Product;
import firmtally.server.platform.web.Amounts;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.TypedDay;
import firmtally.server.platform.web.TypedNumber;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Supplier;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** Turns typed rows into the core's lines, and names every problem at its field. */
final class FormReader {
  private static final int LONGEST = 200;
  private static final int LONGEST_NOTE = 1000;
  private static final int PRICE_DECIMALS = 4;
  private static final int QUANTITY_DECIMALS = 3;
  private static final Set<String> KINDS = Set.of(LineForm.LINE, LineForm.SECTION, LineForm.NOTE);
  private final Input input = new Input();
  private final CurrencyUnit currency;
  private final Map<String, Product> products;
  private final Set<String> range;
  private final Supplier<Percent> usualTax;
  private final LocalDate today;

  /**
   * A reader.
   *
   * @param products by their codes
   * @param range the families that the customer may buy from; empty when all
   * @param usualTax the tax of what is in no catalogue, unless another is given
   */
  FormReader(
      CurrencyUnit currency,
      Map<String, Product> products,
      Set<String> range,
      Supplier<Percent> usualTax,
      LocalDate today) {
    this.currency = currency;
    this.products = products;
    this.range = range;
    this.usualTax = usualTax;
    this.today = today;
  }

  /**
   * A row that was read.
   *
   * @param form as typed, its sums worked out and its words filled in
   * @param line empty for headings and notes, and where something is wrong with it
   */
  record Read(LineForm form, Optional<Line> line) {}

  Input input() {
    return input;
  }

  List<Read> rows(List<LineForm> forms) {
    List<Read> rows = new ArrayList<>();
    Set<String> ids = new HashSet<>();
    for (int i = 0; i < forms.size(); i++) {
      String at = "lines[" + i + "]";
      LineForm form = forms.get(i);
      input.text(at + ".id", form.id(), LONGEST);
      if (!ids.add(form.id())) {
        input.refuse(at + ".id", "Another line has this id.");
      }
      rows.add(form.priced() ? line(at, form) : words(at, form));
    }
    checkSets(forms);
    return rows;
  }

  private Read words(String at, LineForm form) {
    if (input.oneOf(at + ".kind", form.kind(), KINDS).isEmpty()) {
      return new Read(form, Optional.empty());
    }
    String words =
        input.text(
            at + ".description", form.description(), form.isSection() ? LONGEST : LONGEST_NOTE);
    return new Read(LineForm.words(form.id(), form.kind(), words), Optional.empty());
  }

  private Read line(String at, LineForm typed) {
    LineForm form =
        typed.read(
            description(typed),
            plain(at, isBlank(typed.product()) ? taxed(typed.numbers()) : typed.numbers()),
            wanted(at, typed.requestedOn()));
    Optional<Item> item = item(at, form, isBlank(typed.listPrice()));
    input.optionalText(at + ".description", form.description(), LONGEST);
    if (isBlank(typed.quantity())) {
      input.refuse(at + ".quantity", "Enter a quantity.");
    }
    Optional<Quantity> quantity =
        input.value(at + ".quantity", form.quantity(), text -> Quantity.parse(text).positive());
    Terms terms = terms(at, form);
    Optional<Recurring> plan = plan(at, form);
    Optional<Alternative> alternative = set(form).map(set -> new Alternative(set, form.chosen()));
    if (form.optional() && alternative.isPresent()) {
      input.refuse(at, "A line is either optional or an alternative.");
      return new Read(form, Optional.empty());
    }
    if (item.isEmpty() || quantity.isEmpty() || isBlank(form.id())) {
      return new Read(form, Optional.empty());
    }
    return new Read(
        form,
        Optional.of(
            new Line(
                form.id(), item.get(), quantity.get(), terms, form.optional(), alternative, plan)));
  }

  /** A product's line without words of its own takes the product's name. */
  private String description(LineForm form) {
    String words = form.description() == null ? "" : form.description().strip();
    return words.isEmpty() && !isBlank(form.product()) && products.containsKey(code(form))
        ? products.get(code(form)).name()
        : words;
  }

  private @MaybeNull String wanted(String at, @MaybeNull String text) {
    return input
        .value(at + ".requestedOn", text, day -> TypedDay.parse(day, today))
        .map(LocalDate::toString)
        .orElse(null);
  }

  private LineForm.Numbers plain(String at, LineForm.Numbers n) {
    return new LineForm.Numbers(
        price(at + ".listPrice", n.listPrice(), PRICE_DECIMALS),
        price(at + ".unitCost", n.unitCost(), PRICE_DECIMALS),
        plainPercent(at + ".taxPercent", n.taxPercent()),
        plain(at + ".quantity", n.quantity(), QUANTITY_DECIMALS),
        plainPercent(at + ".discountPercent", n.discountPercent()),
        price(at + ".unitPrice", n.unitPrice(), PRICE_DECIMALS));
  }

  private LineForm.Numbers taxed(LineForm.Numbers n) {
    return isBlank(n.taxPercent()) ? n.taxedAt(usualTax.get().toString()) : n;
  }

  private String plainPercent(String at, String typed) {
    String text = typed == null ? null : typed.strip();
    return plain(
        at,
        text != null && text.endsWith("%") ? text.substring(0, text.length() - 1) : text,
        PRICE_DECIMALS);
  }

  /** The same of a price or an amount, which may name the currency of the document and no other. */
  private String price(String at, String typed, int decimals) {
    if (typed == null || typed.isBlank()) {
      return typed;
    }
    return input
        .problems()
        .read(
            at,
            () -> {
              Amounts.checkCurrency(currency, typed);
              return TypedNumber.plain(typed, decimals);
            })
        .orElse("");
  }

  /** The number that was typed; what cannot be read is a problem once, and then left out. */
  private String plain(String at, String typed, int decimals) {
    if (typed == null || typed.isBlank()) {
      return typed;
    }
    return input.problems().read(at, () -> TypedNumber.plain(typed, decimals)).orElse("");
  }

  private Optional<Item> item(String at, LineForm form, boolean unpriced) {
    if (!isBlank(form.product())) {
      Optional<Product> product = Optional.ofNullable(products.get(code(form)));
      if (product.isEmpty()) {
        input.refuse(at + ".product", "Product not found: " + code(form) + ".");
      }
      product.map(Product::family).ifPresent(family -> checkAssortment(at + ".product", family));
      return product.map(Product::item);
    }
    if (isBlank(form.description())) {
      input.refuse(at + ".description", "Enter a description.");
    }
    if (unpriced) {
      input.refuse(at + ".listPrice", "Not in the catalogue: enter a price, or choose a product.");
    }
    Optional<UnitPrice> list = input.value(at + ".listPrice", form.listPrice(), UnitPrice::parse);
    if (!unpriced && isBlank(form.unitCost())) {
      input.refuse(at + ".unitCost", "Enter the unit cost (0 if none): the margin depends on it.");
    }
    Optional<UnitPrice> cost = input.value(at + ".unitCost", form.unitCost(), UnitPrice::parse);
    Optional<Percent> tax = input.value(at + ".taxPercent", form.taxPercent(), FormReader::percent);
    Optional<String> family = Optional.ofNullable(form.family()).filter(f -> !f.isBlank());
    family.ifPresent(f -> checkAssortment(at + ".family", f));
    return list.flatMap(
        price -> cost.map(each -> Item.inline(family, price, each, tax.orElse(Percent.ZERO))));
  }

  private void checkAssortment(String at, String family) {
    if (!range.isEmpty() && !range.contains(family)) {
      input.refuse(
          at,
          "This customer buys only from "
              + String.join(", ", new TreeSet<>(range))
              + "; this is "
              + family
              + ".");
    }
  }

  private Terms terms(String at, LineForm form) {
    Optional<Percent> discount =
        input.value(at + ".discountPercent", form.discountPercent(), FormReader::percent);
    Optional<UnitPrice> own = input.value(at + ".unitPrice", form.unitPrice(), UnitPrice::parse);
    if (discount.isPresent() && own.isPresent()
        || form.gift() && (discount.isPresent() || own.isPresent())) {
      input.refuse(at, "Enter one of: a discount, your own price, or free of charge.");
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
      input.refuse(
          at + ".termMonths", "A recurring line needs both: every how many months, and the term.");
      return Optional.empty();
    }
    return input
        .problems()
        .read(at + ".termMonths", () -> new Recurring(form.everyMonths(), form.termMonths()));
  }

  private void checkSets(List<LineForm> lines) {
    Set<String> chosen = new LinkedHashSet<>();
    for (int i = 0; i < lines.size(); i++) {
      Optional<String> set = set(lines.get(i));
      if (set.isPresent() && lines.get(i).chosen() && !chosen.add(set.get())) {
        input.refuse("lines[" + i + "].chosen", "Another line of this set is chosen.");
      }
    }
    for (int i = 0; i < lines.size(); i++) {
      if (set(lines.get(i)).filter(chosen::add).isPresent()) {
        input.refuse("lines[" + i + "].chosen", "Choose one line of this set.");
      }
    }
  }

  static Optional<String> set(LineForm line) {
    return Optional.ofNullable(line.alternativeSet())
        .filter(set -> line.priced() && !set.isBlank())
        .map(String::strip);
  }

  Optional<DocumentDiscount> discount(WorksheetForm form) {
    String percentText = plainPercent("discountPercent", form.discountPercent());
    String amountText = price("discountAmount", form.discountAmount(), currency.getDecimalPlaces());
    Optional<Percent> percent = input.value("discountPercent", percentText, FormReader::percent);
    Optional<Money> amount = input.value("discountAmount", amountText, this::amount);
    if (percent.isPresent() && amount.isPresent()) {
      input.refuse(
          "discountAmount", "Enter the document discount as a percent or an amount, not both.");
    }
    return percent
        .<DocumentDiscount>map(DocumentDiscount.OfPercent::new)
        .or(() -> amount.map(DocumentDiscount.OfAmount::new));
  }

  Optional<Target> target(WorksheetForm form) {
    String total = price("targetContract", form.targetContract(), currency.getDecimalPlaces());
    String least = plainPercent("targetMargin", form.targetMargin());
    Optional<Target> contract =
        input.value("targetContract", total, t -> new Target.Contract(amount(t)));
    String paid = price("targetTotal", form.targetTotal(), currency.getDecimalPlaces());
    Optional<Target> invoice =
        input.value("targetTotal", paid, t -> new Target.FirstInvoice(amount(t)));
    Optional<Target> margin =
        input.value("targetMargin", least, t -> new Target.Margin(percent(t)));
    Map<String, Target> given = new LinkedHashMap<>();
    contract.ifPresent(t -> given.put("targetContract", t));
    invoice.ifPresent(t -> given.put("targetTotal", t));
    margin.ifPresent(t -> given.put("targetMargin", t));
    if (given.isEmpty()) {
      return Optional.empty();
    }
    List<String> names = List.copyOf(given.keySet());
    if (names.size() > 1) {
      input.refuse(names.get(names.size() - 1), "Land on a total or on a margin, not both.");
    }
    if (!isBlank(form.discountPercent())) {
      input.refuse(
          names.get(0), "Landing sets an amount: remove the document discount in percent first.");
      return Optional.empty();
    }
    return Optional.of(given.get(names.get(0)));
  }

  private Money amount(String text) {
    return Amounts.parse(currency, text);
  }

  private static Percent percent(String text) {
    return Percent.parse(text).within("percent", Percent.ZERO, Percent.HUNDRED);
  }

  private static boolean isBlank(String text) {
    return text == null || text.isBlank();
  }

  private static String code(LineForm form) {
    return form.product().strip();
  }
}
