package firmtally.core.ordering;

import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.price;
import static firmtally.core.Some.quantity;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class VarianceTest {
  static IntStream seeds() {
    return IntStream.range(0, 60);
  }

  private static VarianceLine line(String key, String quantity, String price, String paid) {
    return new VarianceLine(key, quantity(quantity), price(price), eur(paid));
  }

  private static Variance of(List<VarianceLine> before, List<VarianceLine> after) {
    return Variance.of(EUR, before, after);
  }

  /** The example of the class's documentation. */
  @Test
  void workedExample() {
    Variance variance =
        of(List.of(line("s", "10", "400", "3800")), List.of(line("s", "12", "380", "4200")));
    assertThat(variance.lines().get(0).parts())
        .isEqualTo(new Variance.Parts(eur("760"), eur("-228"), eur("-132"), eur("0"), eur("0")));
    assertThat(variance.totals().change()).isEqualTo(eur("400"));
  }

  @ParameterizedTest
  @CsvSource({"0.01, 3, 0.01", "0.01, 1, -0.01", "0.03, 1, -0.02"})
  void theQuantityPartIsRoundedHalfUp(String paid, String quantity, String part) {
    // From 2 on: half a cent more or less, or one and a half less.
    Variance variance =
        of(List.of(line("s", "2", "1", paid)), List.of(line("s", quantity, "1", paid)));
    assertThat(variance.totals().quantity()).isEqualTo(eur(part));
  }

  @Test
  void aPriceFromNothingIsAllDiscount() {
    Variance variance = of(List.of(line("s", "2", "0", "0")), List.of(line("s", "2", "50", "100")));
    assertThat(variance.totals().price()).isEqualTo(eur("0"));
    assertThat(variance.totals().discount()).isEqualTo(eur("100"));
  }

  @Test
  void addedLinesComeAfterThoseThatWereThere() {
    Variance variance =
        of(
            List.of(line("b", "1", "1", "5"), line("a", "1", "1", "7")),
            List.of(line("n", "1", "1", "3"), line("a", "1", "1", "7")));
    assertThat(variance.lines()).extracting(Variance.Line::key).containsExactly("b", "a", "n");
    assertThat(variance.totals().removed()).isEqualTo(eur("-5"));
    assertThat(variance.totals().added()).isEqualTo(eur("3"));
    assertThat(variance.totals().change()).isEqualTo(eur("-2"));
  }

  @Test
  void refusesAKeyThatStandsTwice() {
    List<VarianceLine> twice = List.of(line("a", "1", "1", "1"), line("a", "2", "1", "1"));
    assertThatThrownBy(() -> of(twice, List.of())).hasMessage("key a stands twice");
    assertThatThrownBy(() -> of(List.of(), twice)).hasMessage("key a stands twice");
    assertThatThrownBy(() -> line("", "1", "1", "1")).hasMessage("key is empty");
    assertThatThrownBy(() -> line("a", "0", "1", "1")).hasMessage("quantity 0 is not above 0");
    assertThatThrownBy(() -> line("a", "1", "1", "-0.01")).hasMessage("final EUR -0.01 is below 0");
  }

  private static List<VarianceLine> random(Random random) {
    List<VarianceLine> lines = new ArrayList<>();
    for (int key = 0; key < 9; key++) {
      if (random.nextInt(4) > 0) {
        lines.add(
            new VarianceLine(
                "K" + key,
                Quantity.ofThousandths(1 + random.nextInt(30_000)),
                UnitPrice.ofTenThousandths(random.nextInt(5) * 123_456L),
                Money.ofMinor(EUR, random.nextInt(500_000))));
      }
    }
    return lines;
  }

  /** Law: the parts of each line and of the whole sum to the change, and the workings agree. */
  @ParameterizedTest
  @MethodSource("seeds")
  void addsUp(int seed) {
    Random random = new Random(seed);
    List<VarianceLine> before = random(random);
    List<VarianceLine> after = random(random);
    Variance variance = of(before, after);
    assertThat(variance.totals().change()).isEqualTo(variance.after().minus(variance.before()));
    Map<String, Working> workings =
        variance.workings(before, after).stream()
            .collect(Collectors.toMap(Working::of, Function.identity()));
    for (int i = 0; i < variance.lines().size(); i++) {
      Variance.Parts parts = variance.lines().get(i).parts();
      String at = "lines[" + i + "].";
      for (Map.Entry<String, Money> part :
          Map.of(
                  "quantity", parts.quantity(),
                  "price", parts.price(),
                  "discount", parts.discount(),
                  "added", parts.added(),
                  "removed", parts.removed())
              .entrySet()) {
        Working working = workings.get(at + part.getKey());
        assertThat(working == null ? BigDecimal.ZERO : number(working))
            .as(at + part.getKey())
            .isEqualByComparingTo(part.getValue().getAmount());
      }
    }
    assertThat(number(workings.get("totals.change")))
        .isEqualByComparingTo(variance.totals().change().getAmount());
  }

  private static BigDecimal number(Working working) {
    return new BigDecimal(working.result().orElseThrow());
  }

  /** Law: turned round, what was added is removed and the change is the opposite. */
  @ParameterizedTest
  @MethodSource("seeds")
  void turnedRoundItIsTheOpposite(int seed) {
    Random random = new Random(seed);
    List<VarianceLine> before = random(random);
    List<VarianceLine> after = random(random);
    Variance.Parts there = of(before, after).totals();
    Variance.Parts back = of(after, before).totals();
    assertThat(back.change()).isEqualTo(there.change().negated());
    assertThat(back.added()).isEqualTo(there.removed().negated());
  }
}
