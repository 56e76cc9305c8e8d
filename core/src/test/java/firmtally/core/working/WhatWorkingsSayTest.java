package firmtally.core.working;

import static firmtally.core.Some.DAIRY;
import static firmtally.core.Some.DAY;
import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.familyRule;
import static firmtally.core.Some.line;
import static firmtally.core.Some.optional;
import static firmtally.core.Some.percent;
import static firmtally.core.Some.product;
import static firmtally.core.Some.rule;
import static firmtally.core.Some.sheet;
import static firmtally.core.Some.valid;
import static org.assertj.core.api.Assertions.assertThat;

import firmtally.core.credit.CreditCheck;
import firmtally.core.credit.CreditFile;
import firmtally.core.margin.MarginCheck;
import firmtally.core.margin.SignOffPolicy;
import firmtally.core.margin.Target;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.ordering.Variance;
import firmtally.core.ordering.VarianceLine;
import firmtally.core.pricing.Item;
import firmtally.core.pricing.PricePolicy;
import firmtally.core.pricing.Scope;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.Recurring;
import firmtally.core.worksheet.Terms;
import firmtally.core.worksheet.Worksheet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** The words of workings: which figures have one, what each step came to, and why. */
class WhatWorkingsSayTest {
  private static final Line SOLD = line("1", product("P1", "bench", "100", "50"), "3");
  private static final Line PLAN =
      line("2", product("P2", "plan", "10", "4"), "1").charged(new Recurring(3, 12));
  private static final Line GIFT = line("3", product("P3", "bench", "5", "2"), "1").on(Terms.GIFT);
  private static final Line OFFERED = optional(line("4", product("P4", "bench", "7", "3"), "1"));

  private static Map<String, Working> byFigure(List<Working> workings) {
    return workings.stream().collect(Collectors.toMap(Working::of, Function.identity()));
  }

  private static Map<String, Working> tally(Worksheet sheet) {
    return byFigure(sheet.tally().workings());
  }

  private static List<String> steps(Working working) {
    return working.steps().stream().map(s -> s.subject() + ": " + s.outcome()).toList();
  }

  private static List<String> inputs(Working working) {
    return working.inputs().stream().map(i -> i.name() + " " + i.value()).toList();
  }

  @Test
  void everyFigureOfALineAndOfTheTotalsHasOne() {
    Worksheet sheet =
        new Worksheet(
            EUR,
            DAY,
            PricePolicy.SPECIFIC,
            Optional.empty(),
            List.of(),
            List.of(SOLD, PLAN),
            Optional.empty(),
            Optional.of(percent("40")));
    assertThat(tally(sheet).keySet())
        .contains("lines[1].monthly", "totals.weighted", "totals.firstInvoice.taxes[0].base")
        .containsAll(
            List.of("unitPrice", "gross", "discount", "net", "documentShare", "final").stream()
                .map("lines[0]."::concat)
                .toList())
        .containsAll(
            List.of("discountPercent", "cost", "margin", "marginPercent").stream()
                .map("lines[0]."::concat)
                .toList())
        .containsAll(
            List.of("list", "contract", "given", "cost", "margin", "marginPercent").stream()
                .map("totals."::concat)
                .toList())
        .containsAll(
            List.of("markupPercent", "oneOff", "recurringMonthly", "recurringYearly").stream()
                .map("totals."::concat)
                .toList())
        .contains("totals.firstInvoice.net", "totals.firstInvoice.taxes[0].tax")
        .contains("totals.firstInvoice.tax", "totals.firstInvoice.total")
        .doesNotContain("lines[0].monthly")
        .hasSize(2 * 10 + 1 + 11 + 5);
  }

  @Test
  void sumsSayWhatCountsAndWhatIsLeftOut() {
    Map<String, Working> all = tally(sheet(SOLD, PLAN, GIFT, OFFERED));
    assertThat(steps(all.get("totals.contract")))
        .containsExactly("line 1: counts", "line 2: counts", "line 3: counts", "line 4: left-out");
    assertThat(steps(all.get("totals.oneOff")))
        .containsExactly(
            "line 1: counts", "line 2: left-out", "line 3: counts", "line 4: left-out");
    assertThat(all.get("totals.contract").steps().get(1).inputs())
        .containsExactly(Input.of("amount", eur("10")), Input.count("periods", 4));
    assertThat(all.get("totals.oneOff").steps().get(1).inputs().get(1))
        .isEqualTo(Input.count("periods", 1));
    assertThat(steps(all.get("totals.recurringMonthly"))).containsExactly("line 2: counts");
    assertThat(all.get("totals.oneOff").result()).contains("300.00");
    assertThat(all.get("totals.firstInvoice.net").result()).contains("310.00");
    assertThat(all.get("totals.firstInvoice.taxes[0].base").result()).contains("310.00");
    assertThat(steps(all.get("totals.firstInvoice.tax"))).containsExactly("19 %: counts");
  }

  @Test
  void taxBasesAreOfTheirOwnPercentOnly() {
    Line other =
        line(
            "2",
            Item.inline(Optional.empty(), UnitPrice.parse("10"), UnitPrice.ZERO, percent("7")),
            "1");
    Map<String, Working> all = tally(sheet(SOLD, other));
    assertThat(steps(all.get("totals.firstInvoice.taxes[0].base")))
        .containsExactly("line 1: left-out", "line 2: counts");
    assertThat(steps(all.get("totals.firstInvoice.taxes[1].base")))
        .containsExactly("line 1: counts", "line 2: left-out");
  }

  @Test
  void thePriceSaysWhatEachRuleIsAndCameTo() {
    Worksheet sheet =
        sheet(SOLD)
            .withRules(
                PricePolicy.SPECIFIC,
                DAIRY,
                List.of(
                    valid(familyRule("G", Scope.GROUP, "bench", "2", "5"), DAY, DAY),
                    rule("E", Scope.EVERYONE, "P1", "4", "90")));
    Working price = tally(sheet).get("lines[0].unitPrice");
    assertThat(price.formula()).isEqualTo("price of the winning rule");
    assertThat(steps(price)).containsExactly("rule G: wins", "rule E: break-not-reached");
    assertThat(price.steps().get(0).inputs().stream().map(i -> i.name() + " " + i.value()))
        .containsExactly(
            "scope group",
            "for dairies",
            "family bench",
            "minQuantity 2",
            "from 2027-03-15",
            "to 2027-03-15",
            "percentOff 5",
            "price 95");
    assertThat(price.steps().get(1).inputs().stream().map(Input::name))
        .containsExactly("scope", "product", "minQuantity", "price");
    assertThat(inputs(price))
        .containsExactly("listPrice 100", "pricePolicy specific", "ofProduct 3", "ofFamily 3");
    assertThat(tally(sheet(SOLD)).get("lines[0].unitPrice").formula()).isEqualTo("listPrice");
  }

  @Test
  void netSaysWhatWasGiven() {
    assertThat(tally(sheet(GIFT)).get("lines[0].net").formula()).isEqualTo("0, a gift");
    assertThat(tally(sheet(SOLD)).get("lines[0].net").formula()).isEqualTo("gross");
    Line own = SOLD.on(new Terms.OwnPrice(UnitPrice.parse("99")));
    assertThat(tally(sheet(own)).get("lines[0].net").formula())
        .isEqualTo("quantity × the rep's own unitPrice");
    Line less = SOLD.on(new Terms.Discount(percent("5")));
    Working net = tally(sheet(less)).get("lines[0].net");
    assertThat(steps(net)).containsExactly("discount: rounded");
    assertThat(net.steps().get(0).inputs().get(1)).isEqualTo(Input.of("off", eur("15")));
  }

  @Test
  void sharesSayWhoTookTheUnitLeft() {
    Line a = line("a", product("A", "f", "1", "0"), "1");
    Line b = line("b", product("B", "f", "1", "0"), "1");
    Map<String, Working> amount =
        tally(
            sheet(a, b, PLAN, GIFT)
                .withDocumentDiscount(new DocumentDiscount.OfAmount(eur("0.01"))));
    assertThat(steps(amount.get("lines[0].documentShare")))
        .containsExactly("line a: one-unit-more", "line b: cut-down");
    assertThat(amount.get("lines[0].documentShare").formula()).isEqualTo("an allocation by net");
    assertThat(amount.get("lines[2].documentShare").formula())
        .isEqualTo("0, an amount is not taken off plans");
    assertThat(amount.get("lines[3].documentShare").formula())
        .isEqualTo("0, a gift or a line not counted");
    Map<String, Working> share =
        tally(
            sheet(a, b, PLAN).withDocumentDiscount(new DocumentDiscount.OfPercent(percent("50"))));
    assertThat(steps(share.get("lines[0].documentShare")))
        .containsExactly("discount: rounded", "line a: cut-down", "line b: cut-down");
    assertThat(share.get("lines[2].documentShare").formula()).isEqualTo("net × percent/100");
    assertThat(tally(sheet(a)).get("lines[0].documentShare").formula())
        .isEqualTo("0, no document discount");
  }

  private static final SignOffPolicy POLICY =
      new SignOffPolicy(
          "rep",
          List.of(
              new SignOffPolicy.Level("rep", percent("10")),
              new SignOffPolicy.Level("manager", Percent.HUNDRED)),
          List.of(
              new SignOffPolicy.FamilyFloor("plan", percent("1"), "manager"),
              new SignOffPolicy.FamilyFloor("bench", percent("60"), "manager")),
          Optional.of(new SignOffPolicy.DocumentFloor(percent("70"), "manager")),
          Optional.of(new SignOffPolicy.AmountRole(eur("1"), "manager")),
          List.of(
              new SignOffPolicy.AmountRole(eur("5000"), "manager"),
              new SignOffPolicy.AmountRole(eur("100"), "manager")));

  private static Map<String, Working> margin(Worksheet sheet, Optional<Target> target) {
    return byFigure(
        MarginCheck.of(sheet, Optional.of(POLICY), target).workings(Optional.of(POLICY), target));
  }

  @Test
  void signOffShowsBothSides() {
    Line less = SOLD.on(new Terms.Discount(percent("20")));
    Map<String, Working> all = margin(sheet(less, GIFT, OFFERED), Optional.empty());
    assertThat(steps(all.get("signOff.reasons[0].role")))
        .containsExactly("level rep: exceeded", "level manager: suffices");
    assertThat(inputs(all.get("signOff.reasons[0].role")))
        .containsExactly("gross 300.00", "final 240.00", "given 60.00", "minorUnit 0.01");
    assertThat(inputs(all.get("signOff.reasons[1].role")))
        .containsExactly(
            "final 240.00",
            "marginPercent 60",
            "wanted 144.0000",
            "margin 90.00",
            "minorUnit 0.01");
    assertThat(inputs(all.get("signOff.reasons[2].role"))).contains("contract 240.00");
    assertThat(steps(all.get("signOff.reasons[3].role"))).containsExactly("line 3: counts");
    assertThat(steps(all.get("signOff.reasons[4].role")))
        .containsExactly("amount 5000.00: not-below", "amount 100.00: below");
    assertThat(steps(all.get("signOff.role"))).hasSize(5).contains("gift-cost: asks");
    assertThat(all.get("signOff.role").result()).contains("manager");
    assertThat(steps(all.get("room.authorityPercent"))).containsExactly("line 1: looked-at");
  }

  @Test
  void landingSaysWhereItLandsAndWhetherItCan() {
    Map<String, Working> margin =
        margin(sheet(SOLD), Optional.of(new Target.Margin(percent("40"))));
    assertThat(margin.get("landing.documentDiscount").formula())
        .isEqualTo("given + contract − up(100 × cost / (100 − marginPercent))");
    assertThat(margin.get("landing.documentDiscount").result()).contains("50.00");
    assertThat(margin.get("landing.marginPercent").result()).contains("40.00");
    assertThat(inputs(margin.get("landing.feasible")))
        .containsExactly("documentDiscount 50.00", "Σ net 300.00");
    Map<String, Working> beyond = margin(sheet(SOLD), Optional.of(new Target.Contract(eur("301"))));
    assertThat(beyond.get("landing.feasible").result()).contains("false");
    assertThat(beyond).doesNotContainKey("landing.marginPercent");
    assertThat(beyond.get("landing.documentDiscount").formula())
        .isEqualTo("given + contract − wanted");
  }

  @Test
  void creditSaysHowEachItemStandsAndWhenItLeaves() {
    CreditFile file =
        new CreditFile(
            EUR,
            DAY,
            false,
            List.of(
                new CreditFile.Limit(DAY.minusDays(9), eur("500")),
                new CreditFile.Limit(DAY.plusDays(9), eur("900"))),
            List.of(
                new CreditFile.OpenItem("note", eur("-5"), DAY.minusDays(9)),
                new CreditFile.OpenItem("late", eur("40"), DAY.minusDays(6)),
                new CreditFile.OpenItem("grace", eur("30"), DAY.minusDays(5)),
                new CreditFile.OpenItem("today", eur("20"), DAY),
                new CreditFile.OpenItem("gone", eur("10"), DAY.minusDays(99))),
            List.of(new CreditFile.OpenOrder("order", eur("7"), DAY)),
            30,
            10,
            5,
            eur("1000"),
            percent("90"),
            Optional.of(new CreditFile.Document(eur("450"), Optional.empty())));
    Map<String, Working> all = byFigure(CreditCheck.workings(file));
    assertThat(steps(all.get("overdue")))
        .containsExactly(
            "item note: credit-note",
            "item late: overdue",
            "item grace: within-grace",
            "item today: not-due",
            "item gone: overdue");
    assertThat(steps(all.get("timeline[0].exposure")))
        .containsExactly(
            "note: credit-note",
            "late: as-usual",
            "grace: as-usual",
            "today: as-usual",
            "gone: hopeless",
            "order: order");
    assertThat(all.get("timeline[0].exposure").steps().get(1).inputs())
        .containsExactly(Input.of("balance", eur("40")), Input.of("leavesOn", DAY.plusDays(4)));
    assertThat(all.get("timeline[0].exposure").steps().get(4).inputs()).hasSize(1);
    assertThat(steps(all.get("limit")))
        .containsExactly(
            "limit from " + DAY.minusDays(9) + ": reached",
            "limit from " + DAY.plusDays(9) + ": later");
    assertThat(steps(all.get("verdict")))
        .containsExactly(
            "stopped: does-not-apply",
            "overdue > overdueAllowed: does-not-apply",
            "headroomAfter < 0: applies",
            "headroomAfter < limit × watchPercent/100: applies");
    assertThat(all.get("verdict").result()).contains("hold");
    assertThat(steps(all.get("earliestClear")).subList(0, 2))
        .containsExactly(DAY + ": not-enough", DAY.plusDays(4) + ": not-enough");
    assertThat(steps(all.get("earliestClear"))).contains(DAY.plusDays(5) + ": enough");
  }

  @Test
  void varianceSumsEachPart() {
    List<VarianceLine> before =
        List.of(variance("a", "2", "10", "20"), variance("gone", "1", "1", "5"));
    List<VarianceLine> after =
        List.of(variance("a", "3", "11", "30"), variance("new", "1", "1", "7"));
    Map<String, Working> all = byFigure(Variance.of(EUR, before, after).workings(before, after));
    assertThat(all.get("totals.quantity").result()).contains("10.00");
    assertThat(all.get("totals.price").result()).contains("3.00");
    assertThat(all.get("totals.discount").result()).contains("-3.00");
    assertThat(all.get("totals.added").result()).contains("7.00");
    assertThat(all.get("totals.removed").result()).contains("-5.00");
    assertThat(steps(all.get("totals.added")))
        .containsExactly("line a: counts", "line gone: counts", "line new: counts");
    assertThat(all.get("lines[2].added").formula()).isEqualTo("final");
    assertThat(all.get("lines[1].removed").formula()).isEqualTo("−final");
  }

  private static VarianceLine variance(String key, String quantity, String price, String paid) {
    return new VarianceLine(key, Quantity.parse(quantity), UnitPrice.parse(price), eur(paid));
  }
}
