package firmtally.core.ordering;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.credit.CreditCheck;
import firmtally.core.credit.CreditFile;
import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A limit of 1,000.00, watched below 20 % of it, with 400.00 open. */
class ReleaseTest {
  private static final CurrencyUnit EUR = Currencies.get("EUR");
  private static final LocalDate TODAY = LocalDate.of(2027, 3, 15);

  private static CreditFile file(boolean stopped, LocalDate due) {
    return new CreditFile(
        EUR,
        TODAY,
        stopped,
        List.of(new CreditFile.Limit(TODAY.minusYears(1), eur("1000"))),
        List.of(new CreditFile.OpenItem("I-1", eur("400"), due)),
        List.of(),
        30,
        0,
        5,
        eur("0"),
        Percent.parse("20"),
        Optional.empty());
  }

  private static Money eur(String amount) {
    return Money.of(EUR, new BigDecimal(amount));
  }

  private static CreditCheck asking(String amount) {
    return CreditCheck.of(
        file(false, TODAY.plusDays(10))
            .asking(new CreditFile.Document(eur(amount), Optional.empty())));
  }

  @ParameterizedTest
  @CsvSource({"400, CLEAR", "400.01, WATCH", "600, WATCH", "600.01, HOLD"})
  void verdictsAtTheirBounds(String asked, String verdict) {
    assertThat(asking(asked).verdict()).hasToString(verdict);
  }

  @Test
  void watchedCreditDoesNotHold() {
    assertThat(Release.of(asking("600"), Set.of()).isReleased()).isTrue();
  }

  @Test
  void everyReasonIsNamed() {
    Set<Release.Hold> causes =
        Set.of(Release.Hold.PO_NUMBER, Release.Hold.TERMS, Release.Hold.STOCK, Release.Hold.MARGIN);
    assertThat(Release.of(asking("600.01"), causes).isReleased()).isFalse();
    assertThat(Release.of(asking("600.01"), causes).holds()).containsExactly(Release.Hold.values());
  }

  @Test
  void creditIsTheChecksAlone() {
    assertThat(Release.of(asking("600"), Set.of(Release.Hold.CREDIT)).isReleased()).isTrue();
  }

  @Test
  void aStoppedAccountIsHeldWhateverTheFigures() {
    CreditCheck stopped = CreditCheck.of(file(true, TODAY.plusDays(1)));
    assertThat(Release.of(stopped, Set.of()).holds()).containsExactly(Release.Hold.CREDIT);
  }

  @ParameterizedTest
  @CsvSource({"5, 0", "6, 6"})
  void graceIsOverTheDayAfter(int daysPast, long overdueDays) {
    CreditCheck check = CreditCheck.of(file(false, TODAY.minusDays(daysPast)));
    assertThat(check.oldestOverdueDays()).isEqualTo(overdueDays);
  }

  @Test
  void clearsOnTheDayTheItemLeaves() {
    assertThat(asking("700").earliestClear()).contains(TODAY.plusDays(10));
    assertThat(asking("1000.01").earliestClear()).isEmpty();
  }

  @Test
  void aDepositCannotBeMoreThanTheTotal() {
    assertThatThrownBy(() -> new CreditFile.Document(eur("10"), Optional.of(eur("10.01"))))
        .hasMessage("document.deposit EUR 10.01 is above the total EUR 10.00");
  }
}
