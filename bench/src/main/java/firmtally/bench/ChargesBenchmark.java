package firmtally.bench;

import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.renewal.ChargeCalendar;
import firmtally.core.renewal.RecurringAgreement;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
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

/** What it costs to charge so many agreements of two lines over 24 months. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 4, time = 1)
@Measurement(iterations = 5, time = 1)
public class ChargesBenchmark {
  private static final CurrencyUnit EUR = Currencies.get("EUR");
  private static final LocalDate FROM = LocalDate.of(2027, 1, 1);
  private static final int MONTHS = 24;
  private static final BigDecimal TAX = new BigDecimal("0.19");

  /** Agreements. */
  @Param({"1000", "10000"})
  public int count;

  private List<RecurringAgreement> agreements;

  @Setup
  public void setUp() {
    Random random = new Random(13);
    agreements = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      LocalDate start = FROM.minusDays(random.nextInt(700));
      agreements.add(
          new RecurringAgreement(
              "V-" + i,
              start,
              60,
              random.nextInt(10) == 0
                  ? Optional.of(start.plusDays(800 + random.nextInt(600)))
                  : Optional.empty(),
              random.nextBoolean(),
              List.of(line("a", random, 1), line("b", random, 12))));
    }
  }

  private static RecurringAgreement.ChargeLine line(String id, Random random, int every) {
    return new RecurringAgreement.ChargeLine(
        id, Money.ofMinor(EUR, 1_000 + random.nextInt(90_000)), every, Percent.parse("19"));
  }

  /** The calendar. */
  @Benchmark
  public ChargeCalendar charges() {
    return ChargeCalendar.of(EUR, FROM, FROM.plusMonths(MONTHS).minusDays(1), agreements);
  }

  /** Each period's days and amount added into its month, and its tax, in bare BigDecimal. */
  @Benchmark
  public BigDecimal bare() {
    BigDecimal[] months = new BigDecimal[MONTHS];
    BigDecimal tax = BigDecimal.ZERO;
    for (RecurringAgreement agreement : agreements) {
      for (RecurringAgreement.ChargeLine line : agreement.lines()) {
        for (int m = 0; m < MONTHS; m += line.everyMonths()) {
          LocalDate first = agreement.start().plusMonths(m);
          LocalDate last = agreement.start().plusMonths(m + line.everyMonths()).minusDays(1);
          int month = (last.getMonthValue() + first.getMonthValue()) % MONTHS;
          BigDecimal net = line.charge().getAmount();
          months[month] = months[month] == null ? net : months[month].add(net);
          tax = tax.add(net.multiply(TAX).setScale(2, RoundingMode.HALF_UP));
        }
      }
    }
    return tax.add(months[2]);
  }
}
