package firmtally.core.margin;

import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.line;
import static firmtally.core.Some.product;
import static firmtally.core.Some.sheet;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.Some;
import firmtally.core.money.Percent;
import firmtally.core.working.Working;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Tally;
import firmtally.core.worksheet.Worksheet;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Landing on the total that the customer pays, tax and all. */
class LandingTest {
  private static final Tally SHEET =
      sheet(line("1", product("P", "bench", "100", "60"), "1")).tally();

  private static Landing on(Tally tally, String total) {
    return Landing.of(tally, new Target.FirstInvoice(eur(total)));
  }

  /** 100.00 with 19 % is 119.00; a cent off the net takes one or two off the total. */
  @ParameterizedTest
  @CsvSource({
    "119.00, 0.00",
    "118.99, 0.01",
    "118.98, 0.02",
    "110.00, 7.56",
    "59.50, 50.00",
    "0.00, 100.00"
  })
  void theLeastDiscountWhoseInvoiceIsNotAboveTheTotal(String total, String discount) {
    Landing landing = on(SHEET, total);
    assertThat(landing.feasible()).isTrue();
    assertThat(landing.documentDiscount()).isEqualTo(eur(discount));
  }

  @Test
  void aTotalAboveTheListIsOutOfReach() {
    Landing landing = on(SHEET, "119.01");
    assertThat(landing.feasible()).isFalse();
    assertThat(landing.contract()).isEmpty();
    assertThatThrownBy(() -> on(SHEET, "-0.01")).hasMessage("target.total EUR -0.01 is below 0");
  }

  @Test
  void theWorkingNamesTheDiscountAndItsNeighbour() {
    Optional<Target> target = Optional.of(new Target.FirstInvoice(eur("110.00")));
    MarginCheck check = MarginCheck.of(SHEET.worksheet(), Optional.empty(), target);
    Working working =
        check.workings(Optional.empty(), target).stream()
            .filter(w -> w.of().equals("landing.documentDiscount"))
            .findFirst()
            .orElseThrow();
    assertThat(working.result()).contains("7.56");
    assertThat(working.steps().stream().map(s -> s.outcome() + " " + s.inputs().get(0).value()))
        .containsExactly("fits 110.00", "above 110.02");
  }

  static IntStream seeds() {
    return IntStream.range(0, 60);
  }

  /** Law: at the discount the invoice fits, and with a unit less it does not. */
  @ParameterizedTest
  @MethodSource("seeds")
  void itFitsAndAUnitLessDoesNot(int seed) {
    Worksheet drawn = Some.random(seed);
    Worksheet sheet = Worksheet.of(drawn.currency(), drawn.date(), drawn.lines());
    Tally tally = sheet.tally();
    Money most = Landing.most(tally);
    Money whole = Landing.total(tally, Money.zero(sheet.currency()));
    Money least = Landing.total(tally, most);
    Money wanted = least.plus(unit(sheet, whole.minus(least).getAmountMinorLong() / 3));
    Landing landing = Landing.of(tally, new Target.FirstInvoice(wanted));
    assertThat(landing.feasible()).isTrue();
    Money discount = landing.documentDiscount();
    assertThat(Landing.total(tally, discount)).isLessThanOrEqualTo(wanted);
    if (discount.isPositive()) {
      assertThat(Landing.total(tally, discount.minus(unit(sheet, 1)))).isGreaterThan(wanted);
    }
    Tally landed = sheet.withDocumentDiscount(new DocumentDiscount.OfAmount(discount)).tally();
    assertThat(landing.contract()).contains(landed.totals().contract());
  }

  private static Money unit(Worksheet sheet, long count) {
    return Money.ofMinor(sheet.currency(), count);
  }

  @Test
  void aPercentOffTheWholeMakesNoRoomForIt() {
    Worksheet percent =
        Worksheet.of(EUR, Some.DAY, List.of(line("1", product("P", "bench", "100", "60"), "1")))
            .withDocumentDiscount(new DocumentDiscount.OfPercent(Percent.parse("5")));
    assertThatThrownBy(() -> on(percent.tally(), "100")).hasMessageContaining("documentDiscount");
  }
}
