package firmtally.server.customers.enquiry;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class ImportColumnsTest {
  private static int guessed(ImportColumns field, String... headings) {
    return ImportColumns.guess(List.of(headings)).get(field.ordinal());
  }

  @Test
  void headingsAreRecognisedWhateverTheirCaseAndPunctuation() {
    assertThat(guessed(ImportColumns.EMAIL, "Name", "E-Mail Address")).isEqualTo(1);
    assertThat(guessed(ImportColumns.NAME, "COMPANY", "x")).isZero();
    assertThat(guessed(ImportColumns.POSTAL, "a", "b", "Postal code:")).isEqualTo(2);
  }

  @Test
  void theFirstOfTwoIsTakenAndAnUnknownHeadingIsNone() {
    assertThat(guessed(ImportColumns.PHONE, "Mobile", "Telephone")).isZero();
    assertThat(guessed(ImportColumns.VALUE, "Shade", "")).isEqualTo(-1);
  }

  @Test
  void onlyWhoAndWhatAboutAreNeeded() {
    assertThat(List.of(ImportColumns.values()))
        .filteredOn(ImportColumns::isNeeded)
        .containsExactly(ImportColumns.NAME, ImportColumns.SUBJECT);
  }
}
