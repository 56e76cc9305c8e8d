package firmtally.bench;

import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.Buyer;
import firmtally.core.pricing.Item;
import firmtally.core.pricing.PriceFinder;
import firmtally.core.pricing.PricePolicy;
import firmtally.core.pricing.PriceRule;
import firmtally.core.pricing.Scope;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.Tally;
import firmtally.core.worksheet.Terms;
import firmtally.core.worksheet.Worksheet;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import org.openjdk.jmh.infra.Blackhole;

/**
 * What it costs to work out a worksheet, beside its parts: the rule lookups alone, and the
 * multiplications and roundings alone.
 */
@State(org.openjdk.jmh.annotations.Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Fork(1)
@Warmup(iterations = 5, time = 1)
@Measurement(iterations = 5, time = 1)
public class WorksheetBenchmark {
  private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);
  private static final LocalDate DAY = LocalDate.of(2027, 3, 15);
  private static final Buyer BUYER = new Buyer("A-1001", Optional.of("dairies"));

  /** Lines and rules. */
  @Param({"20/200", "1000/5000", "1000/20"})
  public String size;

  private Worksheet sheet;
  private BigDecimal[][] bare;

  @Setup
  public void setUp() {
    int lines = Integer.parseInt(size.split("/")[0]);
    int rules = Integer.parseInt(size.split("/")[1]);
    sheet =
        Worksheet.of(
                Currencies.get("EUR"),
                DAY,
                IntStream.range(0, lines).mapToObj(WorksheetBenchmark::line).toList())
            .withRules(
                PricePolicy.LOWEST,
                BUYER,
                IntStream.range(0, rules).mapToObj(i -> rule(i, lines)).toList());
    bare =
        sheet.tally().lines().stream()
            .map(
                l ->
                    new BigDecimal[] {
                      l.line().quantity().value(),
                      l.price().unitPrice().value(),
                      l.line().item().listPrice().value(),
                      l.line().item().unitCost().value()
                    })
            .toArray(BigDecimal[][]::new);
  }

  private static Line line(int i) {
    Item item =
        Item.product(
            "P-" + i,
            Optional.of("family-" + i % 12),
            UnitPrice.of(BigDecimal.valueOf(10_000L + i, 2)),
            UnitPrice.of(BigDecimal.valueOf(6_000L + i, 2)),
            Percent.parse("19"));
    return Line.of(String.valueOf(i), item, Quantity.of(BigDecimal.valueOf(1 + i % 9)))
        .on(new Terms.Discount(Percent.parse("3.5")));
  }

  private static PriceRule rule(int i, int lines) {
    Scope scope = Scope.values()[i % 3];
    return new PriceRule(
        "R-" + i,
        scope,
        switch (scope) {
          case ACCOUNT -> Optional.of(BUYER.account());
          case GROUP -> BUYER.group();
          case EVERYONE -> Optional.empty();
        },
        new PriceRule.OfProduct("P-" + i % lines),
        Quantity.of(BigDecimal.valueOf(i % 5 * 3L)),
        Optional.empty(),
        Optional.empty(),
        new PriceRule.PercentOff(Percent.of(BigDecimal.valueOf(1 + i % 5))));
  }

  /** The worksheet, priced and totalled. */
  @Benchmark
  public Tally tally() {
    return sheet.tally();
  }

  /** The rule lookups alone. */
  @Benchmark
  public void lookups(Blackhole hole) {
    PriceFinder finder =
        new PriceFinder(sheet.pricePolicy(), sheet.priceRules(), sheet.buyer(), sheet.date());
    for (Line line : sheet.lines()) {
      hole.consume(finder.find(line.item(), line.quantity(), line.quantity()));
    }
  }

  /** The multiplications and roundings alone, in bare BigDecimal, with prices found before. */
  @Benchmark
  public void bare(Blackhole hole) {
    BigDecimal list = BigDecimal.ZERO;
    BigDecimal contract = BigDecimal.ZERO;
    BigDecimal cost = BigDecimal.ZERO;
    BigDecimal discount = new BigDecimal("0.035");
    for (BigDecimal[] line : bare) {
      BigDecimal gross = line[0].multiply(line[1]).setScale(2, RoundingMode.HALF_UP);
      BigDecimal net = gross.subtract(gross.multiply(discount).setScale(2, RoundingMode.HALF_UP));
      list = list.add(line[0].multiply(line[2]).setScale(2, RoundingMode.HALF_UP));
      contract = contract.add(net);
      cost = cost.add(line[0].multiply(line[3]).setScale(2, RoundingMode.HALF_UP));
      hole.consume(net);
    }
    hole.consume(list);
    hole.consume(
        contract.multiply(BigDecimal.valueOf(19)).divide(HUNDRED, 2, RoundingMode.HALF_UP));
    hole.consume(
        contract.subtract(cost).multiply(HUNDRED).divide(contract, 2, RoundingMode.HALF_UP));
  }
}
