package firmtally.core.worksheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.Some;
import firmtally.core.margin.Landing;
import firmtally.core.margin.MarginCheck;
import firmtally.core.margin.Room;
import firmtally.core.margin.SignOff;
import firmtally.core.margin.SignOffPolicy;
import firmtally.core.margin.Target;
import firmtally.core.money.Percent;
import firmtally.core.money.Rounding;
import firmtally.core.money.TaxedSum;
import firmtally.core.pricing.Item;
import firmtally.core.pricing.PricePolicy;
import firmtally.core.pricing.Scope;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.joda.money.Money;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** What holds for every worksheet, looked at on worksheets drawn from seeds. */
class WorksheetLawsTest {
  static IntStream seeds() {
    return IntStream.range(0, 60);
  }

  private static Worksheet priced(int seed) {
    PricePolicy policy = seed % 2 == 0 ? PricePolicy.SPECIFIC : PricePolicy.LOWEST;
    return Some.random(seed).withRules(policy, Some.DAIRY, Some.randomRules(seed));
  }

  private static SignOffPolicy policy(Worksheet sheet) {
    return new SignOffPolicy(
        "rep",
        List.of(
            new SignOffPolicy.Level("rep", Some.percent("10")),
            new SignOffPolicy.Level("manager", Some.percent("25.5")),
            new SignOffPolicy.Level("director", Percent.HUNDRED)),
        List.of(new SignOffPolicy.FamilyFloor("family-1", Some.percent("30"), "manager")),
        Optional.of(new SignOffPolicy.DocumentFloor(Some.percent("25"), "manager")),
        Optional.of(
            new SignOffPolicy.AmountRole(
                Money.of(sheet.currency(), new BigDecimal("50")), "director")),
        List.of(
            new SignOffPolicy.AmountRole(
                Money.of(sheet.currency(), new BigDecimal("1000")), "manager"),
            new SignOffPolicy.AmountRole(
                Money.of(sheet.currency(), new BigDecimal("5000")), "director")));
  }

  private static Money sum(Stream<Money> amounts, Worksheet sheet) {
    return amounts.reduce(Money.zero(sheet.currency()), Money::plus);
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void partsSumToWholes(int seed) {
    Worksheet sheet = priced(seed);
    Tally tally = sheet.tally();
    List<LineTally> counted = tally.lines().stream().filter(l -> l.line().counted()).toList();
    Totals totals = tally.totals();
    assertThat(sum(counted.stream().map(l -> over(l, l.finalAmount())), sheet))
        .isEqualTo(totals.contract());
    assertThat(sum(counted.stream().map(l -> over(l, l.cost())), sheet)).isEqualTo(totals.cost());
    assertThat(totals.contract().plus(totals.given())).isEqualTo(totals.list());
    assertThat(totals.margin().plus(totals.cost())).isEqualTo(totals.contract());
    TaxedSum invoice = totals.firstInvoice();
    assertThat(sum(invoice.taxes().stream().map(TaxedSum.TaxLine::base), sheet))
        .isEqualTo(invoice.net())
        .isEqualTo(sum(counted.stream().map(LineTally::finalAmount), sheet));
    assertThat(invoice.net().plus(invoice.tax())).isEqualTo(invoice.total());
    for (LineTally line : tally.lines()) {
      assertThat(line.finalAmount().plus(line.documentShare()).plus(line.discount()))
          .isEqualTo(line.gross());
      assertThat(line.line().counted() && !line.line().gift() || line.documentShare().isZero())
          .isTrue();
    }
  }

  private static Money over(LineTally line, Money amount) {
    return amount.multipliedBy(line.line().periods());
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void anAmountIsSharedOutWhole(int seed) {
    Worksheet sheet = priced(seed);
    Money most = Landing.of(plain(sheet).tally(), anything(sheet)).documentDiscount();
    Money amount = most.isPositive() ? half(most) : Money.zero(sheet.currency());
    try {
      Tally tally = sheet.withDocumentDiscount(new DocumentDiscount.OfAmount(amount)).tally();
      assertThat(sum(tally.lines().stream().map(LineTally::documentShare), sheet))
          .isEqualTo(amount);
      tally.lines().forEach(l -> assertThat(l.finalAmount().isNegative()).isFalse());
    } catch (DiscountTooLargeException e) {
      assertThat(e.most().isLessThan(amount)).isTrue();
    }
  }

  private static Target anything(Worksheet sheet) {
    return new Target.Contract(Money.zero(sheet.currency()));
  }

  private static Money half(Money amount) {
    return Money.ofMinor(amount.getCurrencyUnit(), amount.getAmountMinorLong() / 2);
  }

  private static Worksheet plain(Worksheet sheet) {
    return new Worksheet(
        sheet.currency(),
        sheet.date(),
        sheet.pricePolicy(),
        sheet.buyer(),
        sheet.priceRules(),
        sheet.lines(),
        Optional.empty(),
        Optional.of(Some.percent("37.5")));
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void orderOfLinesChangesNothingButTies(int seed) {
    Worksheet sheet = priced(seed);
    List<Line> shuffled = new ArrayList<>(sheet.lines());
    Collections.shuffle(shuffled, new Random(seed));
    Tally other =
        new Worksheet(
                sheet.currency(),
                sheet.date(),
                sheet.pricePolicy(),
                sheet.buyer(),
                sheet.priceRules(),
                shuffled,
                Optional.empty(),
                Optional.empty())
            .tally();
    Map<String, LineTally> byId =
        other.lines().stream().collect(Collectors.toMap(l -> l.line().id(), Function.identity()));
    Tally plain = plain(sheet).tally();
    plain.lines().forEach(line -> assertThat(byId.get(line.line().id())).isEqualTo(line));
    assertThat(other.totals().contract()).isEqualTo(plain.totals().contract());
    assertThat(other.totals().firstInvoice()).isEqualTo(plain.totals().firstInvoice());
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void raisingADiscountNeverRaisesMargin(int seed) {
    Worksheet sheet = priced(seed);
    Money before = null;
    for (String percent : List.of("0", "0.0001", "3", "11.1", "40", "99.9999", "100")) {
      Money margin =
          sheet
              .withDocumentDiscount(new DocumentDiscount.OfPercent(Some.percent(percent)))
              .tally()
              .totals()
              .margin();
      assertThat(before == null || !margin.isGreaterThan(before)).isTrue();
      before = margin;
    }
    // Everything given away: what the customer pays is 0, whatever the lines.
    assertThat(before).isEqualTo(sheet.tally().totals().cost().negated());
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void landingLands(int seed) {
    Worksheet sheet = plain(priced(seed));
    Tally tally = sheet.tally();
    Target.Margin wanted = new Target.Margin(Some.percent(seed % 60 + ".25"));
    Landing landing = Landing.of(tally, wanted);
    if (!landing.feasible()) {
      assertThat(landing.contract()).isEmpty();
      assertThat(landing.marginPercent()).isEmpty();
      return;
    }
    Tally landed = given(sheet, landing.documentDiscount()).tally();
    assertThat(landed.totals().contract()).isEqualTo(landing.contract().orElseThrow());
    assertThat(landed.totals().marginPercent()).isEqualTo(landing.marginPercent());
    assertThat(isBelow(landed.totals(), wanted.percent())).isFalse();
    Money most = Landing.of(tally, anything(sheet)).documentDiscount();
    if (landing.documentDiscount().isLessThan(most)) {
      try {
        Tally further = given(sheet, landing.documentDiscount().plus(unit(sheet))).tally();
        assertThat(isBelow(further.totals(), wanted.percent())).isTrue();
      } catch (DiscountTooLargeException e) {
        assertThat(e.most()).isEqualTo(landing.documentDiscount());
      }
    }
  }

  private static Worksheet given(Worksheet sheet, Money amount) {
    return sheet.withDocumentDiscount(new DocumentDiscount.OfAmount(amount));
  }

  private static Money unit(Worksheet sheet) {
    return Rounding.minorUnit(sheet.currency());
  }

  /** Whether the contract leaves less than a margin, exactly. */
  private static boolean isBelow(Totals totals, Percent margin) {
    BigDecimal wanted = totals.contract().getAmount().multiply(margin.fraction());
    return totals.margin().getAmount().compareTo(wanted) < 0;
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void roomStopsAtTheFloorAndOneUnitMoreIsBelow(int seed) {
    Worksheet sheet = plain(priced(seed));
    SignOffPolicy policy = policy(sheet);
    Money room = Room.of(sheet.tally(), policy).floorAmount().orElseThrow();
    if (room.isNegative()) {
      assertThat(isBelow(sheet.tally().totals(), Some.percent("25"))).isTrue();
      return;
    }
    try {
      assertThat(isBelow(given(sheet, room).tally().totals(), Some.percent("25"))).isFalse();
      Totals beyond = given(sheet, room.plus(unit(sheet))).tally().totals();
      assertThat(isBelow(beyond, Some.percent("25"))).isTrue();
    } catch (DiscountTooLargeException e) {
      assertThat(e.most().isGreaterThan(room)).isFalse();
    }
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void authorityRoomCanBeGivenWithoutASignOff(int seed) {
    Worksheet sheet = plain(priced(seed));
    SignOffPolicy policy = policy(sheet);
    Optional<Percent> room = Room.of(sheet.tally(), policy).authorityPercent();
    if (room.isEmpty() || room.get().compareTo(Percent.ZERO) < 0) {
      return;
    }
    // Shares are rounded to the unit by line, so a line may be a unit further than its exact part.
    Tally tally = sheet.withDocumentDiscount(new DocumentDiscount.OfPercent(room.get())).tally();
    for (LineTally line : tally.lines()) {
      BigDecimal given = line.gross().minus(line.finalAmount()).getAmount();
      BigDecimal allowed = line.gross().getAmount().multiply(new BigDecimal("0.10"));
      assertThat(
              !line.isSold() || !line.finalAmount().isPositive() || isNear(given, allowed, sheet))
          .isTrue();
    }
  }

  private static boolean isNear(BigDecimal given, BigDecimal allowed, Worksheet sheet) {
    BigDecimal unit = unit(sheet).getAmount();
    return given.subtract(allowed).compareTo(unit.add(unit)) < 0;
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void aHigherRoleNeedsNoMoreSignOffs(int seed) {
    Worksheet sheet = priced(seed);
    SignOffPolicy policy = policy(sheet);
    SignOff rep = SignOff.of(sheet.tally(), policy);
    SignOff manager = SignOff.of(sheet.tally(), policy.askedBy("manager"));
    assertThat(rep.reasons()).containsAll(manager.reasons());
    assertThat(SignOff.of(sheet.tally(), policy.askedBy("director")).needed()).isFalse();
    rep.role().ifPresent(r -> assertThat(r).isNotEqualTo("rep"));
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void workingsComeOutAtTheFigures(int seed) {
    Worksheet sheet = priced(seed);
    boolean mayLand =
        sheet.documentDiscount().filter(DocumentDiscount.OfPercent.class::isInstance).isEmpty();
    Optional<Target> target = mayLand ? Optional.of(anything(sheet)) : Optional.empty();
    Optional<SignOffPolicy> policy = Optional.of(policy(sheet));
    MarginCheck check = MarginCheck.of(sheet, policy, target);
    Map<String, Working> workings =
        check.workings(policy, target).stream()
            .collect(Collectors.toMap(Working::of, Function.identity()));
    for (int i = 0; i < check.tally().lines().size(); i++) {
      LineTally line = check.tally().lines().get(i);
      String at = "lines[" + i + "].";
      assertThat(workings.get(at + "unitPrice").result().map(BigDecimal::new).orElseThrow())
          .isEqualByComparingTo(line.price().unitPrice().value());
      same(workings, at + "gross", line.gross());
      same(workings, at + "net", line.net());
      same(workings, at + "documentShare", line.documentShare());
      same(workings, at + "cost", line.cost());
      same(workings, at + "marginPercent", line.marginPercent());
      same(workings, at + "discountPercent", line.discountPercent());
    }
    Totals totals = check.tally().totals();
    same(workings, "totals.list", totals.list());
    same(workings, "totals.contract", totals.contract());
    same(workings, "totals.recurringMonthly", totals.recurringMonthly());
    same(workings, "totals.recurringYearly", totals.recurringYearly());
    same(workings, "totals.firstInvoice.tax", totals.firstInvoice().tax());
    same(workings, "room.floorPercent", check.room().orElseThrow().floorPercent());
    same(workings, "room.floorAmount", check.room().orElseThrow().floorAmount().orElseThrow());
    same(workings, "room.authorityPercent", check.room().orElseThrow().authorityPercent());
  }

  private static void same(Map<String, Working> workings, String of, Money figure) {
    assertThat(new BigDecimal(workings.get(of).result().orElseThrow()))
        .as(of)
        .isEqualByComparingTo(figure.getAmount());
  }

  private static void same(Map<String, Working> workings, String of, Optional<Percent> figure) {
    assertThat(workings.get(of).result().map(Percent::parse)).as(of).isEqualTo(figure);
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void aTargetBesideAPercentIsRefused(int seed) {
    Worksheet sheet =
        priced(seed).withDocumentDiscount(new DocumentDiscount.OfPercent(Percent.ZERO));
    assertThatThrownBy(() -> Landing.of(sheet.tally(), anything(sheet)))
        .hasMessage("a target cannot be landed on while documentDiscount is a percent");
  }

  /** The chosen line of its own set is left out of a basis only where it would have been in it. */
  @ParameterizedTest
  @CsvSource({
    // Of the same product it would have counted: 6 of their own and 4 elsewhere reach 10.
    "P1, false, 90",
    // Of another product, or given free, it never did.
    "P2, false, 90",
    "P1, true, 90"
  })
  void aRivalIsLeftOutOnlyWhereItCounted(String chosen, boolean free, String price) {
    Item one = Some.product("P1", "f", "100", "1");
    Line rival =
        Some.alternative(Some.line("1", Some.product(chosen, "f", "100", "1"), "5"), "set", true);
    Worksheet sheet =
        Some.sheet(
                free ? rival.on(Terms.GIFT) : rival,
                Some.alternative(Some.line("2", one, "6"), "set", false),
                Some.line("3", one, "4"))
            .withRules(
                PricePolicy.SPECIFIC,
                Some.DAIRY,
                List.of(Some.rule("R", Scope.EVERYONE, "P1", "10", price)));
    assertThat(sheet.tally().lines().get(1).price().unitPrice()).isEqualTo(Some.price("90"));
    Worksheet higher =
        sheet.withRules(
            PricePolicy.SPECIFIC,
            Some.DAIRY,
            List.of(Some.rule("R", Scope.EVERYONE, "P1", "10.001", price)));
    assertThat(higher.tally().lines().get(1).price().from()).isEmpty();
  }
}
