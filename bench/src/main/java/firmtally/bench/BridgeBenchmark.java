package firmtally.bench;

import firmtally.core.money.Currencies;
import firmtally.core.renewal.RecurringBridge;
import firmtally.core.renewal.RecurringStream;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Arrays;
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
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** What it costs to bridge 50,000 streams of 10,000 accounts over 36 months. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 4, time = 1)
@Measurement(iterations = 5, time = 1)
public class BridgeBenchmark {
  private static final CurrencyUnit EUR = Currencies.get("EUR");
  private static final int STREAMS = 50_000;
  private static final int ACCOUNTS = 10_000;
  private static final int MONTHS = 36;
  private static final YearMonth FROM = YearMonth.of(2025, 1);
  private List<RecurringStream> streams;

  @Setup
  public void setUp() {
    Random random = new Random(11);
    streams = new ArrayList<>();
    for (int i = 0; i < STREAMS; i++) {
      LocalDate from = LocalDate.of(2023, 1, 1).plusDays(random.nextInt(1_500));
      Optional<LocalDate> to =
          random.nextInt(3) == 0
              ? Optional.empty()
              : Optional.of(from.plusDays(random.nextInt(900)));
      streams.add(
          new RecurringStream(
              "A-" + random.nextInt(ACCOUNTS),
              Money.ofMinor(EUR, 1_000 + random.nextInt(90_000)),
              from,
              to));
    }
  }

  /** The bridge. */
  @Benchmark
  public RecurringBridge bridge() {
    return RecurringBridge.of(EUR, FROM, FROM.plusMonths(MONTHS - 1L), streams);
  }

  /** Each stream added where it begins and taken off where it ends, in bare BigDecimal. */
  @Benchmark
  public BigDecimal bare() {
    BigDecimal[] moves = new BigDecimal[MONTHS];
    Arrays.fill(moves, BigDecimal.ZERO);
    int first = FROM.getYear() * 12 + FROM.getMonthValue();
    for (RecurringStream stream : streams) {
      add(moves, stream.from(), first, stream.monthly().getAmount());
      if (stream.to().isPresent()) {
        add(moves, stream.to().get(), first, stream.monthly().getAmount().negate());
      }
    }
    return Arrays.stream(moves).reduce(BigDecimal.ZERO, BigDecimal::add);
  }

  private static void add(BigDecimal[] moves, LocalDate day, int first, BigDecimal amount) {
    int month = day.getYear() * 12 + day.getMonthValue() - first;
    if (month >= 0 && month < moves.length) {
      moves[month] = moves[month].add(amount);
    }
  }
}
