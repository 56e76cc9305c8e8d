package firmtally.bench;

import firmtally.core.margin.Approval;
import firmtally.core.margin.SignOff;
import firmtally.core.margin.SignOffPolicy;
import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.Item;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.Tally;
import firmtally.core.worksheet.Terms;
import firmtally.core.worksheet.Worksheet;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
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
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * What it costs to ask whether a yes to a worksheet of so many lines still holds, both worked out
 * already.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 4, time = 1)
@Measurement(iterations = 5, time = 1)
public class ApprovalBenchmark {
  private static final SignOffPolicy POLICY =
      new SignOffPolicy(
          "rep",
          List.of(
              new SignOffPolicy.Level("rep", Percent.parse("5")),
              new SignOffPolicy.Level("manager", Percent.parse("20")),
              new SignOffPolicy.Level("director", Percent.HUNDRED)),
          List.of(new SignOffPolicy.FamilyFloor("family-1", Percent.parse("45"), "manager")),
          Optional.of(new SignOffPolicy.DocumentFloor(Percent.parse("45"), "manager")),
          Optional.empty(),
          List.of());

  /** Lines. */
  @Param({"20", "200"})
  public int lines;

  private Tally approved;
  private Tally now;

  @Setup
  public void setUp() {
    approved = tally("12");
    now = tally("11");
  }

  private Tally tally(String discount) {
    return Worksheet.of(
            Currencies.get("EUR"),
            LocalDate.of(2027, 3, 15),
            IntStream.range(0, lines).mapToObj(i -> line(i, discount)).toList())
        .tally();
  }

  private static Line line(int i, String discount) {
    Item item =
        Item.product(
            "P-" + i,
            Optional.of("family-" + i % 4),
            UnitPrice.of(BigDecimal.valueOf(10_000L + i, 2)),
            UnitPrice.of(BigDecimal.valueOf(5_600L + i, 2)),
            Percent.parse("19"));
    return Line.of("L-" + i, item, Quantity.of(BigDecimal.valueOf(1 + i % 9)))
        .on(new Terms.Discount(Percent.parse(discount)));
  }

  /** The approval, with the sign-off of now. */
  @Benchmark
  public Approval approval() {
    return Approval.of("manager", approved, now, POLICY);
  }

  /** The sign-off of now alone. */
  @Benchmark
  public SignOff signOff() {
    return SignOff.of(now, POLICY);
  }

  /** Shares multiplied out line by line, in bare BigDecimal. */
  @Benchmark
  public int bare() {
    int covered = 0;
    for (int i = 0; i < lines; i++) {
      var then = approved.lines().get(i);
      var is = now.lines().get(i);
      BigDecimal ours =
          then.gross().minus(then.finalAmount()).getAmount().multiply(is.gross().getAmount());
      BigDecimal theirs =
          is.gross().minus(is.finalAmount()).getAmount().multiply(then.gross().getAmount());
      covered += ours.compareTo(theirs) >= 0 ? 1 : 0;
    }
    return covered;
  }
}
