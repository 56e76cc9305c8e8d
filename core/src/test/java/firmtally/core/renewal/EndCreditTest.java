package firmtally.core.renewal;

import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.percent;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;

class EndCreditTest {
  private static final LocalDate JANUARY = LocalDate.of(2027, 1, 1);

  private static RecurringAgreement agreement(LocalDate start, int term, int... everys) {
    List<RecurringAgreement.ChargeLine> lines =
        IntStream.range(0, everys.length)
            .mapToObj(
                i ->
                    new RecurringAgreement.ChargeLine(
                        "line" + i, eur("1200.00"), everys[i], percent("19")))
            .toList();
    return new RecurringAgreement("R", start, term, Optional.empty(), true, lines);
  }

  private static List<String> credits(RecurringAgreement agreement, LocalDate lastDay) {
    return EndCredit.of(EUR, agreement, lastDay).stream()
        .map(c -> c.line() + " " + c.from() + " " + c.to() + " " + c.credit().getAmount())
        .toList();
  }

  /** The example of the class's documentation. */
  @Test
  void workedExample() {
    EndCredit credit =
        EndCredit.of(EUR, agreement(JANUARY, 12, 12), LocalDate.of(2027, 3, 31)).get(0);
    assertThat(credit.kept()).isEqualTo(eur("295.89"));
    assertThat(credit.credit()).isEqualTo(eur("904.11"));
  }

  @Test
  void periodsThatBeginAfterTheLastDayAreCreditedWhole() {
    assertThat(credits(agreement(JANUARY, 12, 6, 3), LocalDate.of(2027, 6, 30)))
        .containsExactly(
            "line0 2027-07-01 2027-12-31 1200.00",
            "line1 2027-07-01 2027-09-30 1200.00",
            "line1 2027-10-01 2027-12-31 1200.00");
  }

  @Test
  void theLastDayOfTheTermChangesNothing() {
    assertThat(credits(agreement(JANUARY, 12, 12), LocalDate.of(2027, 12, 31))).isEmpty();
    assertThat(credits(agreement(JANUARY, 12, 12), LocalDate.of(2027, 12, 30))).hasSize(1);
    assertThatIllegalArgumentException()
        .isThrownBy(() -> credits(agreement(JANUARY, 12, 12), JANUARY.minusDays(1)));
  }

  @Test
  void extendedItChargesTheStubByItsDays() {
    RecurringAgreement year = agreement(LocalDate.of(2028, 2, 29), 12, 12);
    RecurringAgreement longer = year.extendedTo(LocalDate.of(2029, 5, 27));
    assertThat(longer.termMonths()).isEqualTo(24);
    List<ChargeCalendar.Charge> charges =
        ChargeCalendar.of(EUR, year.start(), year.start().plusYears(3), List.of(longer)).charges();
    // The second period runs from 28 February 2029 to 27 February 2030: 89 of its 365 days.
    assertThat(charges.stream().map(c -> c.from() + " " + c.net().getAmount()))
        .containsExactly("2028-02-29 1200.00", "2029-02-28 292.60");
  }

  @Test
  void growsByWholePeriodsOfAllLines() {
    RecurringAgreement mixed = agreement(JANUARY, 12, 4, 6);
    assertThat(mixed.extendedTo(LocalDate.of(2028, 1, 1)).termMonths()).isEqualTo(24);
    assertThat(mixed.extendedTo(LocalDate.of(2027, 12, 31)).termMonths()).isEqualTo(12);
  }

  /** What is kept and what is credited is all that is charged, and nothing is charged twice. */
  @Test
  void keptAndCreditedAreTheWhole() {
    Random dice = new Random(9);
    for (int i = 0; i < 300; i++) {
      RecurringAgreement whole = agreement(JANUARY.plusDays(dice.nextInt(400)), 24, 1, 12, 6);
      LocalDate lastDay = whole.start().plusDays(dice.nextInt(730));
      LocalDate end = whole.start().plusYears(3);
      Money all = sum(ChargeCalendar.of(EUR, whole.start(), end, List.of(whole)));
      Money cut = sum(ChargeCalendar.of(EUR, whole.start(), end, List.of(whole.endingOn(lastDay))));
      Money credited =
          EndCredit.of(EUR, whole, lastDay).stream()
              .map(EndCredit::credit)
              .reduce(Money.zero(EUR), Money::plus);
      assertThat(cut.plus(credited)).isEqualTo(all);
    }
  }

  private static Money sum(ChargeCalendar calendar) {
    return calendar.charges().stream()
        .map(ChargeCalendar.Charge::net)
        .reduce(Money.zero(EUR), Money::plus);
  }
}
