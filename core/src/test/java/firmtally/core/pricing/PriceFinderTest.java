package firmtally.core.pricing;

import static firmtally.core.Some.familyRule;
import static firmtally.core.Some.quantity;
import static firmtally.core.Some.rule;
import static firmtally.core.Some.valid;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.Some;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Each step of the order in which rules win, with what the losers are told. */
class PriceFinderTest {
  private static final Optional<Buyer> DAIRY = Optional.of(Some.DAIRY);

  static IntStream seeds() {
    return IntStream.range(0, 100);
  }

  private static PriceFound find(PricePolicy policy, String bought, PriceRule... rules) {
    return new PriceFinder(policy, List.of(rules), DAIRY, Some.DAY)
        .find(Some.BENCH, quantity(bought), quantity(bought));
  }

  private static String winner(String bought, PriceRule... rules) {
    return find(PricePolicy.SPECIFIC, bought, rules).from().map(PriceRule::id).orElse("list");
  }

  private static Map<String, PriceWorking.Standing> standings(
      PricePolicy policy, String bought, PriceRule... rules) {
    return working(policy, bought, rules).considered().stream()
        .collect(Collectors.toMap(c -> c.rule().id(), PriceWorking.Considered::standing));
  }

  private static PriceWorking working(PricePolicy policy, String bought, PriceRule... rules) {
    return PriceWorking.of(
        policy, List.of(rules), DAIRY, Some.DAY, Some.BENCH, quantity(bought), quantity(bought));
  }

  /** The example of the class's documentation. */
  @Test
  void workedExample() {
    PriceRule dairies = familyRule("D", Scope.GROUP, "bench", "0", "5");
    PriceRule many = rule("M", Scope.EVERYONE, "BS-15", "25", "379.05");
    assertThat(find(PricePolicy.SPECIFIC, "25", dairies, many).unitPrice()).hasToString("399");
    assertThat(find(PricePolicy.LOWEST, "25", dairies, many).unitPrice()).hasToString("379.05");
    assertThat(standings(PricePolicy.SPECIFIC, "25", dairies, many))
        .containsEntry("D", PriceWorking.Standing.WINS)
        .containsEntry("M", PriceWorking.Standing.BEHIND_SCOPE);
    assertThat(standings(PricePolicy.LOWEST, "25", dairies, many))
        .containsEntry("D", PriceWorking.Standing.NOT_LOWEST)
        .containsEntry("M", PriceWorking.Standing.WINS);
  }

  @ParameterizedTest
  @CsvSource({"24.999, list", "25, M", "25.001, M"})
  void aBreakIsReachedExactly(String bought, String winner) {
    assertThat(winner(bought, rule("M", Scope.EVERYONE, "BS-15", "25", "300"))).isEqualTo(winner);
  }

  @Test
  void aProductRuleComesBeforeAFamilyRuleOfItsScope() {
    PriceRule product = rule("P", Scope.EVERYONE, "BS-15", "0", "410");
    PriceRule family = familyRule("F", Scope.EVERYONE, "bench", "5", "50");
    assertThat(winner("9", family, product)).isEqualTo("P");
    assertThat(standings(PricePolicy.SPECIFIC, "9", family, product))
        .containsEntry("F", PriceWorking.Standing.BEHIND_PRODUCT_RULE);
  }

  @Test
  void theHighestBreakWinsEvenIfItIsDearer() {
    PriceRule low = rule("L", Scope.EVERYONE, "BS-15", "5", "300");
    PriceRule high = rule("H", Scope.EVERYONE, "BS-15", "8", "400");
    assertThat(winner("9", low, high)).isEqualTo("H");
    assertThat(standings(PricePolicy.SPECIFIC, "9", low, high))
        .containsEntry("L", PriceWorking.Standing.BEHIND_HIGHER_BREAK);
    assertThat(standings(PricePolicy.SPECIFIC, "7", low, high))
        .containsEntry("H", PriceWorking.Standing.BREAK_NOT_REACHED);
  }

  @Test
  void theLaterFromWinsAndNoneIsTheEarliest() {
    PriceRule always = rule("A", Scope.EVERYONE, "BS-15", "0", "300");
    PriceRule since =
        valid(rule("S", Scope.EVERYONE, "BS-15", "0", "400"), LocalDate.of(1, 1, 1), null);
    PriceRule lately =
        valid(rule("T", Scope.EVERYONE, "BS-15", "0", "410"), Some.DAY.minusDays(1), null);
    assertThat(winner("1", always, since)).isEqualTo("S");
    assertThat(winner("1", since, always, lately)).isEqualTo("T");
    assertThat(winner("1", lately, since)).isEqualTo("T");
    assertThat(standings(PricePolicy.SPECIFIC, "1", always, since, lately))
        .containsEntry("A", PriceWorking.Standing.BEHIND_LATER_FROM)
        .containsEntry("S", PriceWorking.Standing.BEHIND_LATER_FROM);
  }

  @Test
  void ofTheRestTheLowerPriceWinsAndThenTheSmallerId() {
    PriceRule dear = rule("A", Scope.EVERYONE, "BS-15", "0", "400");
    PriceRule cheap = rule("R9", Scope.EVERYONE, "BS-15", "0", "390");
    PriceRule alike = rule("R10", Scope.EVERYONE, "BS-15", "0", "390.00");
    assertThat(winner("1", dear, cheap)).isEqualTo("R9");
    assertThat(winner("1", cheap, alike, dear)).isEqualTo("R10");
    assertThat(standings(PricePolicy.SPECIFIC, "1", dear, cheap, alike))
        .containsEntry("A", PriceWorking.Standing.BEHIND_LOWER_PRICE)
        .containsEntry("R9", PriceWorking.Standing.BEHIND_SMALLER_ID);
  }

  @Test
  void scopesGoFromTheMostSpecific() {
    PriceRule account = rule("A", Scope.ACCOUNT, "BS-15", "0", "450");
    PriceRule group = rule("G", Scope.GROUP, "BS-15", "0", "440");
    PriceRule everyone = rule("E", Scope.EVERYONE, "BS-15", "0", "430");
    assertThat(winner("1", everyone, group, account)).isEqualTo("A");
    assertThat(winner("1", everyone, group)).isEqualTo("G");
    assertThat(find(PricePolicy.LOWEST, "1", everyone, group, account).from()).isEmpty();
    assertThat(standings(PricePolicy.LOWEST, "1", everyone))
        .containsEntry("E", PriceWorking.Standing.NOT_LOWEST);
  }

  @Test
  void onATieTheMoreSpecificWinsAndTheListPriceLast() {
    PriceRule group = rule("G", Scope.GROUP, "BS-15", "0", "420");
    PriceRule everyone = rule("E", Scope.EVERYONE, "BS-15", "0", "420");
    assertThat(find(PricePolicy.LOWEST, "1", everyone, group).from()).contains(group);
    assertThat(find(PricePolicy.LOWEST, "1", everyone).from()).contains(everyone);
    assertThat(working(PricePolicy.LOWEST, "1", everyone, group).winner()).contains(group);
  }

  @ParameterizedTest
  @CsvSource({"2027-03-14, false", "2027-03-15, true", "2027-03-17, true", "2027-03-18, false"})
  void bothEndsOfAValidityAreWithinIt(LocalDate day, boolean holds) {
    PriceRule rule =
        valid(rule("V", Scope.EVERYONE, "BS-15", "0", "400"), Some.DAY, LocalDate.of(2027, 3, 17));
    assertThat(rule.appliesTo(Optional.empty(), day)).isEqualTo(holds);
  }

  @Test
  void rulesForOthersAreNotForABuyer() {
    PriceRule account = rule("A", Scope.ACCOUNT, "BS-15", "0", "450");
    PriceRule group = rule("G", Scope.GROUP, "BS-15", "0", "440");
    Optional<Buyer> mill = Optional.of(new Buyer("A-2", Optional.of("mills")));
    Optional<Buyer> nobodys = Optional.of(new Buyer("A-3", Optional.empty()));
    for (Optional<Buyer> buyer : List.of(mill, nobodys, Optional.<Buyer>empty())) {
      assertThat(account.appliesTo(buyer, Some.DAY)).isFalse();
      assertThat(group.appliesTo(buyer, Some.DAY)).isFalse();
      PriceFinder finder =
          new PriceFinder(PricePolicy.SPECIFIC, List.of(account, group), buyer, Some.DAY);
      assertThat(finder.find(Some.BENCH, Quantity.ZERO, Quantity.ZERO).from()).isEmpty();
    }
    assertThat(account.appliesTo(DAIRY, Some.DAY)).isTrue();
    assertThat(group.appliesTo(DAIRY, Some.DAY)).isTrue();
  }

  @Test
  void rulesOfOtherThingsAreNotConsidered() {
    PriceRule other = rule("O", Scope.EVERYONE, "XX-1", "0", "1");
    PriceRule family = familyRule("F", Scope.EVERYONE, "floor", "0", "5");
    assertThat(working(PricePolicy.SPECIFIC, "1", other, family).considered()).isEmpty();
    Item inline =
        Item.inline(Optional.of("bench"), Some.price("420"), Some.price("1"), Percent.ZERO);
    PriceRule bench = familyRule("B", Scope.EVERYONE, "bench", "0", "5");
    PriceFinder finder = new PriceFinder(PricePolicy.LOWEST, List.of(bench), DAIRY, Some.DAY);
    assertThat(finder.find(inline, quantity("9"), quantity("9")).from()).isEmpty();
  }

  /** Law: the slow and explained way comes out at the price of the fast one. */
  @ParameterizedTest
  @MethodSource("seeds")
  void theWorkingComesOutAtThePriceFound(int seed) {
    PricePolicy policy = PricePolicy.values()[seed % 2];
    List<PriceRule> rules = Some.randomRules(seed);
    Item item = Some.product("P" + seed % 6, "family-" + seed % 3, "130", "50");
    Quantity ofProduct = Quantity.ofThousandths(seed * 137L % 17_000);
    Quantity ofFamily = ofProduct.plus(Quantity.ofThousandths(seed * 31L % 4_000));
    PriceFound found =
        new PriceFinder(policy, rules, DAIRY, Some.DAY).find(item, ofProduct, ofFamily);
    PriceWorking working =
        PriceWorking.of(policy, rules, DAIRY, Some.DAY, item, ofProduct, ofFamily);
    assertThat(working.unitPrice()).isEqualTo(found.unitPrice());
    assertThat(working.winner()).isEqualTo(found.from());
    assertThat(working.considered().stream())
        .filteredOn(c -> c.standing() == PriceWorking.Standing.WINS)
        .hasSize(found.from().isPresent() ? 1 : 0);
  }

  @Test
  void aRuleThatContradictsItselfIsRefused() {
    assertThatThrownBy(
            () -> valid(rule("R", Scope.EVERYONE, "P", "0", "1"), Some.DAY, Some.DAY.minusDays(1)))
        .hasMessage("price rule R must be one that ends on or after its first day");
    assertThat(valid(rule("R", Scope.EVERYONE, "P", "0", "1"), Some.DAY, Some.DAY).to())
        .contains(Some.DAY);
    assertThatThrownBy(() -> bad(Optional.of("A-1"), Optional.of("P"), Optional.empty(), true))
        .hasMessage("price rule R must be one that is for everyone or for one code");
    assertThatThrownBy(() -> bad(Optional.empty(), Optional.of("P"), Optional.of("F"), true))
        .hasMessage("a price rule names a product or a family");
    assertThatThrownBy(() -> bad(Optional.empty(), Optional.empty(), Optional.empty(), true))
        .hasMessage("a price rule names a product or a family");
    assertThatThrownBy(() -> bad(Optional.empty(), Optional.of("P"), Optional.empty(), false))
        .hasMessage("a price rule has a price or a percent off");
    assertThatThrownBy(() -> familyRule("R", Scope.GROUP, "F", "0", "100.0001"))
        .hasMessage("percentOff 100.0001 is outside [0, 100]");
    assertThatThrownBy(() -> rule("", Scope.GROUP, "F", "0", "1")).hasMessage("rule id is empty");
  }

  private static PriceRule bad(
      Optional<String> who, Optional<String> product, Optional<String> family, boolean priced) {
    return new PriceRule(
        "R",
        Scope.EVERYONE,
        who,
        PriceRule.Goods.of(product, family),
        Quantity.ZERO,
        Optional.empty(),
        Optional.empty(),
        PriceRule.Gives.of(
            priced ? Optional.of(Some.price("1")) : Optional.empty(), Optional.empty()));
  }

  @Test
  void itemsAndBuyersAreNamed() {
    assertThatThrownBy(() -> Some.product("", "f", "1", "1")).hasMessage("product code is empty");
    assertThatThrownBy(() -> Some.product("P", "", "1", "1")).hasMessage("family is empty");
    assertThatThrownBy(() -> new Buyer("", Optional.empty())).hasMessage("account code is empty");
    assertThatThrownBy(() -> new Buyer("A", Optional.of(""))).hasMessage("group is empty");
    assertThatThrownBy(
            () ->
                Item.inline(
                    Optional.empty(), Some.price("1"), Some.price("1"), Some.percent("100.01")))
        .hasMessage("taxPercent 100.01 is outside [0, 100]");
  }
}
