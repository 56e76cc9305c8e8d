package firmtally.core.receivables;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ReferenceTest {
  /** The first is a known reference of the standard; the others are worked out with it by hand. */
  @ParameterizedTest
  @CsvSource({"539007547034, RF18539007547034", "I-1001, RF31I1001", "i-1001, RF31I1001"})
  void hasCheckDigits(String number, String reference) {
    assertThat(Reference.of(number)).isEqualTo(reference);
    assertThat(Reference.isRight(reference)).isTrue();
  }

  @Test
  void isWrittenInGroupsOfFour() {
    assertThat(Reference.grouped("RF18539007547034")).isEqualTo("RF18 5390 0754 7034");
    assertThat(Reference.grouped(Reference.of("I-1001"))).hasSize(11);
  }

  @ParameterizedTest
  @ValueSource(strings = {"RF19539007547034", "RF1853900754703", "RF18", "539007547034", ""})
  void aSlipIsSeen(String reference) {
    assertThat(Reference.isRight(reference)).isFalse();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "RF18539007547034",
        "payment rf18 5390 0754 7034",
        "RF18 5390 0754 7034 THANK YOU",
        "INVOICE RF18539007547034, RF18539007547034"
      })
  void isFoundInWhatSomebodyWrote(String words) {
    assertThat(Reference.in(words)).containsExactly("RF18539007547034");
  }

  @Test
  void wrongOnesAreNotFound() {
    assertThat(Reference.in("RF19 5390 0754 7034, and RF")).isEmpty();
  }

  @Test
  void needsSomethingAndNotTooMuch() {
    assertThat(Reference.of("123456789012345678901")).hasSize(25);
    assertThatThrownBy(() -> Reference.of("1234567890123456789012"))
        .hasMessage("number 1234567890123456789012 has more than 21 letters and digits");
    assertThatThrownBy(() -> Reference.of("--")).isInstanceOf(IllegalArgumentException.class);
  }
}
