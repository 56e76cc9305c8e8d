package firmtally.core.receivables;

import static firmtally.core.Some.eur;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class MatchingTest {
  private static final List<Matching.OpenInvoice> OPEN =
      List.of(
          invoice("I-1001", "A-1", "119.00", 1),
          invoice("I-1002", "A-1", "50.00", 2),
          invoice("I-1003", "A-2", "119.00", 3),
          invoice("I-1004", "A-2", "70.00", 4));

  private static Matching.OpenInvoice invoice(String ref, String account, String balance, int day) {
    String payer = account.equals("A-1") ? "Oldmill Dairy Ltd." : "Brewery Kern";
    return new Matching.OpenInvoice(
        ref, account, Set.of(payer), eur(balance), LocalDate.of(2027, 3, day));
  }

  private static Matching match(String amount, String payer, String words) {
    return Matching.of(new Matching.Incoming(eur(amount), payer, words), OPEN);
  }

  @ParameterizedTest
  @ValueSource(strings = {"I-1002", "for i-1002, thanks", "RE:I-1002/2027", "reference"})
  void whatIsNamedIsPaidWhateverTheAmount(String words) {
    String written = words.equals("reference") ? Reference.grouped(Reference.of("I-1002")) : words;
    assertThat(match("119.00", "", written))
        .isEqualTo(new Matching(Matching.How.REFERENCE, List.of("I-1002")));
  }

  @Test
  void severalOfOneAccountAreNamedInTheOrderTheyAreDue() {
    assertThat(match("169.00", "", "I-1002 I-1001").invoices()).containsExactly("I-1001", "I-1002");
    assertThat(match("169.00", "", "I-1001 and I-1004").invoices()).containsExactly("I-1001");
  }

  @Test
  void aNumberInsideAnotherIsNotNamed() {
    assertThat(match("1.00", "", "I-10011 XI-1001").how()).isEqualTo(Matching.How.PROPOSED);
  }

  @Test
  void theOnlyOneOfAnAmountIsPaid() {
    assertThat(match("70.00", "", "thank you"))
        .isEqualTo(new Matching(Matching.How.AMOUNT, List.of("I-1004")));
  }

  @Test
  void amongThePayersOwnFirst() {
    assertThat(match("119.00", "BREWERY KERN", ""))
        .isEqualTo(new Matching(Matching.How.AMOUNT, List.of("I-1003")));
    assertThat(match("119.00", "", ""))
        .isEqualTo(new Matching(Matching.How.PROPOSED, List.of("I-1001", "I-1003")));
  }

  @Test
  void ofAPayerTheOldestAreProposedAsFarAsItGoes() {
    assertThat(match("150.00", "oldmill dairy ltd", ""))
        .isEqualTo(new Matching(Matching.How.PROPOSED, List.of("I-1001", "I-1002")));
    assertThat(match("100.00", "oldmill dairy ltd", "").invoices()).containsExactly("I-1001");
    assertThat(match("100.00", "somebody", "").invoices()).isEmpty();
  }
}
