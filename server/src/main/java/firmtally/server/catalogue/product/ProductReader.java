package firmtally.server.catalogue.product;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.worksheet.Recurring;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.TypedNumber;
import java.util.Optional;
import java.util.function.Function;

/** Reads a product as typed or as a file holds it, and names every problem at its field. */
final class ProductReader {
  private static final int LONGEST = 120;
  private static final int MOST_DAYS = 3650;
  private static final int PRICE_DECIMALS = 4;
  private final Input input;

  ProductReader(Input input) {
    this.input = input;
  }

  /** The product; empty when anything is wrong with it. */
  Optional<Product> read(ProductService.ProductForm typed) {
    String code = input.text("code", typed.code(), LONGEST);
    String name = input.text("name", typed.name(), LONGEST);
    String family = input.text("family", typed.family(), LONGEST);
    String unit = input.text("unit", typed.unit(), LONGEST);
    Optional<UnitPrice> list = needed("listPrice", typed.listPrice(), UnitPrice::parse);
    Optional<UnitPrice> cost = needed("unitCost", typed.unitCost(), UnitPrice::parse);
    Optional<Percent> tax = needed("taxPercent", typed.taxPercent(), ProductReader::tax);
    Optional<Integer> every =
        input.value("everyMonths", typed.everyMonths(), ProductReader::months);
    Optional<Integer> term = input.value("termMonths", typed.termMonths(), ProductReader::months);
    checkPlan(every, term);
    Optional<Quantity> stock = number("stock", typed.stock(), Quantity::parse);
    Optional<Quantity> onOrder = number("onOrder", typed.onOrder(), Quantity::parse);
    Optional<Integer> lead =
        isBlank(typed.leadDays())
            ? Optional.of(0)
            : input.whole("leadDays", typed.leadDays(), 0, MOST_DAYS);
    if (!input.problems().isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
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
            typed.active() == null || typed.active(),
            stock,
            onOrder.orElse(Quantity.ZERO),
            lead.get(),
            Product.Flow.NONE));
  }

  private void checkPlan(Optional<Integer> every, Optional<Integer> term) {
    if (every.isPresent() != term.isPresent()) {
      input.refuse(
          "termMonths", "A recurring line needs both: every how many months, and the term.");
    } else if (every.isPresent() && term.get() % every.get() != 0) {
      input.refuse("termMonths", "The term must be a multiple of the months between charges.");
    }
  }

  private <T> Optional<T> needed(String at, String text, Function<String, T> make) {
    input.text(at, text, LONGEST);
    return number(at, text, make);
  }

  private <T> Optional<T> number(String at, String text, Function<String, T> make) {
    return input.value(at, text, t -> make.apply(TypedNumber.plain(t, PRICE_DECIMALS)));
  }

  private static boolean isBlank(String text) {
    return text == null || text.isBlank();
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
}
