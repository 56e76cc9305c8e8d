package firmtally.formats.writing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.time.temporal.WeekFields;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Figures and paper by country. */
class WritingTest {
  private static String shown(String text) {
    return text.replace('\u00a0', '_');
  }

  @ParameterizedTest
  @CsvSource(
      quoteCharacter = '"',
      delimiter = '|',
      value = {
        "\"\"|-1234567.5|2|−1_234_567.50",
        "DE|-1234567.5|2|−1.234.567,50",
        "US|1234567.5|2|1,234,567.50",
        "FR|1234567.5|2|1_234_567,50",
        "CH|1234567.5|2|1'234'567.50",
        "IN|1234567.5|2|12,34,567.50",
        "EG|1234.5|2|1,234.50",
        "DE|999|0|999",
        "DE|0.125|0|0,125",
        "ES|1234|0|1.234",
      })
  void writesFiguresAsInACountry(String region, String number, int decimals, String written) {
    assertThat(shown(Writing.of(region).number(new BigDecimal(number), decimals)))
        .isEqualTo(written);
  }

  @ParameterizedTest
  @CsvSource({"US,7,LETTER,true", "DE,1,A4,false", "CA,7,LETTER,false", "EG,6,A4,false"})
  void knowsWeekAndPaper(String region, int firstDay, Writing.PaperSize paper, boolean monthFirst) {
    Writing writing = Writing.of(region);
    assertThat(writing.paper()).isEqualTo(paper);
    assertThat(writing.monthFirst()).isEqualTo(monthFirst);
    assertThat(DayOfWeek.of(writing.firstDay())).isEqualTo(DayOfWeek.of(firstDay));
  }

  @Test
  void hasAWritingForEveryCountry() {
    for (String region : Writing.regions()) {
      Writing writing = Writing.of(region);
      assertThat(writing.decimal()).as(region).isIn('.', ',');
      assertThat(writing.group()).as(region).isNotEqualTo(writing.decimal());
      assertThat(writing.number(new BigDecimal("1234.5"), 2)).as(region).matches("1\\D?234[.,]50");
    }
    assertThat(Writing.of("GB").firstDay())
        .isEqualTo(WeekFields.of(Locale.UK).getFirstDayOfWeek().getValue());
  }

  @Test
  void refusesWhatIsNoCountry() {
    assertThatThrownBy(() -> Writing.of("XX")).hasMessageContaining("XX");
  }
}
