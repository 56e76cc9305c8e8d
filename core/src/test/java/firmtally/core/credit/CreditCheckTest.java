package firmtally.core.credit;

import static firmtally.core.Some.DAY;
import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.percent;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.time.LocalDate;
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

/** A limit of 1,000.00; terms 30, late 10, grace 5 days; 50.00 may be overdue; watched at 20 %. */
class CreditCheckTest {
  static IntStream seeds() {
    return IntStream.range(0, 60);
  }

  private static CreditFile file(
      List<CreditFile.OpenItem> items, List<CreditFile.OpenOrder> orders, String asked) {
    return new CreditFile(
        EUR,
        DAY,
        false,
        List.of(new CreditFile.Limit(DAY, eur("1000"))),
        items,
        orders,
        30,
        10,
        5,
        eur("50"),
        percent("20"),
        Optional.of(new CreditFile.Document(eur(asked), Optional.empty())));
  }

  private static CreditCheck check(String asked, CreditFile.OpenItem... items) {
    return CreditCheck.of(file(List.of(items), List.of(), asked));
  }

  private static CreditFile.OpenItem item(String balance, int dueInDays) {
    return new CreditFile.OpenItem("I" + dueInDays, eur(balance), DAY.plusDays(dueInDays));
  }

  /** The example of the class's documentation. */
  @Test
  void workedExample() {
    CreditFile file =
        new CreditFile(
            EUR,
            DAY,
            false,
            List.of(new CreditFile.Limit(DAY, eur("20000"))),
            List.of(item("4000", 10)),
            List.of(new CreditFile.OpenOrder("S", eur("2500"), DAY)),
            30,
            0,
            5,
            eur("0"),
            percent("20"),
            Optional.of(new CreditFile.Document(eur("5000"), Optional.empty())));
    CreditCheck check = CreditCheck.of(file);
    assertThat(check.headroom()).isEqualTo(eur("13500"));
    assertThat(check.headroomAfter()).isEqualTo(eur("8500"));
    assertThat(check.verdict()).isEqualTo(Verdict.CLEAR);
  }

  @ParameterizedTest
  @CsvSource({"-5, 0, 0", "-6, 60, 6", "-4, 0, 0", "0, 0, 0"})
  void graceEndsTheDayAfter(int due, String overdue, long oldest) {
    CreditCheck check = check("0", item("60", due));
    assertThat(check.overdue()).isEqualTo(eur(overdue));
    assertThat(check.oldestOverdueDays()).isEqualTo(oldest);
  }

  @ParameterizedTest
  @CsvSource({"50, CLEAR", "50.01, HOLD"})
  void soMuchMayBeOverdue(String balance, String verdict) {
    assertThat(check("0", item(balance, -20)).verdict()).hasToString(verdict);
  }

  @ParameterizedTest
  @CsvSource({"800, CLEAR", "800.01, WATCH", "1000, WATCH", "1000.01, HOLD"})
  void verdictsAtTheLimit(String asked, String verdict) {
    assertThat(check(asked).verdict()).hasToString(verdict);
  }

  @ParameterizedTest
  @CsvSource({
    // Due and ten late days: still ahead of asOf, then not.
    "1, 11",
    "-9, 1",
    "-10, 10",
    "-90, 10",
    "-91, "
  })
  void anItemLeavesAsUsualOrLateOrNever(int due, Integer leavesInDays) {
    CreditCheck check = check("0", item("100", due));
    List<LocalDate> days = check.timeline().stream().map(CreditCheck.Day::date).toList();
    assertThat(days)
        .isEqualTo(leavesInDays == null ? List.of(DAY) : List.of(DAY, DAY.plusDays(leavesInDays)));
  }

  @Test
  void aPunctualAccountIsStillGivenSevenDaysOnceLate() {
    CreditFile file =
        new CreditFile(
            EUR,
            DAY,
            false,
            List.of(),
            List.of(item("100", 0)),
            List.of(new CreditFile.OpenOrder("S", eur("5"), DAY.minusDays(9))),
            0,
            0,
            0,
            eur("0"),
            percent("0"),
            Optional.empty());
    CreditCheck check = CreditCheck.of(file);
    // The order leaves at the earliest the day after asOf.
    assertThat(check.timeline().stream().map(CreditCheck.Day::date))
        .containsExactly(DAY, DAY.plusDays(1), DAY.plusDays(7));
    assertThat(check.limit()).isEqualTo(eur("0"));
    assertThat(check.verdict()).isEqualTo(Verdict.HOLD);
  }

  @Test
  void aCreditNoteStaysAndTakesOff() {
    CreditCheck check = check("0", item("-100", -500), item("40", -500));
    assertThat(check.exposure()).isEqualTo(eur("-60"));
    assertThat(check.overdue()).isEqualTo(eur("40"));
    assertThat(check.timeline()).hasSize(1);
  }

  @ParameterizedTest
  @CsvSource({"365, true", "366, false"})
  void theProjectionLooksAYearAhead(int due, boolean seen) {
    CreditCheck check = check("950", item("100", due - 10));
    assertThat(check.earliestClear())
        .isEqualTo(seen ? Optional.of(DAY.plusDays(365)) : Optional.empty());
    assertThat(check.timeline()).hasSize(seen ? 2 : 1);
  }

  @Test
  void aHigherLimitOnASetDayClears() {
    CreditFile low = file(List.of(), List.of(), "1500");
    CreditFile file =
        new CreditFile(
            low.currency(),
            low.asOf(),
            false,
            List.of(
                new CreditFile.Limit(DAY.plusDays(30), eur("1500")),
                new CreditFile.Limit(DAY.plusDays(20), eur("1000")),
                new CreditFile.Limit(DAY.minusDays(1), eur("1000"))),
            List.of(),
            List.of(),
            30,
            10,
            5,
            eur("50"),
            percent("20"),
            low.document());
    CreditCheck check = CreditCheck.of(file);
    assertThat(check.earliestClear()).contains(DAY.plusDays(30));
    // The limit of day 20 is the one before once more: nothing changes then.
    assertThat(check.timeline()).hasSize(2);
    assertThat(check.verdict()).isEqualTo(Verdict.HOLD);
    assertThat(check.reasons()).containsExactly(CreditReason.OVER_LIMIT);
  }

  @Test
  void aDepositNeedsNoCredit() {
    CreditFile file = file(List.of(), List.of(), "0");
    CreditCheck check =
        CreditCheck.of(file.asking(new CreditFile.Document(eur("1300"), Optional.of(eur("300")))));
    assertThat(check.asked()).isEqualTo(eur("1000"));
    assertThat(check.verdict()).isEqualTo(Verdict.WATCH);
    assertThat(new CreditFile.Document(eur("1"), Optional.of(eur("1"))).deposit()).isPresent();
  }

  @Test
  void refusesWhatIsOutOfBounds() {
    CreditFile f = file(List.of(), List.of(), "0");
    assertThatThrownBy(() -> days(f, 36501, 0, 0))
        .hasMessage("termsDays 36501 is outside [0, 36500]");
    assertThatThrownBy(() -> days(f, 0, -1, 0)).hasMessage("lateDays -1 is outside [0, 36500]");
    assertThatThrownBy(() -> days(f, 0, 0, 36501))
        .hasMessage("graceDays 36501 is outside [0, 36500]");
    assertThat(days(f, 36500, 36500, 36500).termsDays()).isEqualTo(36500);
    assertThatThrownBy(
            () ->
                new CreditFile(
                    EUR,
                    DAY,
                    false,
                    f.limits(),
                    f.openItems(),
                    f.orders(),
                    0,
                    0,
                    0,
                    eur("-0.01"),
                    f.watchPercent(),
                    f.document()))
        .hasMessage("overdueAllowed EUR -0.01 is below 0");
    assertThatThrownBy(() -> new CreditFile.Limit(DAY, eur("-1")))
        .hasMessage("limit EUR -1.00 is below 0");
    assertThatThrownBy(() -> new CreditFile.OpenOrder("S", eur("-1"), DAY))
        .hasMessage("order balance EUR -1.00 is below 0");
    assertThatThrownBy(() -> new CreditFile.Document(eur("-1"), Optional.empty()))
        .hasMessage("document.total EUR -1.00 is below 0");
    assertThatThrownBy(() -> new CreditFile.Document(eur("1"), Optional.of(eur("-1"))))
        .hasMessage("document.deposit EUR -1.00 is below 0");
    assertThatThrownBy(
            () ->
                limits(f, new CreditFile.Limit(DAY, eur("1")), new CreditFile.Limit(DAY, eur("2"))))
        .hasMessage("two limits hold from 2027-03-15");
  }

  private static CreditFile days(CreditFile f, int terms, int late, int grace) {
    return new CreditFile(
        f.currency(),
        f.asOf(),
        false,
        f.limits(),
        f.openItems(),
        f.orders(),
        terms,
        late,
        grace,
        f.overdueAllowed(),
        f.watchPercent(),
        f.document());
  }

  private static CreditFile limits(CreditFile f, CreditFile.Limit... limits) {
    return new CreditFile(
        f.currency(),
        f.asOf(),
        false,
        List.of(limits),
        f.openItems(),
        f.orders(),
        0,
        0,
        0,
        f.overdueAllowed(),
        f.watchPercent(),
        f.document());
  }

  private static CreditFile random(int seed) {
    Random random = new Random(seed);
    List<CreditFile.OpenItem> items = new ArrayList<>();
    List<CreditFile.OpenOrder> orders = new ArrayList<>();
    for (int i = 0; i < 12; i++) {
      items.add(item(String.valueOf(random.nextInt(400) - 60), random.nextInt(160) - 110));
      orders.add(
          new CreditFile.OpenOrder(
              "S" + i,
              eur(String.valueOf(random.nextInt(90))),
              DAY.plusDays(random.nextInt(60) - 20)));
    }
    return file(items, orders, String.valueOf(random.nextInt(900)));
  }

  /** Law: exposure only falls but for the limit, each day's step is what leaves, and it clears. */
  @ParameterizedTest
  @MethodSource("seeds")
  void theTimelineIsWhatIsLeft(int seed) {
    CreditFile file = random(seed);
    CreditCheck check = CreditCheck.of(file);
    Map<String, Working> workings =
        CreditCheck.workings(file).stream()
            .collect(Collectors.toMap(Working::of, Function.identity()));
    Money before = check.exposure();
    for (int i = 0; i < check.timeline().size(); i++) {
      CreditCheck.Day day = check.timeline().get(i);
      assertThat(day.exposure().isGreaterThan(before)).isFalse();
      before = day.exposure();
      assertThat(number(workings, "timeline[" + i + "].exposure"))
          .isEqualByComparingTo(day.exposure().getAmount());
    }
    for (Map.Entry<String, Money> figure :
        Map.of(
                "limit", check.limit(),
                "exposure", check.exposure(),
                "headroom", check.headroom(),
                "asked", check.asked(),
                "headroomAfter", check.headroomAfter(),
                "overdue", check.overdue())
            .entrySet()) {
      assertThat(number(workings, figure.getKey()))
          .as(figure.getKey())
          .isEqualByComparingTo(figure.getValue().getAmount());
    }
    assertThat(number(workings, "oldestOverdueDays").longValue())
        .isEqualTo(check.oldestOverdueDays());
    assertThat(workings.get("earliestClear").result())
        .isEqualTo(check.earliestClear().map(LocalDate::toString));
  }

  private static BigDecimal number(Map<String, Working> workings, String of) {
    return new BigDecimal(workings.get(of).result().orElseThrow());
  }
}
