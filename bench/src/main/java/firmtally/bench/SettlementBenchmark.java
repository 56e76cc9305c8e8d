package firmtally.bench;

import firmtally.core.money.Currencies;
import firmtally.core.receivables.LedgerItem;
import firmtally.core.receivables.Payment;
import firmtally.core.receivables.Settlement;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
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

/** What it costs to settle half as many invoices as there are items and payments in all. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 4, time = 1)
@Measurement(iterations = 5, time = 1)
public class SettlementBenchmark {
  private static final CurrencyUnit EUR = Currencies.get("EUR");
  private static final LocalDate DAY = LocalDate.of(2027, 6, 30);

  /** Items and payments together. */
  @Param({"5000", "50000"})
  public int count;

  private List<LedgerItem> items;
  private List<Payment> payments;

  @Setup
  public void setUp() {
    Random random = new Random(17);
    items = new ArrayList<>();
    payments = new ArrayList<>();
    for (int i = 0; i < count / 2; i++) {
      LocalDate on = DAY.minusDays(30L + random.nextInt(600));
      boolean isNote = i % 20 == 19;
      items.add(
          new LedgerItem(
              "I-" + i,
              on,
              on.plusDays(isNote ? 0 : 30),
              Money.ofMinor(EUR, isNote ? -2_000 : 1_000 + random.nextInt(90_000)),
              isNote ? Optional.of("I-" + (i - 1)) : Optional.empty()));
      payments.add(
          new Payment(
              "P-" + i,
              on.plusDays(random.nextInt(30)),
              Money.ofMinor(EUR, 1_000 + random.nextInt(90_000)),
              i % 3 == 0 && !isNote ? List.of("I-" + i) : List.of()));
    }
  }

  /** The settlement. */
  @Benchmark
  public Settlement settlement() {
    return Settlement.of(EUR, DAY, items, payments);
  }

  /** Both sorted by day, and the oldest invoice paid by the next payment, in bare BigDecimal. */
  @Benchmark
  public BigDecimal bare() {
    List<LedgerItem> due = new ArrayList<>(items);
    due.sort(Comparator.comparing(LedgerItem::due).thenComparing(LedgerItem::ref));
    List<Payment> paid = new ArrayList<>(payments);
    paid.sort(Comparator.comparing(Payment::on).thenComparing(Payment::ref));
    BigDecimal open = BigDecimal.ZERO;
    BigDecimal left = BigDecimal.ZERO;
    int next = 0;
    for (LedgerItem item : due) {
      open = open.add(item.total().getAmount());
      while (open.signum() > 0 && next < paid.size()) {
        if (left.signum() == 0) {
          left = paid.get(next++).amount().getAmount();
        }
        BigDecimal taken = left.min(open);
        left = left.subtract(taken);
        open = open.subtract(taken);
      }
    }
    return open;
  }
}
