package firmtally.core.margin;

import static firmtally.core.Some.EUR;
import static firmtally.core.Some.alternative;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.line;
import static firmtally.core.Some.optional;
import static firmtally.core.Some.percent;
import static firmtally.core.Some.product;
import static firmtally.core.Some.sheet;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.Some;
import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.Tally;
import firmtally.core.worksheet.Terms;
import firmtally.core.worksheet.Worksheet;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** A rep may give 10 %, a manager 20 %, a director all. */
class ApprovalTest {
  private static final SignOffPolicy POLICY =
      new SignOffPolicy(
          "rep",
          List.of(
              new SignOffPolicy.Level("rep", percent("10")),
              new SignOffPolicy.Level("manager", percent("20")),
              new SignOffPolicy.Level("director", Percent.HUNDRED)),
          List.of(new SignOffPolicy.FamilyFloor("bench", percent("40"), "manager")),
          Optional.of(new SignOffPolicy.DocumentFloor(percent("30"), "director")),
          Optional.of(new SignOffPolicy.AmountRole(eur("50"), "manager")),
          List.of(new SignOffPolicy.AmountRole(eur("1000"), "manager")));

  private static Line sold(String id, String family, String list, String cost, String discount) {
    return line(id, product("P" + id, family, list, cost), "1")
        .on(new Terms.Discount(percent(discount)));
  }

  private static Approval approval(String by, Tally approved, Tally now) {
    return Approval.of(by, approved, now, POLICY);
  }

  private static Tally discount(String percent) {
    return sheet(sold("1", "floor", "100", "10", percent)).tally();
  }

  /** The example of the class's documentation. */
  @ParameterizedTest
  @CsvSource({"14, true", "15, true", "15.01, false", "10, true"})
  void workedExample(String now, boolean holds) {
    assertThat(approval("manager", discount("15"), discount(now)).holds()).isEqualTo(holds);
  }

  @Test
  void aRoleBelowTheReasonsDoesNotCoverIt() {
    assertThat(approval("manager", discount("25"), discount("21")).holds()).isFalse();
    assertThat(approval("director", discount("25"), discount("21")).holds()).isTrue();
    assertThat(approval("rep", discount("15"), discount("15")).holds()).isFalse();
  }

  @Test
  void theLineMustBeTheSameAndSold() {
    Tally now = discount("15");
    Line line = sold("1", "floor", "100", "10", "15");
    assertThat(approval("manager", sheet(line).tally(), now).holds()).isTrue();
    assertThat(approval("manager", sheet(optional(line)).tally(), now).holds()).isFalse();
    assertThat(approval("manager", sheet(line.on(Terms.GIFT)).tally(), now).holds()).isFalse();
    assertThat(
            approval("manager", sheet(sold("2", "floor", "100", "10", "15")).tally(), now).holds())
        .isFalse();
    Line other = line("1", product("X", "floor", "100", "10"), "1").on(line.terms());
    assertThat(approval("manager", sheet(other).tally(), now).holds()).isFalse();
    Tally chosenOther =
        sheet(
                alternative(line, "set", false),
                alternative(sold("2", "floor", "100", "10", "15"), "set", true))
            .tally();
    assertThat(approval("manager", chosenOther, now).holds()).isFalse();
  }

  @ParameterizedTest
  @CsvSource({"65, 65, true", "66, 65, true", "65, 65.01, false"})
  void aFamilyFloorLooksAtTheLinesMargin(String then, String now, boolean holds) {
    // A document floor of 30 % is not touched.
    assertThat(
            approval(
                    "manager",
                    sheet(sold("1", "bench", "100", then, "0")).tally(),
                    sheet(sold("1", "bench", "100", now, "0")).tally())
                .holds())
        .isEqualTo(holds);
  }

  @ParameterizedTest
  @CsvSource({"75, 75, true", "75, 75.01, false"})
  void theDocumentFloorLooksAtTheWholeMargin(String then, String now, boolean holds) {
    assertThat(
            approval(
                    "director",
                    sheet(sold("a", "floor", "100", then, "0")).tally(),
                    sheet(sold("b", "floor", "100", now, "0")).tally())
                .holds())
        .isEqualTo(holds);
  }

  @Test
  void aMarginOfNothingIsBelowEveryOther() {
    Tally free = sheet(sold("1", "bench", "100", "5", "100")).tally();
    Tally poor = sheet(sold("1", "bench", "100", "99", "0")).tally();
    assertThat(approval("director", free, poor).holds()).isTrue();
    assertThat(approval("director", free, free).holds()).isTrue();
    Approval approval = approval("director", poor, free);
    assertThat(
            approval.reasons().stream()
                .filter(r -> r.reason().rule() != SignOff.Rule.DISCOUNT)
                .map(Approval.Covered::covered))
        .hasSize(2)
        .containsOnly(false);
  }

  @ParameterizedTest
  @CsvSource({"60, 60, true", "60, 60.01, false"})
  void giftsLookAtTheirCost(String then, String now, boolean holds) {
    assertThat(approval("manager", gift(then), gift(now)).holds()).isEqualTo(holds);
  }

  private static Tally gift(String cost) {
    return sheet(
            sold("1", "floor", "900", "100", "0"),
            line("2", product("G", "floor", "900", cost), "1").on(Terms.GIFT))
        .tally();
  }

  @ParameterizedTest
  @CsvSource({"1200, 1200, true", "1200, 1200.01, false"})
  void aValueLooksAtTheContract(String then, String now, boolean holds) {
    assertThat(
            approval(
                    "manager",
                    sheet(sold("1", "floor", then, "1", "0")).tally(),
                    sheet(sold("1", "floor", now, "1", "0")).tally())
                .holds())
        .isEqualTo(holds);
  }

  @Test
  void anApprovedLineOfNothingHasNoDiscount() {
    Tally nothing = sheet(sold("1", "floor", "0", "0", "15")).tally();
    assertThat(approval("manager", nothing, discount("15")).reasons())
        .filteredOn(r -> r.reason().rule() == SignOff.Rule.DISCOUNT)
        .allMatch(r -> !r.covered());
  }

  @Test
  void sharesAreComparedExactly() {
    // 1/3 and 0.3333 differ by less than a percent with two decimals shows.
    Tally third = sheet(priced("3", "2")).tally();
    Tally near = sheet(priced("10000", "6667")).tally();
    assertThat(covers(third, near)).isTrue();
    assertThat(covers(near, third)).isFalse();
  }

  private static Line priced(String list, String paid) {
    return line("1", product("P", "floor", list, "0"), "1")
        .on(new Terms.OwnPrice(Some.price(paid)));
  }

  private static boolean covers(Tally approved, Tally now) {
    return approval("director", approved, now).reasons().stream()
        .filter(r -> r.reason().rule() == SignOff.Rule.DISCOUNT)
        .allMatch(Approval.Covered::covered);
  }

  @Test
  void refusesWhatDoesNotFit() {
    Tally dollars = Worksheet.of(Currencies.get("USD"), Some.DAY, List.of()).tally();
    Tally euros = Worksheet.of(EUR, Some.DAY, List.of()).tally();
    assertThatThrownBy(() -> approval("rep", dollars, euros))
        .hasMessage("approved in USD, now in EUR");
    assertThatThrownBy(() -> approval("stranger", euros, euros))
        .hasMessage("role stranger is no role of the levels");
  }

  // Laws over seeded worksheets

  static IntStream seeds() {
    return IntStream.range(0, 80);
  }

  private static SignOffPolicy in(Worksheet sheet) {
    return new SignOffPolicy(
        "rep",
        POLICY.levels(),
        List.of(new SignOffPolicy.FamilyFloor("family-1", percent("60"), "manager")),
        POLICY.documentFloor(),
        Optional.of(new SignOffPolicy.AmountRole(Money.zero(sheet.currency()), "manager")),
        List.of());
  }

  /** Law: the highest role's yes to the same worksheet holds, and a reason is there for each. */
  @ParameterizedTest
  @MethodSource("seeds")
  void aYesToTheSameHolds(int seed) {
    Worksheet sheet = Some.random(seed);
    Tally tally = sheet.tally();
    Approval approval = Approval.of("director", tally, tally, in(sheet));
    assertThat(approval.holds()).isTrue();
    assertThat(approval.reasons().stream().map(Approval.Covered::reason))
        .containsExactlyElementsOf(SignOff.of(tally, in(sheet)).reasons());
    assertThat(approval.workings("director").stream().map(w -> w.result().orElseThrow()))
        .containsOnly("true");
  }

  /** Law: whoever may say yes to everything covers at least what a lower role covers. */
  @ParameterizedTest
  @MethodSource("seeds")
  void aHigherRoleCoversMore(int seed) {
    Worksheet sheet = Some.random(seed);
    Tally then = sheet.tally();
    Tally now =
        sheet
            .withDocumentDiscount(
                new DocumentDiscount.OfPercent(Percent.of(BigDecimal.valueOf(seed % 20))))
            .tally();
    List<Approval.Covered> low = Approval.of("manager", then, now, in(sheet)).reasons();
    List<Approval.Covered> high = Approval.of("director", then, now, in(sheet)).reasons();
    for (int i = 0; i < low.size(); i++) {
      assertThat(high.get(i).covered() || !low.get(i).covered()).isTrue();
    }
  }
}
