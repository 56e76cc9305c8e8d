package firmtally.bench;

import firmtally.core.credit.CreditCheck;
import firmtally.core.credit.CreditFile;
import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
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

/** What it costs to check an account of 5,000 open items and 500 orders. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Fork(1)
@Warmup(iterations = 5, time = 1)
@Measurement(iterations = 5, time = 1)
public class CreditBenchmark {
  private static final CurrencyUnit EUR = Currencies.get("EUR");
  private static final LocalDate DAY = LocalDate.of(2027, 3, 15);
  private CreditFile file;

  @Setup
  public void setUp() {
    Random random = new Random(5);
    file =
        new CreditFile(
            EUR,
            DAY,
            false,
            List.of(new CreditFile.Limit(DAY.minusYears(1), Money.ofMajor(EUR, 9_000_000))),
            IntStream.range(0, 5_000)
                .mapToObj(
                    i ->
                        new CreditFile.OpenItem(
                            "I-" + i,
                            Money.ofMinor(EUR, random.nextInt(400_000) - 20_000),
                            DAY.plusDays(random.nextInt(200) - 120)))
                .toList(),
            IntStream.range(0, 500)
                .mapToObj(
                    i ->
                        new CreditFile.OpenOrder(
                            "S-" + i,
                            Money.ofMinor(EUR, random.nextInt(900_000)),
                            DAY.plusDays(random.nextInt(60))))
                .toList(),
            30,
            9,
            5,
            Money.ofMajor(EUR, 100),
            Percent.parse("15"),
            Optional.of(new CreditFile.Document(Money.ofMajor(EUR, 12_000), Optional.empty())));
  }

  /** The check with its projection of a year. */
  @Benchmark
  public CreditCheck check() {
    return CreditCheck.of(file);
  }

  /** The sum of all balances alone, in bare BigDecimal. */
  @Benchmark
  public BigDecimal bare() {
    BigDecimal sum = BigDecimal.ZERO;
    for (CreditFile.OpenItem item : file.openItems()) {
      sum = sum.add(item.balance().getAmount());
    }
    for (CreditFile.OpenOrder order : file.orders()) {
      sum = sum.add(order.balance().getAmount());
    }
    return sum;
  }
}
