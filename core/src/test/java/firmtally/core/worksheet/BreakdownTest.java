package firmtally.core.worksheet;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.Item;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;

class BreakdownTest {
  private static final LocalDate DAY = LocalDate.of(2027, 3, 1);

  private static Line line(int id, String quantity, String list, Optional<Recurring> plan) {
    Item item =
        Item.inline(Optional.empty(), UnitPrice.parse(list), UnitPrice.ZERO, Percent.parse("19"));
    return new Line(
        Integer.toString(id),
        item,
        Quantity.parse(quantity),
        Terms.AS_FOUND,
        false,
        Optional.empty(),
        plan);
  }

  private static Tally tally(List<Line> lines, String percent) {
    return Worksheet.of(CurrencyUnit.EUR, DAY, lines)
        .withDocumentDiscount(new DocumentDiscount.OfPercent(Percent.parse(percent)))
        .tally();
  }

  private static Money euros(String amount) {
    return Money.parse("EUR " + amount);
  }

  @Test
  void theExampleOfTheDocumentation() {
    Tally tally =
        tally(
            List.of(
                line(1, "2", "420", Optional.empty()).on(new Terms.Discount(Percent.parse("5"))),
                line(2, "1", "30", Optional.of(new Recurring(1, 12)))),
            "10");
    Breakdown sums = Breakdown.of(CurrencyUnit.EUR, tally.lines());
    assertThat(sums.once().lines()).isEqualTo(euros("798.00"));
    assertThat(sums.once().discount()).isEqualTo(euros("79.80"));
    assertThat(sums.once().amount()).isEqualTo(euros("718.20"));
    assertThat(sums.every()).containsOnlyKeys(1);
    assertThat(sums.every().get(1).lines()).isEqualTo(euros("30.00"));
    assertThat(sums.every().get(1).amount()).isEqualTo(euros("27.00"));
    assertThat(sums.recurringOverTerm()).isEqualTo(euros("324.00"));
    assertThat(sums.contract()).isEqualTo(euros("1042.20"));
    assertThat(Breakdown.netOverTerm(tally.lines().get(1))).isEqualTo(euros("360.00"));
    assertThat(Breakdown.netOverTerm(tally.lines().get(0))).isEqualTo(euros("798.00"));
    assertThat(Breakdown.netPrice(tally.lines().get(0))).contains(UnitPrice.parse("399"));
  }

  @Test
  void aPriceThatWouldNotMultiplyToTheAmountIsNotTold() {
    Tally tally =
        tally(
            List.of(
                line(1, "3", "10", Optional.empty()).on(new Terms.Discount(Percent.parse("5.01")))),
            "0");
    assertThat(tally.lines().get(0).net()).isEqualTo(euros("28.50"));
    assertThat(Breakdown.netPrice(tally.lines().get(0))).contains(UnitPrice.parse("9.5"));
    Tally odd =
        tally(
            List.of(
                line(1, "7", "1.43", Optional.empty())
                    .on(new Terms.Discount(Percent.parse("0.1")))),
            "0");
    assertThat(odd.lines().get(0).net()).isEqualTo(euros("10.00"));
    assertThat(Breakdown.netPrice(odd.lines().get(0))).isEmpty();
  }

  @Test
  void sectionsAddUpToTheWholeInEveryPart() {
    Random random = new Random(7);
    for (int round = 0; round < 60; round++) {
      List<Line> lines = new ArrayList<>();
      for (int i = 0; i < 2 + random.nextInt(12); i++) {
        Optional<Recurring> plan =
            random.nextInt(3) == 0
                ? Optional.of(new Recurring(random.nextBoolean() ? 1 : 3, 12))
                : Optional.empty();
        lines.add(
            line(
                i,
                "" + (1 + random.nextInt(9)),
                random.nextInt(900) + "." + random.nextInt(99),
                plan));
      }
      Tally tally = tally(lines, random.nextInt(40) + "." + random.nextInt(99));
      int cut = random.nextInt(lines.size());
      Breakdown whole = Breakdown.of(CurrencyUnit.EUR, tally.lines());
      Breakdown first = Breakdown.of(CurrencyUnit.EUR, tally.lines().subList(0, cut));
      Breakdown second = Breakdown.of(CurrencyUnit.EUR, tally.lines().subList(cut, lines.size()));
      assertThat(first.once().lines().plus(second.once().lines())).isEqualTo(whole.once().lines());
      assertThat(first.contract().plus(second.contract())).isEqualTo(whole.contract());
      assertThat(whole.contract()).isEqualTo(tally.totals().contract());
      assertThat(whole.once().amount()).isEqualTo(tally.totals().oneOff());
    }
  }
}
