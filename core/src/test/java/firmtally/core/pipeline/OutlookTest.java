package firmtally.core.pipeline;

import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.percent;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import firmtally.core.money.Percent;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

class OutlookTest {
  static IntStream seeds() {
    return IntStream.range(0, 40);
  }

  private static OpenOpportunity open(String ref, String value, String odds) {
    return new OpenOpportunity(ref, eur(value), percent(odds));
  }

  private static Outlook outlook(String goal, String won, OpenOpportunity... open) {
    return Outlook.of(EUR, Optional.ofNullable(goal).map(g -> eur(g)), eur(won), List.of(open));
  }

  private static List<String> refs(Outlook outlook) {
    return outlook.closers().orElseThrow().stream().map(OpenOpportunity::ref).toList();
  }

  /** The example of the class's documentation. */
  @Test
  void workedExample() {
    Outlook outlook = outlook("2500", "500", open("A", "1000", "50"), open("B", "2000", "50"));
    assertThat(outlook.expected()).isEqualTo(eur("2000"));
    assertThat(outlook.best()).isEqualTo(eur("3500"));
    assertThat(outlook.low()).isEqualTo(eur("500"));
    assertThat(outlook.middle()).isEqualTo(eur("1500"));
    assertThat(outlook.high()).isEqualTo(eur("3500"));
    assertThat(outlook.goalPercent()).contains(percent("50"));
    assertThat(outlook.gap()).contains(eur("2000"));
    assertThat(refs(outlook)).containsExactly("B");
    assertThat(outlook.deviation().getAmount()).isEqualByComparingTo("1118.03");
  }

  @ParameterizedTest
  @CsvSource({
    "90, 500, 1500, 1500",
    "90.0001, 1500, 1500, 1500",
    "50, 500, 500, 1500",
    "50.0001, 500, 1500, 1500",
    "10, 500, 500, 500",
    "10.0001, 500, 500, 1500"
  })
  void exactlySoManyPercentAreEnough(String odds, String low, String middle, String high) {
    Outlook outlook = outlook(null, "500", open("A", "1000", odds));
    assertThat(outlook.low()).isEqualTo(eur(low));
    assertThat(outlook.middle()).isEqualTo(eur(middle));
    assertThat(outlook.high()).isEqualTo(eur(high));
  }

  @Test
  void theGoalIsReachedExactlyAndNotBelow() {
    OpenOpportunity half = open("A", "1000", "50");
    assertThat(outlook("1500", "500", half).goalPercent()).contains(percent("50"));
    assertThat(outlook("1500.01", "500", half).goalPercent()).contains(Percent.ZERO);
    assertThat(outlook("500", "500", half).goalPercent()).contains(Percent.HUNDRED);
    assertThat(outlook("500.01", "500", half).goalPercent()).contains(percent("50"));
  }

  @Test
  void closersAreTheLargestThenTheLikelierThenTheSmallerRef() {
    Outlook outlook =
        outlook(
            "1100",
            "0",
            open("R9", "400", "20"),
            open("R10", "400", "20"),
            open("Z", "400", "60"),
            open("C", "300", "90"));
    assertThat(refs(outlook)).containsExactly("Z", "R10", "R9");
    assertThat(outlook("1500.01", "0", open("A", "1500", "90")).closers()).isEmpty();
    assertThat(refs(outlook("1500", "0", open("A", "1500", "0")))).containsExactly("A");
    assertThat(refs(outlook("10", "10", open("A", "1500", "90")))).isEmpty();
    assertThat(outlook(null, "10", open("A", "1500", "90")).closers()).isEmpty();
  }

  @Test
  void whatIsCertainOrWorthlessMovesNothing() {
    Outlook outlook =
        outlook(
            "700.01",
            "0",
            open("sure", "700", "100"),
            open("never", "900", "0"),
            open("free", "0", "50"));
    assertThat(List.of(outlook.low(), outlook.middle(), outlook.high())).containsOnly(eur("700"));
    assertThat(outlook.goalPercent()).contains(Percent.ZERO);
    assertThat(outlook.deviation().getAmount()).isEqualByComparingTo("0");
  }

  @Test
  void refusesAmountsBelowZero() {
    assertThatThrownBy(() -> outlook("-1", "0")).hasMessage("goal EUR -1.00 is below 0");
    assertThatThrownBy(() -> outlook("0", "-0.01")).hasMessage("won EUR -0.01 is below 0");
    assertThatThrownBy(() -> open("A", "-0.01", "5")).hasMessage("value EUR -0.01 is below 0");
    assertThatThrownBy(() -> open("", "1", "5")).hasMessage("ref is empty");
    assertThatThrownBy(() -> open("A", "1", "100.0001"))
        .hasMessage("percent 100.0001 is outside [0, 100]");
    assertThat(outlook("0", "0").goalPercent()).contains(Percent.HUNDRED);
  }

  /** The distribution of the total written out: each total with its odds. */
  private static TreeMap<BigInteger, BigDecimal> totals(List<OpenOpportunity> open) {
    TreeMap<BigInteger, BigDecimal> totals = new TreeMap<>(Map.of(BigInteger.ZERO, BigDecimal.ONE));
    for (OpenOpportunity opportunity : open) {
      TreeMap<BigInteger, BigDecimal> next = new TreeMap<>();
      totals.forEach(
          (total, odds) -> {
            next.merge(total, odds.multiply(opportunity.percent().complement()), BigDecimal::add);
            next.merge(
                total.add(Outlook.minor(opportunity.value())),
                odds.multiply(opportunity.percent().fraction()),
                BigDecimal::add);
          });
      totals = next;
    }
    return totals;
  }

  private static BigInteger first(TreeMap<BigInteger, BigDecimal> totals, String share) {
    BigDecimal sum = BigDecimal.ZERO;
    for (Map.Entry<BigInteger, BigDecimal> total : totals.entrySet()) {
      sum = sum.add(total.getValue());
      if (sum.compareTo(new BigDecimal(share)) >= 0) {
        return total.getKey();
      }
    }
    throw new AssertionError("the odds do not sum to 1");
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void isExactForAFew(int seed) {
    Random random = new Random(seed);
    List<OpenOpportunity> open =
        IntStream.range(0, 1 + random.nextInt(12))
            .mapToObj(
                i ->
                    new OpenOpportunity(
                        "O" + i,
                        Money.ofMinor(EUR, random.nextInt(5) * 100_000L + random.nextInt(3)),
                        Percent.ofTenThousandths(random.nextInt(11) * 100_000L)))
            .toList();
    TreeMap<BigInteger, BigDecimal> totals = totals(open);
    Money goal = Money.ofMinor(EUR, random.nextInt(2_000_000));
    Outlook outlook = Outlook.of(EUR, Optional.of(goal), eur("0"), open);
    assertThat(Outlook.minor(outlook.low())).isEqualTo(first(totals, "0.1"));
    assertThat(Outlook.minor(outlook.middle())).isEqualTo(first(totals, "0.5"));
    assertThat(Outlook.minor(outlook.high())).isEqualTo(first(totals, "0.9"));
    BigDecimal reaching =
        totals.tailMap(Outlook.minor(goal)).values().stream()
            .reduce(BigDecimal.ZERO, BigDecimal::add);
    assertThat(outlook.goalPercent()).isEqualTo(Percent.ratio(reaching, BigDecimal.ONE));
  }

  /** Piles that are hard in different ways. */
  enum Pile {
    /** 21 alike: the middle is a tie of exactly 50 %. */
    ALIKE(21, i -> new long[] {1_000, 500_000}),
    /** Many alike with small odds: few close, so each shows. */
    RARE(400, i -> new long[] {1_000, 4_000}),
    /** A few that outweigh a crowd. */
    FEW_AMONG_MANY(300, i -> new long[] {i < 4 ? 60_000 : 20 + i * 7L % 18, 300_000}),
    /** Alike but for cents: they come in heaps that are narrow. */
    HEAPS(60, i -> new long[] {5_000 + i * 13 % 7, 500_000}),
    /** As they come. */
    MIXED(300, i -> new long[] {100 + i * 7_919L % 1_900, 50_000 + i * 104_729L % 900_000});

    private final List<OpenOpportunity> open;

    Pile(int size, IntFunction<long[]> valueAndOdds) {
      open =
          IntStream.range(0, size)
              .mapToObj(
                  i ->
                      new OpenOpportunity(
                          "O" + i,
                          Money.ofMinor(EUR, valueAndOdds.apply(i)[0]),
                          Percent.ofTenThousandths(valueAndOdds.apply(i)[1])))
              .toList();
    }

    /** In doubles, by the unit: an independent way that is slow and needs no care. */
    double[] written() {
      int most = open.stream().mapToInt(o -> (int) o.value().getAmountMinorLong()).sum();
      double[] odds = new double[most + 1];
      odds[0] = 1;
      int reached = 0;
      for (OpenOpportunity opportunity : open) {
        int value = (int) opportunity.value().getAmountMinorLong();
        double won = opportunity.percent().fraction().doubleValue();
        for (int i = reached; i >= 0; i--) {
          if (odds[i] != 0) {
            odds[i + value] += odds[i] * won;
            odds[i] *= 1 - won;
          }
        }
        reached += value;
      }
      return odds;
    }
  }

  @ParameterizedTest
  @EnumSource(Pile.class)
  void isNearForMany(Pile pile) {
    double[] odds = pile.written();
    double onePercent = (odds.length - 1) / 100.0;
    Outlook outlook = Outlook.of(EUR, Optional.empty(), eur("0"), pile.open);
    assertThat(minor(outlook.low())).isCloseTo(first(odds, 0.1), within(onePercent));
    assertThat(minor(outlook.middle())).isCloseTo(first(odds, 0.5), within(onePercent));
    assertThat(minor(outlook.high())).isCloseTo(first(odds, 0.9), within(onePercent));
    for (double share : new double[] {0.02, 0.1, 0.3, 0.5, 0.7, 0.9, 0.98}) {
      int at = (int) first(odds, share);
      for (int goal : List.of(Math.max(0, at - 1), at, at + 1)) {
        double reaching = Arrays.stream(odds, Math.min(goal, odds.length), odds.length).sum();
        Outlook aimed = Outlook.of(EUR, Optional.of(Money.ofMinor(EUR, goal)), eur("0"), pile.open);
        assertThat(aimed.goalPercent().orElseThrow().value().doubleValue())
            .as("goal %s", goal)
            .isCloseTo(100 * reaching, within(1.0));
      }
    }
  }

  private static double minor(Money amount) {
    return amount.getAmountMinorLong();
  }

  private static double first(double[] odds, double share) {
    double sum = 0;
    for (int i = 0; i < odds.length; i++) {
      sum += odds[i];
      if (sum >= share - 1e-12) {
        return i;
      }
    }
    return odds.length - 1.0;
  }

  /** Ten thousand as they come: nothing to write out, but a bell curve must be near by. */
  @Test
  void tenThousandAreNearTheBellCurve() {
    Random random = new Random(7);
    List<OpenOpportunity> open = new ArrayList<>();
    for (int i = 0; i < 10_000; i++) {
      open.add(
          new OpenOpportunity(
              "O" + i,
              Money.ofMinor(EUR, 10_000 + random.nextInt(5_000_000)),
              Percent.ofTenThousandths(50_000 + random.nextInt(900_000))));
    }
    Outlook plain = Outlook.of(EUR, Optional.empty(), eur("0"), open);
    double mean = plain.expected().getAmount().doubleValue();
    double deviation = plain.deviation().getAmount().doubleValue();
    double onePercent = plain.best().getAmount().doubleValue() / 100;
    assertThat(plain.low().getAmount().doubleValue())
        .isCloseTo(mean - 1.2816 * deviation, within(onePercent));
    assertThat(plain.high().getAmount().doubleValue())
        .isCloseTo(mean + 1.2816 * deviation, within(onePercent));
    for (Map.Entry<Double, Double> bell : Map.of(-1.0, 84.13, 0.0, 50.0, 1.5, 6.68).entrySet()) {
      Money goal = Money.ofMinor(EUR, Math.round(100 * (mean + bell.getKey() * deviation)));
      Outlook aimed = Outlook.of(EUR, Optional.of(goal), eur("0"), open);
      assertThat(aimed.goalPercent().orElseThrow().value().doubleValue())
          .isCloseTo(bell.getValue(), within(1.0));
    }
    assertThat(Outlook.of(EUR, Optional.empty(), eur("0"), open)).isEqualTo(plain);
  }

  @Test
  void theOrderOfManyChangesNothing() {
    List<OpenOpportunity> shuffled = new ArrayList<>(Pile.MIXED.open);
    Collections.shuffle(shuffled, new Random(3));
    Optional<Money> goal = Optional.of(eur("70000"));
    assertThat(Outlook.of(EUR, goal, eur("0"), shuffled))
        .isEqualTo(Outlook.of(EUR, goal, eur("0"), Pile.MIXED.open));
  }

  @Test
  void deviationIsRoundedExactly() {
    // 0.01 × √(0.5 × 0.5) is 0.005, which is half a cent.
    assertThat(outlook(null, "0", open("A", "0.01", "50")).deviation().getAmount())
        .isEqualByComparingTo("0.01");
    assertThat(outlook(null, "0", open("A", "0.01", "49.9999")).deviation().getAmount())
        .isEqualByComparingTo("0.00");
  }

  @Test
  void workingsNameEveryOpportunity() {
    OpenOpportunity a = open("A", "1000", "50");
    List<OpenOpportunity> open = List.of(a);
    Outlook outlook = Outlook.of(EUR, Optional.of(eur("800")), eur("500"), open);
    Map<String, Working> workings =
        outlook.workings(EUR, Optional.of(eur("800")), eur("500"), open).stream()
            .collect(Collectors.toMap(Working::of, w -> w));
    assertThat(workings.get("expected").steps()).extracting("subject").containsExactly("A");
    assertThat(workings.get("expected").result()).contains("1000.00");
    assertThat(workings.get("deviation").exact()).contains("√250000");
    assertThat(workings.get("gap").result()).contains("300.00");
    assertThat(workings.get("closers").result()).contains("1 taken");
    assertThat(workings.get("low").inputs()).extracting("value").containsExactly("exact");
  }
}
