package firmtally.core.margin;

import static firmtally.core.Some.DAY;
import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.line;
import static firmtally.core.Some.optional;
import static firmtally.core.Some.percent;
import static firmtally.core.Some.product;
import static firmtally.core.Some.sheet;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.money.Percent;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.Recurring;
import firmtally.core.worksheet.Terms;
import firmtally.core.worksheet.Worksheet;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A rep may give 10 %, a manager 25 %, a director all. */
class SignOffTest {
  private static final List<SignOffPolicy.Level> LEVELS =
      List.of(
          new SignOffPolicy.Level("rep", percent("10")),
          new SignOffPolicy.Level("manager", percent("25")),
          new SignOffPolicy.Level("director", Percent.HUNDRED));
  private static final SignOffPolicy PLAIN = policy(List.of(), null, null, List.of());

  private static SignOffPolicy policy(
      List<SignOffPolicy.FamilyFloor> floors,
      SignOffPolicy.DocumentFloor floor,
      SignOffPolicy.AmountRole gift,
      List<SignOffPolicy.AmountRole> over) {
    return new SignOffPolicy(
        "rep", LEVELS, floors, Optional.ofNullable(floor), Optional.ofNullable(gift), over);
  }

  private static SignOffPolicy.AmountRole above(String amount, String role) {
    return new SignOffPolicy.AmountRole(eur(amount), role);
  }

  private static Line sold(String id, String list, String cost, String discount) {
    return line(id, product("P" + id, "bench", list, cost), "1")
        .on(new Terms.Discount(percent(discount)));
  }

  private static List<String> reasons(Worksheet sheet, SignOffPolicy policy) {
    return SignOff.of(sheet.tally(), policy).reasons().stream()
        .map(r -> r.rule() + " " + r.line().orElse("-") + " " + r.role())
        .toList();
  }

  @ParameterizedTest
  @CsvSource({
    "100, 10, ''",
    "100, 10.01, DISCOUNT 1 manager",
    "100, 25, DISCOUNT 1 manager",
    "100, 25.01, DISCOUNT 1 director",
    "100, 100, DISCOUNT 1 director",
    // 10 % of 0.95 is 0.095: 0.10 is half a cent too much, which is not a whole one.
    "0.95, 10, ''",
    "0.95, 11, ''",
    "0.95, 12, DISCOUNT 1 manager"
  })
  void theFirstLevelThatIsNotExceededSigns(String list, String discount, String reason) {
    assertThat(reasons(sheet(sold("1", list, "0", discount)), PLAIN))
        .isEqualTo(reason.isEmpty() ? List.of() : List.of(reason));
  }

  @Test
  void whatTheDocumentTakesOffCountsToo() {
    Worksheet sheet =
        sheet(sold("1", "100", "0", "6"))
            .withDocumentDiscount(new DocumentDiscount.OfAmount(eur("4.00")));
    assertThat(reasons(sheet, PLAIN)).isEmpty();
    assertThat(
            reasons(sheet.withDocumentDiscount(new DocumentDiscount.OfAmount(eur("4.01"))), PLAIN))
        .containsExactly("DISCOUNT 1 manager");
  }

  @Test
  void giftsAndLinesNotCountedAreLeftOut() {
    Line gift = line("1", product("P1", "bench", "100", "90"), "1").on(Terms.GIFT);
    Line other = optional(sold("2", "100", "99", "50"));
    SignOffPolicy floors =
        policy(
            List.of(new SignOffPolicy.FamilyFloor("bench", percent("99"), "director")),
            null,
            null,
            List.of());
    assertThat(reasons(sheet(gift, other), floors)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"70.00, ''", "70.01, FAMILY_FLOOR 1 manager"})
  void aFamilyFloorIsPassedByAWholeUnit(String cost, String reason) {
    SignOffPolicy policy =
        policy(
            List.of(
                new SignOffPolicy.FamilyFloor("crane", percent("90"), "director"),
                new SignOffPolicy.FamilyFloor("bench", percent("30"), "manager")),
            null,
            null,
            List.of());
    assertThat(reasons(sheet(sold("1", "100", cost, "0")), policy))
        .isEqualTo(reason.isEmpty() ? List.of() : List.of(reason));
  }

  @ParameterizedTest
  @CsvSource({"75.00, ''", "75.01, DOCUMENT_FLOOR - director"})
  void theDocumentFloorLooksAtTheTotals(String cost, String reason) {
    SignOffPolicy policy =
        policy(
            List.of(), new SignOffPolicy.DocumentFloor(percent("25"), "director"), null, List.of());
    assertThat(reasons(sheet(sold("1", "100", cost, "0")), policy))
        .isEqualTo(reason.isEmpty() ? List.of() : List.of(reason));
  }

  @ParameterizedTest
  @CsvSource({"40.00, ''", "39.99, GIFT_COST - manager"})
  void giftsCostOverTheirWholeTerm(String limit, String reason) {
    Line gift =
        line("1", product("P1", "bench", "100", "10"), "1")
            .on(Terms.GIFT)
            .charged(new Recurring(3, 12));
    SignOffPolicy policy = policy(List.of(), null, above(limit, "manager"), List.of());
    assertThat(reasons(sheet(gift), policy))
        .isEqualTo(reason.isEmpty() ? List.of() : List.of(reason));
  }

  @ParameterizedTest
  @CsvSource({
    "100.00, ''",
    "100.01, VALUE_OVER - manager",
    "500.00, VALUE_OVER - manager",
    // The largest amount below it is for the rep itself, and only that one is looked at.
    "500.01, ''"
  })
  void onlyTheLargestAmountBelowTheContractIsLookedAt(String contract, String reason) {
    SignOffPolicy policy =
        policy(List.of(), null, null, List.of(above("500", "rep"), above("100", "manager")));
    assertThat(reasons(sheet(sold("1", contract, "0", "0")), policy))
        .isEqualTo(reason.isEmpty() ? List.of() : List.of(reason));
  }

  @Test
  void reasonsComeByRuleAndTheHighestRoleSigns() {
    SignOffPolicy policy =
        policy(
            List.of(new SignOffPolicy.FamilyFloor("bench", percent("90"), "manager")),
            new SignOffPolicy.DocumentFloor(percent("90"), "manager"),
            above("0", "director"),
            List.of(above("1", "manager")));
    Worksheet sheet =
        sheet(
            sold("1", "100", "50", "20"),
            line("2", product("P2", "bench", "9", "5"), "1").on(Terms.GIFT));
    SignOff signOff = SignOff.of(sheet.tally(), policy);
    assertThat(signOff.reasons().stream().map(SignOff.Reason::rule))
        .containsExactly(SignOff.Rule.values());
    assertThat(signOff.role()).contains("director");
    assertThat(signOff.needed()).isTrue();
    assertThat(reasons(sheet, policy.askedBy("manager"))).containsExactly("GIFT_COST - director");
  }

  @Test
  void roomBeforeASignOffIsThatOfTheTightestLine() {
    Worksheet sheet = sheet(sold("1", "100", "0", "4"), sold("2", "100", "0", "1"));
    // 96 down to 90 is 6.25 %; cut down, never up.
    assertThat(Room.of(sheet.tally(), PLAIN).authorityPercent()).contains(percent("6.25"));
    Worksheet thirds = sheet(sold("1", "97", "0", "0.01"));
    assertThat(Room.of(thirds.tally(), PLAIN).authorityPercent()).contains(percent("9.99"));
    assertThat(Room.of(sheet(sold("1", "100", "0", "20")).tally(), PLAIN).authorityPercent())
        .contains(percent("-12.5"));
    assertThat(Room.of(sheet(sold("1", "100", "0", "100")).tally(), PLAIN).authorityPercent())
        .isEmpty();
    assertThat(Room.of(sheet.tally(), PLAIN).floorAmount()).isEmpty();
  }

  /** The example of {@link Room}'s documentation. */
  @Test
  void roomBeforeTheFloor() {
    SignOffPolicy policy =
        policy(
            List.of(), new SignOffPolicy.DocumentFloor(percent("20"), "manager"), null, List.of());
    Room room = Room.of(sheet(sold("1", "1000", "600", "0")).tally(), policy);
    assertThat(room.floorPercent()).contains(percent("25"));
    assertThat(room.floorAmount()).contains(eur("250"));
    Room under = Room.of(sheet(sold("1", "700", "600", "0")).tally(), policy);
    assertThat(under.floorPercent()).contains(percent("-7.15"));
    assertThat(under.floorAmount()).contains(eur("-50"));
    assertThat(Room.of(sheet().tally(), policy).floorPercent()).isEmpty();
    assertThat(Room.of(sheet().tally(), policy).floorAmount()).contains(eur("0"));
  }

  /** The example of {@link Landing}'s documentation. */
  @Test
  void landing() {
    Worksheet sheet =
        sheet(sold("1", "1050", "600", "0"))
            .withDocumentDiscount(new DocumentDiscount.OfAmount(eur("50")));
    Landing landing = Landing.of(sheet.tally(), new Target.Contract(eur("900")));
    assertThat(landing)
        .isEqualTo(
            new Landing(eur("150"), true, Optional.of(eur("900")), Optional.of(percent("33.33"))));
  }

  @ParameterizedTest
  @CsvSource({"0, 1000, true", "1000, 0, true", "1000.01, -0.01, false"})
  void landingGoesFromNothingToAllOfTheOneOffLines(String wanted, String given, boolean feasible) {
    Worksheet sheet = sheet(sold("1", "1000", "600", "0"));
    Landing landing = Landing.of(sheet.tally(), new Target.Contract(eur(wanted)));
    assertThat(landing.documentDiscount()).isEqualTo(eur(given));
    assertThat(landing.feasible()).isEqualTo(feasible);
    assertThat(landing.contract().isPresent()).isEqualTo(feasible);
  }

  @Test
  void plansAndGiftsCannotBeLandedOn() {
    Line plan = sold("1", "100", "10", "0").charged(new Recurring(1, 12));
    Line gift = line("2", product("P2", "bench", "50", "5"), "1").on(Terms.GIFT);
    Landing landing = Landing.of(sheet(plan, gift).tally(), new Target.Contract(eur("1199.99")));
    assertThat(landing.documentDiscount()).isEqualTo(eur("0.01"));
    assertThat(landing.feasible()).isFalse();
  }

  @Test
  void aPolicyThatContradictsItselfIsRefused() {
    assertThatThrownBy(() -> levels()).hasMessage("levels are empty");
    assertThatThrownBy(() -> levels("rep 10", "rep 100")).hasMessage("role rep stands twice");
    assertThatThrownBy(() -> levels("rep 10", "manager 9.9999", "director 100"))
        .hasMessage("levels.manager may give less than the level before");
    assertThatThrownBy(() -> levels("rep 10", "manager 99.9999"))
        .hasMessage("the last level may not give 100 %");
    assertThat(levels("rep 10", "manager 10", "director 100").allowed()).isEqualTo(percent("10"));
    assertThatThrownBy(() -> PLAIN.askedBy("cook"))
        .hasMessage("asRole cook is no role of the levels");
    assertThatThrownBy(() -> policy(List.of(), null, above("1", "cook"), List.of()))
        .hasMessage("giftCost.role cook is no role of the levels");
    assertThatThrownBy(
            () -> policy(List.of(), null, null, List.of(above("1", "rep"), above("1.00", "rep"))))
        .hasMessage("valueOver.amount EUR 1.00 stands twice");
    assertThatThrownBy(() -> policy(List.of(), null, null, List.of(above("1", "cook"))))
        .hasMessage("valueOver.role cook is no role of the levels");
    assertThatThrownBy(
            () ->
                policy(
                    List.of(new SignOffPolicy.FamilyFloor("f", percent("1"), "cook")),
                    null,
                    null,
                    List.of()))
        .hasMessage("familyFloors.role cook is no role of the levels");
    assertThatThrownBy(
            () ->
                policy(
                    List.of(),
                    new SignOffPolicy.DocumentFloor(percent("1"), "cook"),
                    null,
                    List.of()))
        .hasMessage("documentFloor.role cook is no role of the levels");
    SignOffPolicy.FamilyFloor floor = new SignOffPolicy.FamilyFloor("f", percent("100"), "rep");
    assertThatThrownBy(() -> policy(List.of(floor, floor), null, null, List.of()))
        .hasMessage("family f stands twice");
    assertThatThrownBy(() -> new SignOffPolicy.DocumentFloor(percent("100"), "rep"))
        .hasMessage("documentFloor.marginPercent 100 is not below 100");
    assertThat(new SignOffPolicy.DocumentFloor(percent("99.9999"), "rep").role()).isEqualTo("rep");
    assertThatThrownBy(() -> above("-0.01", "rep")).hasMessage("amount EUR -0.01 is below 0");
    assertThatThrownBy(() -> new SignOffPolicy.FamilyFloor("", percent("1"), "rep"))
        .hasMessage("family is empty");
    assertThatThrownBy(() -> new SignOffPolicy.Level("", percent("1"))).hasMessage("role is empty");
    assertThatThrownBy(() -> new Target.Margin(percent("100")))
        .hasMessage("target.marginPercent 100 is not below 100");
    assertThatThrownBy(() -> new Target.Contract(eur("-1")))
        .hasMessage("target.contract EUR -1.00 is below 0");
  }

  private static SignOffPolicy levels(String... roleAndPercent) {
    return new SignOffPolicy(
        "rep",
        java.util.Arrays.stream(roleAndPercent)
            .map(l -> l.split(" "))
            .map(l -> new SignOffPolicy.Level(l[0], percent(l[1])))
            .toList(),
        List.of(),
        Optional.empty(),
        Optional.empty(),
        List.of());
  }

  @Test
  void withoutPolicyAndTargetThereIsNothingToJudge() {
    MarginCheck check =
        MarginCheck.of(Worksheet.of(EUR, DAY, List.of()), Optional.empty(), Optional.empty());
    assertThat(check.signOff()).isEmpty();
    assertThat(check.room()).isEmpty();
    assertThat(check.landing()).isEmpty();
  }
}
