package firmtally.core;

import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.Buyer;
import firmtally.core.pricing.Item;
import firmtally.core.pricing.PriceRule;
import firmtally.core.pricing.Scope;
import firmtally.core.worksheet.Alternative;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.Recurring;
import firmtally.core.worksheet.Terms;
import firmtally.core.worksheet.Worksheet;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** Values for tests, and worksheets drawn from a seed. */
public final class Some {
  public static final CurrencyUnit EUR = Currencies.get("EUR");
  public static final LocalDate DAY = LocalDate.of(2027, 3, 15);
  public static final Buyer DAIRY = new Buyer("A-1001", Optional.of("dairies"));
  public static final Item BENCH = product("BS-15", "bench", "420", "231");

  private Some() {}

  public static Money eur(String amount) {
    return Money.of(EUR, new BigDecimal(amount));
  }

  public static Percent percent(String percent) {
    return Percent.parse(percent);
  }

  public static Quantity quantity(String quantity) {
    return Quantity.parse(quantity);
  }

  public static UnitPrice price(String price) {
    return UnitPrice.parse(price);
  }

  public static Item product(String code, String family, String list, String cost) {
    return Item.product(code, Optional.of(family), price(list), price(cost), percent("19"));
  }

  /** A line at the price found. */
  public static Line line(String id, Item item, String quantity) {
    return Line.of(id, item, quantity(quantity));
  }

  public static Line optional(Line line) {
    return new Line(
        line.id(),
        line.item(),
        line.quantity(),
        line.terms(),
        true,
        Optional.empty(),
        line.recurring());
  }

  public static Line alternative(Line line, String set, boolean chosen) {
    return new Line(
        line.id(),
        line.item(),
        line.quantity(),
        line.terms(),
        false,
        Optional.of(new Alternative(set, chosen)),
        line.recurring());
  }

  public static Worksheet sheet(Line... lines) {
    return Worksheet.of(EUR, DAY, List.of(lines));
  }

  /** A rule of a price for a product, from a break on. */
  public static PriceRule rule(String id, Scope scope, String product, String from, String price) {
    return new PriceRule(
        id,
        scope,
        forWhom(scope),
        new PriceRule.OfProduct(product),
        quantity(from),
        Optional.empty(),
        Optional.empty(),
        new PriceRule.NetPrice(price(price)));
  }

  /** A rule of a percent off a family, from a break on. */
  public static PriceRule familyRule(
      String id, Scope scope, String family, String from, String off) {
    return new PriceRule(
        id,
        scope,
        forWhom(scope),
        new PriceRule.OfFamily(family),
        quantity(from),
        Optional.empty(),
        Optional.empty(),
        new PriceRule.PercentOff(percent(off)));
  }

  /** The same rule with another validity; null is open. */
  public static PriceRule valid(PriceRule rule, LocalDate from, LocalDate to) {
    return new PriceRule(
        rule.id(),
        rule.scope(),
        rule.forWhom(),
        rule.goods(),
        rule.minQuantity(),
        Optional.ofNullable(from),
        Optional.ofNullable(to),
        rule.gives());
  }

  private static Optional<String> forWhom(Scope scope) {
    return switch (scope) {
      case ACCOUNT -> Optional.of(DAIRY.account());
      case GROUP -> DAIRY.group();
      case EVERYONE -> Optional.empty();
    };
  }

  /** A worksheet of all kinds of lines, with rules that compete, drawn from a seed. */
  public static Worksheet random(int seed) {
    Random random = new Random(seed);
    List<Line> lines = new ArrayList<>();
    int count = 1 + random.nextInt(12);
    for (int i = 0; i < count; i++) {
      lines.add(randomLine(random, i));
    }
    Worksheet sheet = Worksheet.of(currency(random), DAY, lines);
    return random.nextInt(3) == 0
        ? sheet.withDocumentDiscount(
            new DocumentDiscount.OfPercent(Percent.ofTenThousandths(random.nextInt(300_000))))
        : sheet;
  }

  private static CurrencyUnit currency(Random random) {
    return Currencies.get(List.of("EUR", "EUR", "JPY", "KWD").get(random.nextInt(4)));
  }

  private static Line randomLine(Random random, int i) {
    Item item = random.nextInt(5) == 0 ? randomInline(random) : randomProduct(random);
    Line line = Line.of("L" + i, item, Quantity.ofThousandths(1 + random.nextInt(20_000)));
    line =
        switch (random.nextInt(6)) {
          case 0 -> line.on(new Terms.Discount(Percent.ofTenThousandths(random.nextInt(400_000))));
          case 1 ->
              line.on(new Terms.OwnPrice(UnitPrice.ofTenThousandths(random.nextInt(9_000_000))));
          case 2 -> random.nextBoolean() ? line.on(Terms.GIFT) : line;
          default -> line;
        };
    int every = List.of(1, 3, 7, 12).get(random.nextInt(4));
    line = random.nextInt(4) == 0 ? line.charged(new Recurring(every, every * 2)) : line;
    return switch (random.nextInt(8)) {
      case 0 -> optional(line);
      case 1 -> alternative(line, "set " + i, true);
      default -> line;
    };
  }

  private static Item randomProduct(Random random) {
    int n = random.nextInt(6);
    return Item.product(
        "P" + n,
        n == 5 ? Optional.empty() : Optional.of("family-" + n % 3),
        UnitPrice.ofTenThousandths(1_000_000L + n * 777_777L),
        UnitPrice.ofTenThousandths(600_000L + n * 333_333L),
        percent(n % 2 == 0 ? "19" : "7"));
  }

  private static Item randomInline(Random random) {
    return Item.inline(
        Optional.of("family-" + random.nextInt(3)),
        UnitPrice.ofTenThousandths(random.nextInt(9_000_000)),
        UnitPrice.ofTenThousandths(random.nextInt(5_000_000)),
        percent("7.7"));
  }

  /** Rules that compete in every way, drawn from a seed. */
  public static List<PriceRule> randomRules(int seed) {
    Random random = new Random(seed);
    List<PriceRule> rules = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      Scope scope = Scope.values()[random.nextInt(3)];
      String from = String.valueOf(random.nextInt(4) * 5);
      PriceRule rule =
          random.nextBoolean()
              ? rule("R" + i, scope, "P" + random.nextInt(6), from, 90 + random.nextInt(80) + ".5")
              : familyRule(
                  "R" + i, scope, "family-" + random.nextInt(3), from, random.nextInt(30) + ".25");
      LocalDate first = random.nextBoolean() ? null : DAY.minusDays(random.nextInt(3));
      LocalDate last = random.nextInt(3) == 0 ? DAY.plusDays(random.nextInt(3) - 1L) : null;
      rules.add(
          last != null && first != null && last.isBefore(first) ? rule : valid(rule, first, last));
    }
    return rules;
  }
}
