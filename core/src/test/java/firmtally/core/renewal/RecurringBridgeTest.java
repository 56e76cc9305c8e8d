package firmtally.core.renewal;

import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.percent;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.money.Percent;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class RecurringBridgeTest {
  static IntStream seeds() {
    return IntStream.range(0, 60);
  }

  private static RecurringStream stream(String account, String monthly, String from, String to) {
    return new RecurringStream(
        account,
        eur(monthly),
        LocalDate.parse(from),
        Optional.ofNullable(to).map(LocalDate::parse));
  }

  private static RecurringBridge bridge(String from, String to, RecurringStream... streams) {
    return RecurringBridge.of(EUR, YearMonth.parse(from), YearMonth.parse(to), List.of(streams));
  }

  /** The example of the class's documentation. */
  @Test
  void workedExample() {
    List<RecurringBridge.Month> months =
        bridge(
                "2027-02",
                "2027-04",
                stream("A", "100", "2027-01-10", "2027-04-15"),
                stream("A", "25.50", "2027-02-10", "2027-04-15"))
            .months();
    assertThat(months.get(0).opening()).isEqualTo(eur("100"));
    assertThat(months.get(0).expansion()).isEqualTo(eur("25.50"));
    assertThat(months.get(1).closing()).isEqualTo(eur("125.50"));
    assertThat(months.get(2).lost()).isEqualTo(eur("125.50"));
    assertThat(months.get(2).closing()).isEqualTo(eur("0"));
  }

  @ParameterizedTest
  @CsvSource({
    "2027-02-01, 2027-02-27, 0",
    "2027-02-28, 2027-02-28, 1",
    "2027-02-28, 2027-03-30, 1",
    "2027-02-28, 2027-03-31, 2",
    "2027-03-01, 2027-03-01, 0",
    "2027-02-01, , 3"
  })
  void aStreamCountsWhereItRunsOnTheLastDay(String from, String to, int months) {
    RecurringBridge bridge = bridge("2027-02", "2027-04", stream("A", "10", from, to));
    assertThat(bridge.months().stream().filter(m -> m.closing().isPositive())).hasSize(months);
  }

  @Test
  void backFromNothingIsWonBackOnlyWhenItWasThereAtAMonthsEnd() {
    RecurringStream back = stream("A", "10", "2027-03-01", null);
    assertThat(
            bridge("2027-03", "2027-03", back, stream("A", "1", "2020-01-31", "2020-01-31"))
                .months()
                .get(0)
                .wonBack())
        .isEqualTo(eur("10"));
    assertThat(
            bridge("2027-03", "2027-03", back, stream("A", "1", "2020-01-01", "2020-01-30"))
                .months()
                .get(0)
                .fresh())
        .isEqualTo(eur("10"));
    assertThat(
            bridge("2027-03", "2027-03", back, stream("A", "0", "2020-01-01", null))
                .months()
                .get(0)
                .fresh())
        .isEqualTo(eur("10"));
  }

  @Test
  void aChangeOfContractWithinAMonthIsNoMove() {
    RecurringBridge.Month month =
        bridge(
                "2027-03",
                "2027-03",
                stream("A", "10", "2027-01-01", "2027-03-15"),
                stream("A", "10", "2027-03-16", null))
            .months()
            .get(0);
    assertThat(List.of(month.fresh(), month.wonBack(), month.expansion(), month.contraction()))
        .containsOnly(eur("0"));
    assertThat(month.lost()).isEqualTo(eur("0"));
    assertThat(month.closing()).isEqualTo(eur("10"));
  }

  @Test
  void retentionLooksTwelveMonthsBackEvenBeforeThePeriod() {
    RecurringBridge bridge =
        bridge(
            "2027-03",
            "2027-03",
            stream("grows", "100", "2026-03-31", null),
            stream("grows", "50", "2026-04-01", null),
            stream("leaves", "100", "2026-03-01", "2026-03-31"),
            stream("later", "999", "2026-04-30", null));
    assertThat(bridge.retention().net()).contains(percent("75"));
    assertThat(bridge.retention().gross()).contains(percent("50"));
    assertThat(bridge("2027-03", "2027-03").retention().net()).isEmpty();
  }

  @Test
  void refusesATurnedPeriod() {
    assertThatThrownBy(() -> bridge("2027-03", "2027-02"))
        .hasMessage("to 2027-02 is before from 2027-03");
    assertThatThrownBy(() -> stream("A", "1", "2027-03-02", "2027-03-01"))
        .hasMessage("to 2027-03-01 is before from 2027-03-02");
    assertThatThrownBy(() -> stream("", "1", "2027-03-02", null)).hasMessage("account is empty");
    assertThatThrownBy(() -> stream("A", "-0.01", "2027-03-02", null))
        .hasMessage("monthly EUR -0.01 is below 0");
  }

  private static List<RecurringStream> random(int seed) {
    Random random = new Random(seed);
    List<RecurringStream> streams = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      LocalDate from = LocalDate.of(2025, 1, 1).plusDays(random.nextInt(900));
      Optional<LocalDate> to =
          random.nextInt(3) == 0
              ? Optional.empty()
              : Optional.of(from.plusDays(random.nextInt(400)));
      streams.add(
          new RecurringStream(
              "A" + random.nextInt(8), Money.ofMinor(EUR, random.nextInt(4) * 500L), from, to));
    }
    return streams;
  }

  /**
   * Law: each month opens where the one before closed, and the bridge comes out at the working that
   * looks at every account on every month's last day.
   */
  @ParameterizedTest
  @MethodSource("seeds")
  void theBridgeClosesAndIsWhatTheMonthsEndsShow(int seed) {
    List<RecurringStream> streams = random(seed);
    RecurringBridge bridge =
        RecurringBridge.of(EUR, YearMonth.of(2026, 1), YearMonth.of(2027, 6), streams);
    Map<String, Working> workings =
        bridge.workings(streams).stream()
            .collect(Collectors.toMap(Working::of, Function.identity()));
    Money open = bridge.months().get(0).opening();
    for (int i = 0; i < bridge.months().size(); i++) {
      RecurringBridge.Month month = bridge.months().get(i);
      assertThat(month.opening()).isEqualTo(open);
      open = month.closing();
      String at = "months[" + i + "].";
      same(workings, at + "opening", month.opening());
      same(workings, at + "new", month.fresh());
      same(workings, at + "wonBack", month.wonBack());
      same(workings, at + "expansion", month.expansion());
      same(workings, at + "contraction", month.contraction());
      same(workings, at + "lost", month.lost());
      same(workings, at + "closing", month.closing());
    }
    assertThat(workings.get("retention.net").result().map(Percent::parse))
        .isEqualTo(bridge.retention().net());
    assertThat(workings.get("retention.gross").result().map(Percent::parse))
        .isEqualTo(bridge.retention().gross());
  }

  private static void same(Map<String, Working> workings, String of, Money figure) {
    assertThat(new BigDecimal(workings.get(of).result().orElseThrow()))
        .as(of)
        .isEqualByComparingTo(figure.getAmount());
  }
}
