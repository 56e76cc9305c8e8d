package firmtally.core.worksheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.margin.Landing;
import firmtally.core.margin.Room;
import firmtally.core.margin.SignOff;
import firmtally.core.margin.SignOffPolicy;
import firmtally.core.margin.Target;
import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.TaxedSum;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.Item;
import firmtally.core.pricing.PricePolicy;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class WorksheetTest {
  private static final CurrencyUnit EUR = Currencies.get("EUR");
  private static final LocalDate DAY = LocalDate.of(2027, 3, 15);
  private static final Item BENCH =
      Item.product(
          "BS-15",
          Optional.of("bench"),
          UnitPrice.parse("420"),
          UnitPrice.parse("231"),
          Percent.parse("19"));

  static IntStream seeds() {
    return IntStream.range(0, 80);
  }

  private static Worksheet random(int seed) {
    Random random = new Random(seed);
    List<Line> lines = new ArrayList<>();
    for (int i = 0; i <= random.nextInt(9); i++) {
      Item item =
          Item.inline(
              Optional.of("family-" + random.nextInt(3)),
              UnitPrice.ofTenThousandths(random.nextInt(9_000_000)),
              UnitPrice.ofTenThousandths(random.nextInt(5_000_000)),
              Percent.parse(random.nextBoolean() ? "19" : "7"));
      Line line = Line.of("L" + i, item, Quantity.ofThousandths(1 + random.nextInt(20_000)));
      line =
          random.nextInt(3) == 0
              ? line.on(new Terms.Discount(Percent.ofTenThousandths(random.nextInt(400_000))))
              : line;
      lines.add(random.nextInt(4) == 0 ? line.charged(new Recurring(3, 12)) : line);
    }
    return Worksheet.of(EUR, DAY, lines);
  }

  /** The example of {@link Tally}'s documentation. */
  @Test
  void workedExample() {
    Line line =
        Line.of("1", BENCH, Quantity.parse("10")).on(new Terms.Discount(Percent.parse("5")));
    Totals totals = Worksheet.of(EUR, DAY, List.of(line)).tally().totals();
    assertThat(totals.contract()).hasToString("EUR 3990.00");
    assertThat(totals.margin()).hasToString("EUR 1680.00");
    assertThat(totals.marginPercent()).contains(Percent.parse("42.11"));
    assertThat(totals.firstInvoice().total()).hasToString("EUR 4748.10");
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void partsSumToWholes(int seed) {
    Tally tally =
        random(seed)
            .withDocumentDiscount(new DocumentDiscount.OfPercent(Percent.parse("7.5")))
            .tally();
    Totals totals = tally.totals();
    assertThat(totals.contract().plus(totals.given())).isEqualTo(totals.list());
    assertThat(totals.contract().minus(totals.cost())).isEqualTo(totals.margin());
    Money bases =
        totals.firstInvoice().taxes().stream()
            .map(TaxedSum.TaxLine::base)
            .reduce(Money.zero(EUR), Money::plus);
    assertThat(bases).isEqualTo(totals.firstInvoice().net());
    tally
        .lines()
        .forEach(
            l ->
                assertThat(l.gross().minus(l.discount()).minus(l.documentShare()))
                    .isEqualTo(l.finalAmount()));
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void orderOfLinesChangesNoTotal(int seed) {
    Worksheet sheet = random(seed);
    List<Line> shuffled = new ArrayList<>(sheet.lines());
    Collections.shuffle(shuffled, new Random(seed));
    assertThat(Worksheet.of(EUR, DAY, shuffled).tally().totals()).isEqualTo(sheet.tally().totals());
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void raisingADiscountNeverRaisesMargin(int seed) {
    Worksheet sheet = random(seed);
    Money before = null;
    for (String percent : List.of("0", "3", "11.1", "40", "100")) {
      Money margin =
          sheet
              .withDocumentDiscount(new DocumentDiscount.OfPercent(Percent.parse(percent)))
              .tally()
              .totals()
              .margin();
      assertThat(before == null || !margin.isGreaterThan(before)).isTrue();
      before = margin;
    }
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void landingLands(int seed) {
    Worksheet sheet = random(seed);
    Money wanted =
        Money.ofMinor(EUR, sheet.tally().totals().contract().getAmountMinorLong() * 9 / 10);
    Landing landing = Landing.of(sheet.tally(), new Target.Contract(wanted));
    if (landing.feasible()) {
      Tally landed =
          sheet
              .withDocumentDiscount(new DocumentDiscount.OfAmount(landing.documentDiscount()))
              .tally();
      assertThat(landed.totals().contract()).isEqualTo(wanted);
      assertThat(landed.totals().marginPercent()).isEqualTo(landing.marginPercent());
    } else {
      assertThat(landing.contract()).isEmpty();
    }
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void roomStopsJustBeforeTheFloor(int seed) {
    Item item =
        Item.inline(
            Optional.empty(),
            UnitPrice.ofTenThousandths(3_000_000 + seed * 7919L),
            UnitPrice.parse("120"),
            Percent.ZERO);
    Worksheet sheet = Worksheet.of(EUR, DAY, List.of(Line.of("1", item, Quantity.parse("3"))));
    SignOffPolicy policy = policy("25");
    Money room = Room.of(sheet.tally(), policy).floorAmount().orElseThrow();
    assertThat(needsSignOff(sheet, room, policy)).isFalse();
    assertThat(needsSignOff(sheet, room.plusMinor(2), policy)).isTrue();
  }

  private static boolean needsSignOff(Worksheet sheet, Money given, SignOffPolicy policy) {
    Tally tally = sheet.withDocumentDiscount(new DocumentDiscount.OfAmount(given)).tally();
    return SignOff.of(tally, policy).reasons().stream()
        .anyMatch(r -> r.rule() == SignOff.Rule.DOCUMENT_FLOOR);
  }

  private static SignOffPolicy policy(String floor) {
    return new SignOffPolicy(
        "rep",
        List.of(
            new SignOffPolicy.Level("rep", Percent.parse("10")),
            new SignOffPolicy.Level("manager", Percent.HUNDRED)),
        List.of(),
        Optional.of(new SignOffPolicy.DocumentFloor(Percent.parse(floor), "manager")),
        Optional.empty(),
        List.of());
  }

  @Test
  void refusesWhatContradictsItself() {
    Line line = Line.of("1", BENCH, Quantity.parse("1"));
    assertThatThrownBy(() -> Worksheet.of(EUR, DAY, List.of(line, line)))
        .hasMessage("line id 1 stands twice");
    assertThatThrownBy(() -> new Recurring(5, 12))
        .hasMessage("termMonths 12 is not a multiple of everyMonths 5");
    assertThatThrownBy(() -> new Recurring(0, 12)).hasMessage("everyMonths 0 is outside [1, 1200]");
    assertThatThrownBy(() -> new Recurring(1, 1201))
        .hasMessage("termMonths 1201 is outside [1, 1200]");
    assertThatThrownBy(
            () ->
                new Worksheet(
                    EUR,
                    DAY,
                    PricePolicy.SPECIFIC,
                    Optional.empty(),
                    List.of(),
                    List.of(line),
                    Optional.empty(),
                    Optional.of(Percent.parse("100.0001"))))
        .hasMessage("probability 100.0001 is outside [0, 100]");
    Line alternative =
        new Line(
            "2",
            BENCH,
            Quantity.parse("1"),
            Terms.AS_FOUND,
            false,
            Optional.of(new Alternative("a", false)),
            Optional.empty());
    assertThatThrownBy(() -> Worksheet.of(EUR, DAY, List.of(alternative)))
        .hasMessage("alternatives a have 0 chosen lines, not 1");
  }

  @Test
  void namesTheLargestDiscount() {
    Worksheet sheet = Worksheet.of(EUR, DAY, List.of(Line.of("1", BENCH, Quantity.parse("1"))));
    Worksheet tooMuch =
        sheet.withDocumentDiscount(
            new DocumentDiscount.OfAmount(Money.of(EUR, new BigDecimal("420.01"))));
    assertThatThrownBy(tooMuch::tally)
        .isInstanceOfSatisfying(
            DiscountTooLargeException.class, e -> assertThat(e.most()).hasToString("EUR 420.00"));
  }

  private static List<String> inQuantities(Map<String, BigDecimal> quantities, Line... lines) {
    return Worksheet.of(EUR, DAY, List.of(lines)).inQuantities(quantities).lines().stream()
        .map(line -> line.id() + " " + line.quantity())
        .toList();
  }

  /** The example of {@link Worksheet#inQuantities}. */
  @Test
  void otherQuantitiesLeaveOutWhatIsNothing() {
    assertThat(
            inQuantities(
                Map.of("A", BigDecimal.valueOf(3), "B", BigDecimal.ZERO),
                Line.of("A", BENCH, Quantity.parse("5")),
                Line.of("B", BENCH, Quantity.parse("2")),
                Line.of("C", BENCH, Quantity.parse("1"))))
        .containsExactly("A 3", "C 1");
  }

  @Test
  void aSetOfAlternativesGoesWithTheOneThatIsTakenOut() {
    Line chosen = alternative("A", true);
    Line other = alternative("B", false);
    Line rest = Line.of("C", BENCH, Quantity.parse("1"));
    assertThat(inQuantities(Map.of("A", BigDecimal.ZERO), chosen, other, rest))
        .containsExactly("C 1");
  }

  private static Line alternative(String id, boolean chosen) {
    return new Line(
        id,
        BENCH,
        Quantity.parse("1"),
        Terms.AS_FOUND,
        false,
        Optional.of(new Alternative("way", chosen)),
        Optional.empty());
  }

  @Test
  void toWhomNoTaxIsChargedPaysTheNet() {
    Line line = Line.of("A", BENCH, Quantity.parse("2")).untaxed();
    TaxedSum sum = Worksheet.of(EUR, DAY, List.of(line)).tally().totals().firstInvoice();
    assertThat(sum.total()).isEqualTo(sum.net());
    assertThat(sum.tax().isZero()).isTrue();
  }
}
