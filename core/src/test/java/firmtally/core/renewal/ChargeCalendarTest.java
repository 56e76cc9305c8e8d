package firmtally.core.renewal;

import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.percent;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.money.Currencies;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class ChargeCalendarTest {
  private static final LocalDate APRIL = LocalDate.of(2027, 4, 1);

  private static RecurringAgreement.ChargeLine line(String id, String charge, int every) {
    return new RecurringAgreement.ChargeLine(id, eur(charge), every, percent("19"));
  }

  private static RecurringAgreement agreement(
      LocalDate start, int term, LocalDate end, boolean inAdvance, int every) {
    return new RecurringAgreement(
        "V",
        start,
        term,
        Optional.ofNullable(end),
        inAdvance,
        List.of(line("service", "91.00", every)));
  }

  private static ChargeCalendar year(RecurringAgreement... agreements) {
    return ChargeCalendar.of(EUR, APRIL, APRIL.plusYears(1).minusDays(1), List.of(agreements));
  }

  private static List<String> charges(ChargeCalendar calendar) {
    return calendar.charges().stream()
        .map(c -> c.on() + " " + c.from() + " " + c.to() + " " + c.net().getAmount())
        .toList();
  }

  /** The example of the class's documentation. */
  @Test
  void workedExample() {
    assertThat(charges(year(agreement(APRIL, 12, LocalDate.of(2027, 5, 15), true, 3))))
        .containsExactly("2027-04-01 2027-04-01 2027-05-15 45.00");
  }

  @ParameterizedTest
  @CsvSource({
    "2027-06-29, 2027-06-29, 90.00",
    "2027-06-30, 2027-06-30, 91.00",
    "2027-04-01, 2027-04-01, 1.00"
  })
  void aPeriodIsCutByTheDay(LocalDate end, LocalDate to, String net) {
    ChargeCalendar late = year(agreement(APRIL, 12, end, false, 3));
    assertThat(charges(late)).containsExactly(to + " 2027-04-01 " + to + " " + net);
    assertThat(late.charges().get(0).isCut()).isEqualTo(!net.equals("91.00"));
  }

  @Test
  void aPeriodThatBeginsOnTheLastDayIsChargedOneAfterItIsNot() {
    LocalDate july = LocalDate.of(2027, 7, 1);
    assertThat(year(agreement(APRIL, 12, july, true, 3)).charges()).hasSize(2);
    assertThat(year(agreement(APRIL, 12, july.minusDays(1), true, 3)).charges()).hasSize(1);
  }

  @Test
  void monthStepsTakeTheLastDayWhereThereIsNone() {
    RecurringAgreement agreement = agreement(LocalDate.of(2027, 1, 31), 3, null, true, 1);
    assertThat(
            charges(
                ChargeCalendar.of(
                    EUR, LocalDate.of(2027, 1, 1), LocalDate.of(2027, 12, 31), List.of(agreement))))
        .containsExactly(
            "2027-01-31 2027-01-31 2027-02-27 91.00",
            "2027-02-28 2027-02-28 2027-03-30 91.00",
            "2027-03-31 2027-03-31 2027-04-29 91.00");
  }

  @Test
  void bothEndsOfWhatIsAskedCount() {
    RecurringAgreement agreement = agreement(APRIL, 12, null, true, 1);
    LocalDate may = LocalDate.of(2027, 5, 1);
    assertThat(ChargeCalendar.of(EUR, may, may, List.of(agreement)).charges()).hasSize(1);
    assertThat(
            ChargeCalendar.of(EUR, may.plusDays(1), may.plusDays(30), List.of(agreement)).charges())
        .isEmpty();
  }

  @Test
  void refusesWhatDoesNotFit() {
    assertThatThrownBy(() -> agreement(APRIL, 12, null, true, 5))
        .hasMessage("termMonths 12 is not a multiple of everyMonths 5");
    assertThatThrownBy(() -> agreement(APRIL, 12, APRIL.minusDays(1), true, 1))
        .hasMessage("endsOn 2027-03-31 is before start 2027-04-01");
    assertThatThrownBy(() -> agreement(APRIL, 1201, null, true, 1)).hasMessageContaining("outside");
    assertThatThrownBy(() -> line("a", "1", 1201)).hasMessageContaining("outside");
    assertThatThrownBy(() -> line("a", "-0.01", 1)).hasMessage("charge EUR -0.01 is below 0");
    assertThatThrownBy(() -> ChargeCalendar.of(EUR, APRIL, APRIL.minusDays(1), List.of()))
        .hasMessage("to 2027-03-31 is before from 2027-04-01");
    RecurringAgreement agreement = agreement(APRIL, 12, null, true, 1);
    assertThatThrownBy(() -> year(agreement, agreement)).hasMessage("ref V stands twice");
    assertThatThrownBy(
            () ->
                ChargeCalendar.of(
                    Currencies.get("USD"), APRIL, APRIL.plusDays(1), List.of(agreement)))
        .hasMessage("charge EUR 91.00 is not in USD");
    assertThatThrownBy(
            () ->
                new RecurringAgreement(
                    "V",
                    APRIL,
                    12,
                    Optional.empty(),
                    true,
                    List.of(line("a", "1", 1), line("a", "1", 1))))
        .hasMessage("line id a stands twice");
  }

  // Laws over seeded agreements, against every period looked at one by one

  static IntStream seeds() {
    return IntStream.range(0, 120);
  }

  private static List<RecurringAgreement> agreements(Random random) {
    List<RecurringAgreement> agreements = new ArrayList<>();
    for (int i = 0; i < 1 + random.nextInt(6); i++) {
      LocalDate start = LocalDate.of(2026, 1, 1).plusDays(random.nextInt(700));
      int term = 12 * (1 + random.nextInt(3));
      List<RecurringAgreement.ChargeLine> lines = new ArrayList<>();
      for (int j = 0; j < 1 + random.nextInt(3); j++) {
        lines.add(
            new RecurringAgreement.ChargeLine(
                "L" + j,
                Money.ofMinor(EUR, random.nextInt(9_000)),
                List.of(1, 2, 3, 4, 6, 12).get(random.nextInt(6)),
                percent(random.nextBoolean() ? "19" : "7")));
      }
      agreements.add(
          new RecurringAgreement(
              "V" + i,
              start,
              term,
              random.nextBoolean()
                  ? Optional.empty()
                  : Optional.of(start.plusDays(random.nextInt(1_200))),
              random.nextBoolean(),
              lines));
    }
    return agreements;
  }

  private record Slow(LocalDate on, String text) {}

  private static List<String> slowly(
      List<RecurringAgreement> agreements, LocalDate from, LocalDate to) {
    List<Slow> all = new ArrayList<>();
    for (RecurringAgreement agreement : agreements) {
      for (RecurringAgreement.ChargeLine line : agreement.lines()) {
        for (int k = 0; k * line.everyMonths() < agreement.termMonths(); k++) {
          LocalDate first = agreement.start().plusMonths((long) k * line.everyMonths());
          LocalDate last = agreement.start().plusMonths((k + 1L) * line.everyMonths()).minusDays(1);
          LocalDate end = agreement.endsOn().orElse(LocalDate.MAX);
          if (!first.isAfter(end)) {
            LocalDate upTo = end.isBefore(last) ? end : last;
            BigDecimal net =
                line.charge()
                    .getAmount()
                    .multiply(BigDecimal.valueOf(upTo.toEpochDay() - first.toEpochDay() + 1))
                    .divide(
                        BigDecimal.valueOf(last.toEpochDay() - first.toEpochDay() + 1),
                        2,
                        RoundingMode.HALF_UP);
            LocalDate on = agreement.inAdvance() ? first : upTo;
            if (!on.isBefore(from) && !on.isAfter(to)) {
              all.add(new Slow(on, on + agreement.ref() + line.id() + first + upTo + net));
            }
          }
        }
      }
    }
    all.sort(Comparator.comparing(Slow::on));
    return all.stream().map(Slow::text).toList();
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void agreesWithEveryPeriodLookedAt(int seed) {
    Random random = new Random(seed);
    List<RecurringAgreement> agreements = agreements(random);
    LocalDate from = LocalDate.of(2026, 1, 1).plusDays(random.nextInt(900));
    LocalDate to = from.plusDays(random.nextInt(500));
    ChargeCalendar calendar = ChargeCalendar.of(EUR, from, to, agreements);
    assertThat(
            calendar.charges().stream()
                .map(
                    c ->
                        c.on()
                            + c.agreement().ref()
                            + c.line().id()
                            + c.from()
                            + c.to()
                            + c.net().getAmount()))
        .containsExactlyElementsOf(slowly(agreements, from, to));
  }

  /** Law: charges, invoices and months are three views of one sum. */
  @ParameterizedTest
  @MethodSource("seeds")
  void theThreeViewsSumToTheSame(int seed) {
    Random random = new Random(seed);
    LocalDate from = LocalDate.of(2026, 6, 15);
    ChargeCalendar calendar = ChargeCalendar.of(EUR, from, from.plusYears(2), agreements(random));
    Money sum =
        calendar.charges().stream()
            .map(ChargeCalendar.Charge::net)
            .reduce(Money.zero(EUR), Money::plus);
    assertThat(calendar.invoices().stream().map(i -> i.sum().net()).reduce(eur("0"), Money::plus))
        .isEqualTo(sum);
    assertThat(
            calendar.months().stream()
                .map(ChargeCalendar.MonthNet::net)
                .reduce(eur("0"), Money::plus))
        .isEqualTo(sum);
    assertThat(calendar.months()).hasSize(25);
    assertThat(calendar.months().get(0).month()).isEqualTo(YearMonth.of(2026, 6));
    assertThat(calendar.invoices().stream().map(i -> i.on() + i.agreement()))
        .doesNotHaveDuplicates();
  }

  /** Law: an agreement without an early end is charged its whole term. */
  @ParameterizedTest
  @MethodSource("seeds")
  void aWholeTermIsChargedWhole(int seed) {
    for (RecurringAgreement agreement : agreements(new Random(seed))) {
      if (agreement.endsOn().isPresent()) {
        continue;
      }
      ChargeCalendar calendar =
          ChargeCalendar.of(
              EUR, agreement.start(), agreement.start().plusYears(4), List.of(agreement));
      Money wanted =
          agreement.lines().stream()
              .map(l -> l.charge().multipliedBy(agreement.termMonths() / l.everyMonths()))
              .reduce(Money.zero(EUR), Money::plus);
      assertThat(
              calendar.charges().stream()
                  .map(ChargeCalendar.Charge::net)
                  .reduce(eur("0"), Money::plus))
          .isEqualTo(wanted);
    }
  }
}
