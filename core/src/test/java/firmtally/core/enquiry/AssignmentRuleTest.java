package firmtally.core.enquiry;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AssignmentRuleTest {
  private static Optional<Money> eur(String amount) {
    return amount == null ? Optional.empty() : Optional.of(Money.parse("EUR " + amount));
  }

  private static AssignmentRule.Facts facts(
      String postal, String family, String source, String worth) {
    return new AssignmentRule.Facts(postal, Optional.ofNullable(family), source, eur(worth));
  }

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        "24103, 5000.00, true",
        "25999, 9999.99, true",
        "26000, 5000.00, false",
        "2,     5000.00, false",
        "24103, 4999.99, false",
        "24103, -,       false",
        "' 24103 ', 5000.01, true"
      })
  void meansTheExample(String postal, String worth, boolean means) {
    AssignmentRule rule =
        new AssignmentRule(
            List.of("24", "25"), Optional.empty(), Optional.empty(), eur("5000.00"), eur(null));
    assertThat(rule.means(facts(postal, null, "", worth))).isEqualTo(means);
  }

  @Test
  void meansEverythingWhenNothingIsGiven() {
    AssignmentRule rule =
        new AssignmentRule(
            List.of(), Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty());
    assertThat(rule.means(facts("", null, "", null))).isTrue();
  }

  @Test
  void theWorthThatIsTooMuchIsOutside() {
    AssignmentRule rule =
        new AssignmentRule(
            List.of(), Optional.empty(), Optional.empty(), Optional.empty(), eur("100.00"));
    assertThat(rule.means(facts("", null, "", "99.99"))).isTrue();
    assertThat(rule.means(facts("", null, "", "100.00"))).isFalse();
    assertThat(rule.means(facts("", null, "", null))).isFalse();
  }

  @Test
  void familyAndSourceHoldWhateverTheirCase() {
    AssignmentRule rule =
        new AssignmentRule(
            List.of("d-9"),
            Optional.of("Bench"),
            Optional.of("trade fair"),
            Optional.empty(),
            Optional.of(Money.zero(CurrencyUnit.EUR).plusMajor(1)));
    assertThat(rule.means(facts("D-9310", "bench ", "Trade Fair", "0.00"))).isTrue();
    assertThat(rule.means(facts("D-9310", "floor", "Trade Fair", "0.00"))).isFalse();
    assertThat(rule.means(facts("D-9310", null, "Trade Fair", "0.00"))).isFalse();
    assertThat(rule.means(facts("D-9310", "bench", "phone", "0.00"))).isFalse();
  }
}
