package firmtally.core.margin;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.Item;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Tally;
import firmtally.core.worksheet.Terms;
import firmtally.core.worksheet.Worksheet;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PolicyTrialTest {
  private static final CurrencyUnit EUR = Currencies.get("EUR");
  private static final Percent TEN = Percent.parse("10");

  private static Line line(String id, Terms terms) {
    Item item =
        Item.product(
            "P-" + id,
            Optional.of("bench"),
            UnitPrice.parse("100"),
            UnitPrice.parse("70"),
            Percent.parse("19"));
    return Line.of(id, item, Quantity.parse("10")).on(terms);
  }

  private static Terms less(String percent) {
    return new Terms.Discount(Percent.parse(percent));
  }

  private static Worksheet sheet(Line... lines) {
    return Worksheet.of(EUR, LocalDate.of(2027, 3, 15), List.of(lines));
  }

  private static List<String> finals(Worksheet sheet) {
    return sheet.tally().lines().stream()
        .map(LineTally::finalAmount)
        .map(amount -> amount.getAmount().toPlainString())
        .toList();
  }

  @ParameterizedTest
  @CsvSource({
    "15, 10, 900.00",
    "10, 10, 900.00",
    "5, 10, 950.00",
    "0, 10, 1000.00",
    "30, 0, 1000.00",
    "30, 100, 700.00"
  })
  void whatIsGivenAboveIsGivenAtTheMostAndWhatIsBelowStays(
      String given, String most, String result) {
    Worksheet capped = sheet(line("1", less(given))).capped(Percent.parse(most));
    assertThat(finals(capped)).containsExactly(result);
  }

  @Test
  void aDiscountOnTheWholeGoesIntoTheLinesAndGiftsStayGifts() {
    Worksheet deal =
        sheet(line("1", Terms.AS_FOUND), line("2", less("5")), line("3", Terms.GIFT))
            .withDocumentDiscount(new DocumentDiscount.OfPercent(Percent.parse("8")));
    assertThat(finals(deal)).containsExactly("920.00", "874.00", "0.00");
    Worksheet capped = deal.capped(TEN);
    assertThat(finals(capped)).containsExactly("920.00", "900.00", "0.00");
    assertThat(capped.documentDiscount()).isEmpty();
    assertThat(finals(capped.capped(TEN))).isEqualTo(finals(capped));
  }

  @Test
  void anOwnPriceBelowIsRaisedToTheMost() {
    Worksheet deal = sheet(line("1", new Terms.OwnPrice(UnitPrice.parse("60"))));
    assertThat(finals(deal.capped(TEN))).containsExactly("900.00");
    Worksheet dearer = sheet(line("1", new Terms.OwnPrice(UnitPrice.parse("120"))));
    assertThat(finals(dearer.capped(TEN))).containsExactly("1200.00");
  }

  @Test
  void theSumsOfAllDealsAreTheirs() {
    Tally generous = sheet(line("1", less("15"))).tally();
    Tally modest = sheet(line("1", less("5"))).tally();
    PolicyTrial trial =
        PolicyTrial.of(
            EUR,
            List.of(
                PolicyTrial.on(generous, false, true, TEN),
                PolicyTrial.on(modest, true, false, TEN)));
    assertThat(trial.asked()).isEqualTo(1);
    assertThat(trial.asks()).isEqualTo(1);
    assertThat(trial.net()).isEqualTo(Money.parse("EUR 1800.00"));
    assertThat(trial.margin()).isEqualTo(Money.parse("EUR 400.00"));
    assertThat(trial.cappedNet()).isEqualTo(Money.parse("EUR 1850.00"));
    assertThat(trial.cappedMargin()).isEqualTo(Money.parse("EUR 450.00"));
    assertThat(trial.outcomes().get(0).gain()).isEqualTo(Money.parse("EUR 50.00"));
    assertThat(trial.outcomes().get(1).gain().isZero()).isTrue();
    assertThat(trial.marginPercent()).contains(Percent.parse("22.22"));
    assertThat(trial.cappedMarginPercent()).contains(Percent.parse("24.32"));
    PolicyTrial none = PolicyTrial.of(EUR, List.of());
    assertThat(none.marginPercent()).isEmpty();
    assertThat(none.cappedMargin().isZero()).isTrue();
  }
}
