package firmtally.server.platform.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import firmtally.formats.writing.Writing;
import java.time.LocalDate;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Numbers and days as people type and paste them. */
class TypedTest {
  private static final LocalDate TODAY = LocalDate.of(2027, 3, 1);

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "379.05|379.05",
        "379,05|379.05",
        "1.234,50|1234.50",
        "1,234.50|1234.50",
        "1,234,567|1234567",
        "1 234.50|1234.50",
        "1\u00a0234|1234",
        "12,5|12.5",
        "12*4|48",
        "1200/3|400",
        "(2+3)*4|20",
        "10-4|6",
        "12 × 4|48",
        "100 ÷ 3|33.3333",
        "2/3|0.6667",
        "1/8|0.125",
        "-5|-5",
        "abc|abc",
        "12 pieces|12",
        "3 pcs|3",
        "450 EUR|450",
        "€ 1.250,00|1250.00",
        "1,250.50 €|1250.50",
        "1'234.50|1234.50",
        "1’234’567|1234567",
        "3 times 4|3times4",
        "1e3|1e3",
        "12x4|12x4"
      })
  void aNumberIsReadHoweverItIsWritten(String typed, String plain) {
    assertThat(TypedNumber.plain(typed, 4)).isEqualTo(plain);
  }

  @AfterEach
  void asWhoeverHasNamedNoCountry() {
    Written.as(Writing.NEUTRAL);
  }

  @Test
  void whatCanBeReadInTwoWaysIsReadAsTheCompanysCountryWrites() {
    assertThatIllegalArgumentException().isThrownBy(() -> TypedNumber.plain("1,200", 4));
    assertThatIllegalArgumentException().isThrownBy(() -> Amounts.parse(CurrencyUnit.EUR, "1.200"));
    Written.as(Writing.of("US"));
    assertThat(TypedNumber.plain("1,200", 4)).isEqualTo("1200");
    assertThatIllegalArgumentException().isThrownBy(() -> Amounts.parse(CurrencyUnit.EUR, "1.200"));
    // A comma means nothing in Switzerland, nor a point in France.
    Written.as(Writing.of("CH"));
    assertThatIllegalArgumentException().isThrownBy(() -> TypedNumber.plain("1,200", 4));
    Written.as(Writing.of("FR"));
    assertThat(TypedNumber.plain("1,200", 4)).isEqualTo("1.200");
    assertThatIllegalArgumentException().isThrownBy(() -> Amounts.parse(CurrencyUnit.EUR, "1.200"));
    Written.as(Writing.of("DE"));
    assertThat(TypedNumber.plain("1,200", 4)).isEqualTo("1.200");
    assertThat(Amounts.parse(CurrencyUnit.EUR, "1.200")).hasToString("EUR 1200.00");
    assertThat(Amounts.parse(CurrencyUnit.EUR, "1200.50")).hasToString("EUR 1200.50");
    assertThat(Written.amount(Amounts.parse(CurrencyUnit.EUR, "1.200"))).isEqualTo("1.200,00");
  }

  @Test
  void aSumIsRoundedToWhatItsFieldHolds() {
    assertThat(TypedNumber.plain("2/3", 3)).isEqualTo("0.667");
    assertThat(TypedNumber.plain("1/2", 0)).isEqualTo("1");
    // What is no sum is left for its field to judge, however many decimals it has.
    assertThat(TypedNumber.plain("0.12345", 3)).isEqualTo("0.12345");
  }

  @ParameterizedTest
  @ValueSource(strings = {"12*", "1/0", "(3", "4**5", "2(3"})
  void aSumThatCannotBeWorkedOutSaysSo(String typed) {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> TypedNumber.plain(typed, 4))
        .withMessage("the sum \"" + typed + "\" is not a valid sum");
  }

  @Test
  void aNumberWithTwoReadingsIsAskedAbout() {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> TypedNumber.plain("1,200", 4))
        .withMessage("\"1,200\" can be read in two ways; write 1200 or 1.200");
  }

  @ParameterizedTest
  @CsvSource({
    "2027-12-05, 2027-12-05",
    "5.12.2028, 2028-12-05",
    "5.12., 2027-12-05",
    "5.12, 2027-12-05",
    "1.3., 2027-03-01",
    "28.2., 2028-02-28",
    "+14, 2027-03-15",
    "+0, 2027-03-01",
    "31/3/2027, 2027-03-31",
    "3/31/2027, 2027-03-31",
    "4-4-2027, 2027-04-04",
    "5 Dec, 2027-12-05",
    "5. December 2028, 2028-12-05",
    "1 feb, 2028-02-01"
  })
  void aDayIsReadHoweverItIsWritten(String typed, LocalDate day) {
    assertThat(TypedDay.parse(typed, TODAY)).isEqualTo(day);
  }

  @Test
  void aDayWithTwoReadingsIsAskedAbout() {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> TypedDay.parse("3/4/2027", TODAY))
        .withMessage("\"3/4/2027\" can be read in two ways; write 2027-04-03 or 2027-03-04");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "5 Wednesday",
        "31/2/2027",
        "soon",
        "32.1.",
        "2027-02-30",
        "29.2.2027",
        "12",
        "+",
        ""
      })
  void whatIsNoDaySaysHowToWriteOne(String typed) {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> TypedDay.parse(typed, TODAY))
        .withMessage("Enter a date, for example 2027-03-31, 31.3. or +14.");
  }
}
