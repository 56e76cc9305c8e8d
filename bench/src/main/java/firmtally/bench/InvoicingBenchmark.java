package firmtally.bench;

import firmtally.core.invoicing.Ask;
import firmtally.core.invoicing.Invoicing;
import firmtally.core.invoicing.OrderLine;
import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * What it costs to invoice an order of so many lines in 100 asks: 98 parts, a deposit and a rest.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 4, time = 1)
@Measurement(iterations = 5, time = 1)
public class InvoicingBenchmark {
  private static final CurrencyUnit EUR = Currencies.get("EUR");
  private static final int ASKS = 100;

  /** Lines of the order. */
  @Param({"100", "1000"})
  public int lines;

  private List<OrderLine> order;
  private List<Ask> asks;
  private BigDecimal[][] bare;

  @Setup
  public void setUp() {
    order = new ArrayList<>();
    List<Ask.Portion> all = new ArrayList<>();
    bare = new BigDecimal[lines][];
    for (int i = 0; i < lines; i++) {
      Money net = Money.ofMinor(EUR, 10_000L + 37L * i);
      order.add(
          new OrderLine(
              "L-" + i,
              Quantity.of(BigDecimal.valueOf(ASKS)),
              net,
              Percent.of(BigDecimal.valueOf(i % 3 == 0 ? 7 : 19))));
      all.add(new Ask.Portion("L-" + i, Quantity.of(BigDecimal.ONE)));
      bare[i] = new BigDecimal[] {BigDecimal.valueOf(ASKS), net.getAmount()};
    }
    asks = new ArrayList<>();
    asks.add(new Ask.PercentDeposit("D", Percent.of(BigDecimal.TEN)));
    for (int i = 1; i < ASKS - 1; i++) {
      asks.add(new Ask.Part("P-" + i, all, true));
    }
    asks.add(new Ask.Rest("R", true));
  }

  /** The papers. */
  @Benchmark
  public Invoicing invoicing() {
    return Invoicing.of(EUR, order, asks);
  }

  /** A rounded share for each line and ask, less the one before, in bare BigDecimal. */
  @Benchmark
  public BigDecimal bare() {
    BigDecimal sum = BigDecimal.ZERO;
    for (BigDecimal[] line : bare) {
      BigDecimal before = BigDecimal.ZERO;
      for (int k = 1; k < ASKS; k++) {
        BigDecimal upTo =
            line[1].multiply(BigDecimal.valueOf(k)).divide(line[0], 2, RoundingMode.HALF_UP);
        sum = sum.add(upTo.subtract(before));
        before = upTo;
      }
    }
    return sum;
  }
}
