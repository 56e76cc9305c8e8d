package firmtally.demo;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.PriceRule;
import firmtally.core.pricing.Scope;
import firmtally.server.catalogue.pricerule.PriceRuleService;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;

/** What Harrow & Plumb sell, and their price rules. */
final class DemoCatalogue {
  /** A series: {@code BS} bench scales in sizes, the price rising with the size. */
  private record Series(
      String code,
      String name,
      String family,
      String unit,
      int base,
      double step,
      int costPercent,
      String[] sizes) {}

  private static final List<Series> SERIES =
      List.of(
          new Series(
              "BS",
              "Bench scale %s",
              "bench",
              "pc",
              320,
              1.22,
              55,
              sizes("3 kg", "6 kg", "15 kg", "30 kg", "60 kg", "150 kg")),
          new Series(
              "BSX",
              "Bench scale, washdown, %s",
              "bench",
              "pc",
              590,
              1.2,
              58,
              sizes("6 kg", "15 kg", "30 kg", "60 kg")),
          new Series(
              "BC",
              "Counting scale %s",
              "bench",
              "pc",
              460,
              1.16,
              56,
              sizes("3 kg", "6 kg", "15 kg", "30 kg")),
          new Series(
              "FS",
              "Floor scale %s",
              "floor",
              "pc",
              890,
              1.29,
              61,
              sizes("300 kg", "600 kg", "1500 kg", "3000 kg", "6000 kg")),
          new Series(
              "FP",
              "Pallet scale, U-shaped, %s",
              "floor",
              "pc",
              1180,
              1.26,
              60,
              sizes("600 kg", "1500 kg", "3000 kg")),
          new Series(
              "FX",
              "Floor scale, stainless, %s",
              "floor",
              "pc",
              2350,
              1.25,
              63,
              sizes("600 kg", "1500 kg", "3000 kg")),
          new Series(
              "CS",
              "Crane scale %s",
              "crane",
              "pc",
              740,
              1.38,
              57,
              sizes("500 kg", "1 t", "3 t", "5 t", "10 t", "20 t")),
          new Series(
              "HS",
              "Hopper weighing set %s",
              "hopper",
              "set",
              2900,
              1.34,
              64,
              sizes("500 kg", "1 t", "3 t", "5 t", "10 t")),
          new Series(
              "WB",
              "Weighbridge, surface, %s",
              "weighbridge",
              "pc",
              24800,
              1.24,
              70,
              sizes("30 t", "40 t", "50 t", "60 t")),
          new Series(
              "WP",
              "Weighbridge, pit, %s",
              "weighbridge",
              "pc",
              29400,
              1.22,
              71,
              sizes("40 t", "50 t", "60 t")),
          new Series(
              "LC",
              "Load cell, beam, %s",
              "load-cell",
              "pc",
              84,
              1.17,
              48,
              sizes("50 kg", "100 kg", "250 kg", "500 kg", "1 t", "2 t", "5 t")),
          new Series(
              "LR",
              "Load cell, column, %s",
              "load-cell",
              "pc",
              310,
              1.31,
              52,
              sizes("10 t", "20 t", "30 t", "50 t")),
          new Series(
              "IN",
              "Indicator %s",
              "indicator",
              "pc",
              240,
              1.42,
              50,
              sizes("basic", "panel", "stainless", "checkweighing", "batching", "weighbridge")),
          new Series(
              "PR",
              "Printer %s",
              "printer",
              "pc",
              165,
              1.33,
              62,
              sizes("ticket", "label 58 mm", "label 80 mm", "label 110 mm", "weatherproof")),
          new Series(
              "TW",
              "Test weight %s",
              "test-weight",
              "pc",
              24,
              1.42,
              54,
              sizes("1 kg", "2 kg", "5 kg", "10 kg", "20 kg", "50 kg", "500 kg", "1000 kg")),
          new Series(
              "SP",
              "Spare part: %s",
              "spare",
              "pc",
              12,
              1.37,
              42,
              sizes(
                  "levelling foot",
                  "keypad foil",
                  "mains lead",
                  "battery pack",
                  "display board",
                  "junction box",
                  "main board",
                  "platform cover")),
          new Series(
              "AC",
              "Accessory: %s",
              "spare",
              "pc",
              38,
              1.29,
              46,
              sizes(
                  "pole mount",
                  "wall bracket",
                  "remote display 60 mm",
                  "remote display 100 mm",
                  "traffic light",
                  "card reader",
                  "ramp 600 mm",
                  "ramp 1000 mm",
                  "pit frame")),
          new Series(
              "IS",
              "Installation: %s",
              "installation",
              "job",
              180,
              1.62,
              68,
              sizes("bench", "floor", "crane", "hopper", "weighbridge surface", "weighbridge pit")),
          new Series(
              "TR",
              "Training: %s",
              "installation",
              "day",
              420,
              1.2,
              50,
              sizes("operators", "maintenance", "quality records")),
          new Series(
              "CV",
              "Conveyor checkweigher %s",
              "hopper",
              "pc",
              8900,
              1.24,
              66,
              sizes("3 kg", "10 kg", "30 kg", "60 kg")));

  private final List<Product> products = new ArrayList<>();
  private final ProductService catalogue;
  private final PriceRuleService rules;

  DemoCatalogue(ProductService catalogue, PriceRuleService rules) {
    this.catalogue = catalogue;
    this.rules = rules;
  }

  private static String[] sizes(String... sizes) {
    return sizes;
  }

  List<Product> load(LocalDate today, Random random) {
    for (Series series : SERIES) {
      double price = series.base();
      for (int i = 0; i < series.sizes().length; i++) {
        String size = series.sizes()[i];
        String tail = size.replaceAll("[^0-9t]", "");
        String code =
            series.code()
                + "-"
                + (tail.isBlank() || tail.equals("t")
                    ? String.valueOf(10 * (i + 1))
                    : tail.toUpperCase(Locale.ROOT));
        add(goods(unused(code), series, size, price, random));
        price *= series.step();
      }
    }
    plan("CAL-B", "Calibration plan, bench scale", 96, 12, 12);
    plan("CAL-F", "Calibration plan, floor scale", 148, 12, 12);
    plan("CAL-C", "Calibration plan, crane scale", 165, 12, 12);
    plan("CAL-H", "Calibration plan, hopper, quarterly", 118, 3, 12);
    plan("CAL-W", "Calibration plan, weighbridge", 1250, 12, 12);
    plan("CAL-W3", "Calibration plan, weighbridge, three years", 1140, 12, 36);
    plan("CARE-M", "Care plan with loan scale, monthly", 39, 1, 12);
    plan("REC-M", "Weight records kept for audits, monthly", 24, 1, 12);
    rules(today);
    return products;
  }

  private String unused(String code) {
    String free = code;
    for (char letter = 'A'; isTaken(free); letter++) {
      free = code + letter;
    }
    return free;
  }

  private boolean isTaken(String code) {
    return products.stream().anyMatch(p -> p.code().equals(code));
  }

  private static Product goods(String code, Series s, String size, double price, Random random) {
    BigDecimal list = price(price);
    BigDecimal cost =
        list.multiply(BigDecimal.valueOf(s.costPercent() + random.nextInt(5) - 2L, 2))
            .setScale(2, RoundingMode.HALF_UP);
    boolean isWork = "installation".equals(s.family());
    Optional<Quantity> stock =
        isWork || "weighbridge".equals(s.family())
            ? Optional.empty()
            : Optional.of(Quantity.of(BigDecimal.valueOf(random.nextInt(60))));
    return new Product(
        code,
        String.format(s.name(), size),
        s.family(),
        s.unit(),
        UnitPrice.of(list),
        UnitPrice.of(cost),
        Percent.parse("19"),
        Optional.empty(),
        Optional.empty(),
        true,
        stock,
        Quantity.of(BigDecimal.valueOf(random.nextInt(4) * 5L)),
        isWork ? 10 : 3 + random.nextInt(30),
        Product.Flow.NONE);
  }

  private static BigDecimal price(double price) {
    int step = price < 100 ? 1 : price < 1000 ? 5 : price < 10000 ? 10 : 100;
    return BigDecimal.valueOf(Math.round(price / step) * step).setScale(2);
  }

  private void plan(String code, String name, int price, int every, int term) {
    add(
        new Product(
            code,
            name,
            "calibration",
            "plan",
            UnitPrice.of(BigDecimal.valueOf(price)),
            UnitPrice.of(BigDecimal.valueOf(price * 42L, 2)),
            Percent.parse("19"),
            Optional.of(every),
            Optional.of(term),
            true,
            Optional.empty(),
            Quantity.ZERO,
            0,
            Product.Flow.NONE));
  }

  private void add(Product product) {
    catalogue.add(product);
    products.add(product);
  }

  private void rules(LocalDate today) {
    String start = today.minusYears(3).withDayOfYear(1).toString();
    family("P-DAIRY", "dairies", "bench", "0", "5", start);
    family("P-DAIRY-H", "dairies", "hopper", "0", "4", start);
    family("P-MILL", "mills", "hopper", "0", "6", start);
    family("P-MILL-LC", "mills", "load-cell", "10", "8", start);
    family("P-YARD", "recycling-yards", "weighbridge", "0", "3", start);
    family("P-YARD-C", "recycling-yards", "crane", "0", "5", start);
    family("P-DEPOT", "freight-depots", "floor", "0", "5", start);
    family("P-DEPOT-6", "freight-depots", "floor", "6", "9", start);
    family("P-BREW", "breweries", "floor", "0", "4", start);
    family("P-FISH", "fish-halls", "bench", "0", "6", start);
    everyone("P-TW10", "test-weight", "10", "7", start);
    everyone("P-LC20", "load-cell", "20", "10", start);
    everyone("P-BS25", "bench", "25", "9.75", start);
    everyone("P-SP", "spare", "50", "12", start);
    everyone("P-AUTUMN", "printer", "0", "10", today.minusDays(120).toString());
  }

  private void family(String id, String group, String family, String min, String off, String from) {
    add(id, Scope.GROUP, Optional.of(group), family, min, off, from);
  }

  private void everyone(String id, String family, String min, String off, String from) {
    add(id, Scope.EVERYONE, Optional.empty(), family, min, off, from);
  }

  private void add(
      String id,
      Scope scope,
      Optional<String> who,
      String family,
      String min,
      String off,
      String from) {
    rules.add(
        new PriceRule(
            id,
            scope,
            who,
            new PriceRule.OfFamily(family),
            Quantity.parse(min),
            Optional.of(LocalDate.parse(from)),
            Optional.empty(),
            new PriceRule.PercentOff(Percent.parse(off))));
  }
}
