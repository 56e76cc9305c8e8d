package firmtally.bench;

import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.pipeline.OpenOpportunity;
import firmtally.core.pipeline.Outlook;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
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

/** What it costs to look ahead: exact up to 20 open opportunities, near beyond. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 4, time = 1)
@Measurement(iterations = 5, time = 1)
public class OutlookBenchmark {
  private static final CurrencyUnit EUR = Currencies.get("EUR");

  /** Open opportunities. */
  @Param({"20", "300", "10000"})
  public int open;

  private List<OpenOpportunity> opportunities;
  private Money goal;

  @Setup
  public void setUp() {
    Random random = new Random(7);
    opportunities = new ArrayList<>();
    for (int i = 0; i < open; i++) {
      opportunities.add(
          new OpenOpportunity(
              "O-" + i,
              Money.ofMinor(EUR, 10_000 + random.nextInt(5_000_000)),
              Percent.ofTenThousandths(50_000 + random.nextInt(900_000))));
    }
    goal = Outlook.of(EUR, Optional.empty(), Money.zero(EUR), opportunities).expected();
  }

  /** The whole outlook, with odds of a goal. */
  @Benchmark
  public Outlook outlook() {
    return Outlook.of(EUR, Optional.of(goal), Money.zero(EUR), opportunities);
  }

  /** The weighted sum and the variance alone, in bare BigDecimal. */
  @Benchmark
  public BigDecimal bare() {
    BigDecimal expected = BigDecimal.ZERO;
    BigDecimal variance = BigDecimal.ZERO;
    for (OpenOpportunity o : opportunities) {
      BigDecimal weighted = o.value().getAmount().multiply(o.percent().fraction());
      expected = expected.add(weighted);
      variance =
          variance.add(o.value().getAmount().multiply(weighted).multiply(o.percent().complement()));
    }
    return expected.setScale(2, RoundingMode.HALF_UP).add(variance);
  }
}
