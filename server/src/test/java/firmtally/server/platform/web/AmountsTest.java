package firmtally.server.platform.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import firmtally.server.platform.database.Where;
import firmtally.server.platform.search.SearchIndex;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class AmountsTest {
  @ParameterizedTest
  @CsvSource({
    "0, 0.00",
    "12, 12.00",
    "12.5, 12.50",
    "12.5000, 12.50",
    "5 000, 5000.00",
    "'5.000,50', 5000.50",
    "'1,250.50 €', 1250.50",
    "EUR 450, 450.00",
    "'1,5', 1.50",
    "3*400, 1200.00",
    "999999999999.99, 999999999999.99"
  })
  void readsWhatPeopleType(String text, String amount) {
    assertThat(Amounts.parse(CurrencyUnit.EUR, text).getAmount().toPlainString()).isEqualTo(amount);
  }

  @ParameterizedTest
  @ValueSource(strings = {"-1", "", "1000000000000", "1.", ".5"})
  void refusesWhatIsNone(String text) {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> Amounts.parse(CurrencyUnit.EUR, text))
        .withMessage("Enter an amount of 0 or more, for example 1250.50.");
  }

  @Test
  void refusesDigitsThatTheCurrencyDoesNotHave() {
    assertThat(Amounts.parse(CurrencyUnit.JPY, "12.0").getAmount().toPlainString()).isEqualTo("12");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> Amounts.parse(CurrencyUnit.JPY, "12.5"))
        .withMessage("amount 12.5 has more than 0 decimals, which JPY does not have");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> Amounts.parse(CurrencyUnit.EUR, "1.2345"))
        .withMessage("amount 1.2345 has more than 2 decimals, which EUR does not have");
  }

  @ParameterizedTest
  @ValueSource(strings = {"450 USD", "$450", "1e3", "abc", "1x", "450 EUR net"})
  void refusesWhatNamesAnotherCurrencyOrNone(String text) {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> Amounts.parse(CurrencyUnit.EUR, text))
        .withMessage("Enter an amount in EUR, for example 1250.50.");
    assertThat(Amounts.parse(CurrencyUnit.USD, "$450").getAmount().toPlainString())
        .isEqualTo("450.00");
  }

  @Test
  void anAmountWithTwoReadingsIsAskedAbout() {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> Amounts.parse(CurrencyUnit.EUR, "5.000"))
        .withMessage("\"5.000\" can be read in two ways; write 5000 or 5.00");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> Amounts.parse(CurrencyUnit.EUR, "5,000"))
        .withMessage("\"5,000\" can be read in two ways; write 5000 or 5.000");
  }

  @Test
  void conditionsStandOnlyForWhatIsAsked() {
    assertThat(new Where().sql()).isEmpty();
    assertThat(new Where().maybe("a = :a", "a", " ").maybe("b = :b", "b", null).sql()).isEmpty();
    assertThat(new Where().and("x").maybe("a = :a", "a", " y ").sql())
        .isEqualTo(" WHERE x\n  AND a = :a\n");
    assertThat(Where.anywhere("50%_!")).isEqualTo("%50!%!_!!%");
  }

  @Test
  void wordsOfATextBeginWords() {
    assertThat(SearchIndex.wordsOf("Reed-farm O-10"))
        .isEqualTo("\"Reed\"* \"farm\"* \"O\"* \"10\"*");
    assertThat(SearchIndex.wordsOf("\"; --")).isEqualTo("\"\"");
  }

  @Test
  void inputGathersEverythingThatIsWrong() {
    Input input = new Input();
    assertThat(input.whole("a", " 7 ", 1, 7)).contains(7);
    assertThat(input.whole("b", "8", 1, 7)).isEmpty();
    assertThat(input.whole("c", "0", 1, 7)).isEmpty();
    assertThat(input.whole("d", "1.0", 1, 7)).isEmpty();
    assertThat(input.oneOf("e", "", Set.of("x"))).isEmpty();
    assertThat(input.oneOf("f", "y", Set.of("z", "x"))).isEmpty();
    assertThat(input.email("g", "a@b", 10)).isEqualTo("a@b");
    input.email("h", "a b@c", 10);
    input.email("i", "@c", 10);
    assertThat(input.problems().list())
        .extracting(p -> p.at() + ": " + p.message())
        .containsExactly(
            "b: This is not a whole number from 1 to 7.",
            "c: This is not a whole number from 1 to 7.",
            "d: This is not a whole number from 1 to 7.",
            "f: Choose one of x, z.",
            "h: An email address has a name, an @ and a host.",
            "i: An email address has a name, an @ and a host.");
  }
}
