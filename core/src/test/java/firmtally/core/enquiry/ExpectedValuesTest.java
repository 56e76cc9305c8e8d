package firmtally.core.enquiry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.enquiry.ExpectedValues.Decided;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyMismatchException;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;

class ExpectedValuesTest {
  private static Money eur(String amount) {
    return Money.parse("EUR " + amount);
  }

  private static Decided decided(String family, String source, long count, String won) {
    return new Decided(Optional.ofNullable(family), source, count, eur(won));
  }

  private static ExpectedValues of(int fewest, Decided... decided) {
    return ExpectedValues.of(CurrencyUnit.EUR, List.of(decided), fewest);
  }

  @Test
  void countsThoseThatBroughtNothingAndRoundsHalfUp() {
    ExpectedValues values =
        of(5, decided("bench", "fair", 3, "300.03"), decided("bench", "fair", 2, "0.00"));
    assertThat(values.of(Optional.of("bench"), "fair")).contains(eur("60.01"));
    assertThat(of(1, decided(null, "fair", 8, "0.04")).of(Optional.empty(), "fair"))
        .as("0.005")
        .contains(eur("0.01"));
    assertThat(of(1, decided(null, "fair", 9, "0.04")).of(Optional.empty(), "fair"))
        .contains(eur("0.00"));
  }

  @Test
  void fallsBackToTheFamilyThenTheSourceThenAll() {
    ExpectedValues values =
        of(5, decided("bench", "fair", 5, "25.00"), decided("floor", "phone", 5, "45.00"));
    assertThat(values.of(Optional.of("bench"), "phone")).contains(eur("5.00"));
    assertThat(values.of(Optional.empty(), "phone")).contains(eur("9.00"));
    assertThat(values.of(Optional.of("crane"), "phone")).contains(eur("9.00"));
    assertThat(values.of(Optional.of("crane"), "web")).contains(eur("7.00"));
  }

  @Test
  void thoseWithoutAFamilyCountForTheirSourceBesideTheOthers() {
    ExpectedValues values =
        of(5, decided(null, "fair", 5, "0.00"), decided("bench", "fair", 5, "100.00"));
    assertThat(values.of(Optional.empty(), "fair")).contains(eur("10.00"));
    assertThat(values.of(Optional.of("bench"), "fair")).contains(eur("20.00"));
  }

  @Test
  void needsEnoughOfAKind() {
    ExpectedValues four = of(5, decided("bench", "fair", 4, "100.00"));
    assertThat(four.of(Optional.of("bench"), "fair")).isEmpty();
    assertThat(of(4, decided("bench", "fair", 4, "100.00")).of(Optional.of("bench"), "fair"))
        .contains(eur("25.00"));
    assertThat(of(1).averages()).isEmpty();
  }

  @Test
  void refusesWhatCannotBe() {
    assertThatThrownBy(() -> of(0)).hasMessage("fewest 0 is below 1");
    assertThatThrownBy(() -> decided("bench", "fair", 0, "1.00")).hasMessage("count 0 is below 1");
    assertThatThrownBy(() -> decided("bench", "fair", 1, "-0.01"))
        .hasMessage("won EUR -0.01 is below 0");
    assertThatThrownBy(
            () ->
                ExpectedValues.of(
                    CurrencyUnit.USD, List.of(decided("bench", "fair", 1, "1.00")), 1))
        .isInstanceOf(CurrencyMismatchException.class);
  }
}
