package firmtally.core.worksheet;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.Item;
import firmtally.core.working.Step;
import firmtally.core.working.Working;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;

class SubtotalTest {
  private static final LocalDate DAY = LocalDate.of(2027, 3, 1);

  private static Line line(String id, String quantity, String list, String cost) {
    Item item =
        Item.inline(
            Optional.of("bench"),
            UnitPrice.parse(list),
            UnitPrice.parse(cost),
            Percent.parse("19"));
    return Line.of(id, item, Quantity.parse(quantity));
  }

  private static Tally tally(List<Line> lines) {
    return Worksheet.of(CurrencyUnit.EUR, DAY, lines).tally();
  }

  @Test
  void theExampleOfTheDocumentation() {
    Line line = line("1", "10", "420.00", "231.00").on(new Terms.Discount(Percent.parse("5")));
    Subtotal subtotal = Subtotal.of(CurrencyUnit.EUR, tally(List.of(line)).lines());
    assertThat(subtotal.list()).isEqualTo(Money.parse("EUR 4200.00"));
    assertThat(subtotal.contract()).isEqualTo(Money.parse("EUR 3990.00"));
    assertThat(subtotal.margin()).isEqualTo(Money.parse("EUR 1680.00"));
    assertThat(subtotal.marginPercent()).contains(Percent.parse("42.11"));
  }

  @Test
  void whatDoesNotCountAddsNothingAndAnEmptySectionHasNoMargin() {
    Line counted = line("1", "1", "10", "4");
    Line option =
        new Line(
            "2",
            counted.item(),
            counted.quantity(),
            Terms.AS_FOUND,
            true,
            Optional.empty(),
            Optional.empty());
    List<LineTally> lines = tally(List.of(counted, option)).lines();
    assertThat(Subtotal.of(CurrencyUnit.EUR, lines.subList(1, 2)).contract())
        .isEqualTo(Money.zero(CurrencyUnit.EUR));
    assertThat(Subtotal.of(CurrencyUnit.EUR, List.of()).marginPercent()).isEmpty();
  }

  @Test
  void aPlanCountsOverItsWholeTerm() {
    Line plan = line("1", "1", "10", "4").charged(new Recurring(3, 12));
    assertThat(Subtotal.of(CurrencyUnit.EUR, tally(List.of(plan)).lines()).contract())
        .isEqualTo(Money.parse("EUR 40.00"));
  }

  @Test
  void sectionsAddUpToTheTotals() {
    Random random = new Random(7);
    for (int n = 0; n < 200; n++) {
      List<Line> lines =
          IntStream.range(0, 2 + random.nextInt(8))
              .mapToObj(
                  i -> {
                    Line one =
                        line(
                            "l" + i,
                            String.valueOf(1 + random.nextInt(9)),
                            random.nextInt(900) + "." + random.nextInt(10_000),
                            random.nextInt(400) + "." + random.nextInt(10_000));
                    return random.nextInt(4) == 0 ? one.charged(new Recurring(1, 12)) : one;
                  })
              .toList();
      Tally tally = tally(lines);
      int cut = random.nextInt(lines.size());
      Subtotal first = Subtotal.of(CurrencyUnit.EUR, tally.lines().subList(0, cut));
      Subtotal second = Subtotal.of(CurrencyUnit.EUR, tally.lines().subList(cut, lines.size()));
      assertThat(first.contract().plus(second.contract())).isEqualTo(tally.totals().contract());
      assertThat(first.list().plus(second.list())).isEqualTo(tally.totals().list());
      assertThat(first.cost().plus(second.cost())).isEqualTo(tally.totals().cost());
    }
  }

  @Test
  void itsWorkingsComeOutAtItAndStandAtAPlaceOfTheirOwn() {
    Tally tally =
        tally(
            List.of(line("1", "2", "10", "4"), line("2", "1", "5", "1"), line("3", "3", "7", "2")));
    List<LineTally> section = tally.lines().subList(1, 3);
    Subtotal subtotal = Subtotal.of(CurrencyUnit.EUR, section);
    List<Working> workings = tally.workings("sections[a].", section);
    assertThat(workings)
        .extracting(Working::of)
        .containsExactly(
            "sections[a].contract",
            "sections[a].cost",
            "sections[a].margin",
            "sections[a].marginPercent");
    assertThat(workings.get(0).steps())
        .extracting(Step::subject)
        .containsExactly("line 2", "line 3");
    assertThat(workings.get(0).result()).contains(subtotal.contract().getAmount().toPlainString());
    assertThat(workings.get(2).result()).contains(subtotal.margin().getAmount().toPlainString());
  }
}
