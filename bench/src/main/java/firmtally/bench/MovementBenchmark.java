package firmtally.bench;

import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.pipeline.Movement;
import firmtally.core.pipeline.PipelineState;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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

/** What it costs to compare two days of a pipeline of so many opportunities. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 4, time = 1)
@Measurement(iterations = 5, time = 1)
public class MovementBenchmark {
  private static final CurrencyUnit EUR = Currencies.get("EUR");
  private static final Movement.Period QUARTER =
      new Movement.Period(LocalDate.of(2027, 4, 1), LocalDate.of(2027, 6, 30));

  /** Opportunities. */
  @Param({"10000", "100000"})
  public int count;

  private List<PipelineState> before;
  private List<PipelineState> after;

  @Setup
  public void setUp() {
    Random random = new Random(23);
    before = new ArrayList<>();
    after = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      if (i % 5 > 0) {
        before.add(state(random, i, PipelineState.Status.OPEN));
      }
      after.add(state(random, i, PipelineState.Status.values()[Math.max(0, i % 8 - 4)]));
    }
  }

  private static PipelineState state(Random random, int i, PipelineState.Status status) {
    return new PipelineState(
        "O-" + i,
        Money.ofMinor(EUR, random.nextInt(900_000)),
        Percent.of(BigDecimal.valueOf(random.nextInt(11) * 10L)),
        LocalDate.of(2027, 3, 1).plusDays(random.nextInt(150)),
        status);
  }

  /** The movement. */
  @Benchmark
  public Movement movement() {
    return Movement.of(EUR, QUARTER, before, after);
  }

  /** Each pair found, weighted and subtracted, and the changes sorted, in bare BigDecimal. */
  @Benchmark
  public BigDecimal bare() {
    Map<String, PipelineState> was = new HashMap<>();
    before.forEach(state -> was.put(state.ref(), state));
    List<BigDecimal> changes = new ArrayList<>(count);
    for (PipelineState now : after) {
      PipelineState then = was.get(now.ref());
      BigDecimal b = then == null ? BigDecimal.ZERO : weighted(then);
      changes.add(weighted(now).subtract(b));
    }
    changes.sort((a, b) -> b.abs().compareTo(a.abs()));
    return changes.get(count / 2);
  }

  private static BigDecimal weighted(PipelineState state) {
    return state
        .value()
        .getAmount()
        .multiply(state.percent().fraction())
        .setScale(2, RoundingMode.HALF_UP);
  }
}
