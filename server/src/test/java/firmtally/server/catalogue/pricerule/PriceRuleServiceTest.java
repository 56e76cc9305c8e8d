package firmtally.server.catalogue.pricerule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;

import firmtally.core.pricing.PriceRule;
import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.catalogue.PricesChanged;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.TestCompany;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotThere;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Price rules: typed, refused by name, found, taken out of force; and what they price. */
class PriceRuleServiceTest {
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private final List<Set<String>> told = new ArrayList<>();
  private PriceRuleService rules;
  private Actor manager;
  private Actor rep;

  @BeforeEach
  void aCatalogueAndACustomer() {
    rules =
        new PriceRuleService(
            new PriceRuleStore(database.sql()),
            mock(ChangeLog.class),
            event -> told.add(((PricesChanged) event).products()));
    TestCompany company = new TestCompany(database);
    rep = company.person("rep", Role.REP, "North");
    manager = company.person("manager", Role.MANAGER, null);
    company.account("Farm", rep);
    database.run("UPDATE account SET price_group = 'dairies'");
    for (String product : List.of("BS-15, bench", "BS-30, bench", "FS-1, floor")) {
      String[] of = product.split(", ");
      database.run(
          "INSERT INTO product (code, name, family, unit, list_price, unit_cost, tax) VALUES ('"
              + of[0]
              + "', 'A scale', '"
              + of[1]
              + "', 'piece', 1000000, 400000, 190000)");
    }
  }

  private static PriceRuleService.BreakForm off(String from, String percent) {
    return new PriceRuleService.BreakForm(from, null, percent);
  }

  private static PriceRuleService.RuleForm form(
      String code,
      String scope,
      String whom,
      String product,
      String family,
      PriceRuleService.BreakForm... breaks) {
    return new PriceRuleService.RuleForm(
        code, scope, whom, product, family, null, null, List.of(breaks));
  }

  private void add(PriceRuleService.RuleForm typed) {
    database.act(() -> rules.add(typed, manager));
  }

  @Test
  void aRuleIsAddedForEachBreakAndWhatItPricesIsTold() {
    PriceRuleService.RuleForm typed =
        form("R1", "everyone", null, null, "bench", off("0", "5"), off("10", "8"));
    add(typed);
    assertThat(rules.codes(typed)).containsExactly("R1", "R1-10");
    assertThat(rules.inUse()).extracting(PriceRule::id).containsExactly("R1", "R1-10");
    assertThat(told).containsExactly(Set.of("BS-15", "BS-30"));
    assertThatThrownBy(() -> add(typed)).isInstanceOf(BadInput.class);
  }

  @Test
  void onlyThoseWhoManageSetPrices() {
    PriceRuleService.RuleForm typed = form("R1", "everyone", null, "BS-15", null, off("0", "5"));
    assertThatThrownBy(() -> database.act(() -> rules.add(typed, rep)))
        .isInstanceOf(NotAllowed.class);
    assertThat(rules.inUse()).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        "'', everyone, -, BS-15, -, code",
        "R1, -, -, BS-15, -, scope",
        "R1, everybody, -, BS-15, -, scope",
        "R1, everyone, A-Farm, BS-15, -, forWhom",
        "R1, account, -, BS-15, -, forWhom",
        "R1, account, A-Nobody, BS-15, -, forWhom",
        "R1, group, mills, BS-15, -, forWhom",
        "R1, everyone, -, NO-1, -, product",
        "R1, everyone, -, -, silos, product",
        "R1, everyone, -, -, -, product",
        "R1, everyone, -, BS-15, bench, product"
      })
  void whatIsWrongIsNamedAtItsField(
      String code, String scope, String whom, String product, String family, String at) {
    assertThatThrownBy(() -> add(form(code, scope, whom, product, family, off("0", "5"))))
        .isInstanceOfSatisfying(
            BadInput.class,
            refused -> assertThat(refused.problems()).extracting(p -> p.at()).contains(at));
    assertThat(rules.inUse()).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        "0, -, -, breaks[0].price",
        "0, 5, 5, breaks[0].price",
        "x, 5, -, breaks[0].minQuantity",
        "0, -, 101, breaks[0].percentOff",
        "0, -5, -, breaks[0].price"
      })
  void soIsWhatIsWrongInABreak(String from, String price, String percent, String at) {
    PriceRuleService.BreakForm poor = new PriceRuleService.BreakForm(from, price, percent);
    assertThatThrownBy(() -> add(form("R1", "everyone", null, "BS-15", null, poor)))
        .isInstanceOfSatisfying(
            BadInput.class,
            refused -> assertThat(refused.problems()).extracting(p -> p.at()).containsExactly(at));
  }

  @Test
  void twoBreaksAtOneQuantityAreRefusedHoweverTheyAreWritten() {
    assertThatThrownBy(
            () ->
                add(form("R1", "everyone", null, "BS-15", null, off("1", "5"), off("1.000", "6"))))
        .isInstanceOfSatisfying(
            BadInput.class,
            refused ->
                assertThat(refused.problems().get(0).message())
                    .isEqualTo("There is already a break at this quantity."));
  }

  @Test
  void theRulesThatCouldApplyAreOnesOwnOnesGroupsAndEveryones() {
    add(form("ALL", "everyone", null, "BS-15", null, off("0", "1")));
    add(form("GROUP", "group", "dairies", "BS-15", null, off("0", "2")));
    add(form("OWN", "account", "A-Farm", "BS-15", null, off("0", "3")));
    assertThat(rules.applyingTo("A-Farm", Optional.of("dairies")))
        .extracting(PriceRule::id)
        .containsExactly("ALL", "GROUP", "OWN");
    assertThat(rules.applyingTo("A-Other", Optional.of("dairies")))
        .extracting(PriceRule::id)
        .containsExactly("ALL", "GROUP");
    assertThat(rules.applyingTo("A-Other", Optional.empty()))
        .extracting(PriceRule::id)
        .containsExactly("ALL");
  }

  @Test
  void theyAreReadOnceUntilOneOfThemChanges() {
    add(form("ALL", "everyone", null, "BS-15", null, off("0", "1")));
    rules.applyingTo("A-Farm", Optional.empty());
    assertThat(
            database.statements(
                () -> {
                  rules.applyingTo("A-Farm", Optional.empty());
                  rules.inUse();
                }))
        .isZero();
    long version = rules.get("ALL").version();
    database.act(() -> rules.setDeactivated("ALL", version, true, manager));
    assertThat(rules.inUse()).isEmpty();
    database.act(() -> rules.setDeactivated("ALL", version + 1, false, manager));
    assertThat(rules.inUse()).hasSize(1);
  }

  @Test
  void anActThatFailsLeavesTheRulesAsTheyWere() {
    rules.inUse();
    assertThatThrownBy(
            () ->
                database.act(
                    () -> {
                      rules.add(
                          form("R1", "everyone", null, "BS-15", null, off("0", "5")), manager);
                      assertThat(rules.inUse()).hasSize(1);
                      throw new IllegalStateException("stop");
                    }))
        .hasMessage("stop");
    assertThat(rules.inUse()).isEmpty();
  }

  @Test
  void aChangeTellsWhatItPricedBeforeAndPricesNow() {
    add(form("R1", "everyone", null, "BS-15", null, off("0", "5")));
    told.clear();
    long version = rules.get("R1").version();
    database.act(
        () ->
            rules.change(
                "R1", version, form("R1", "everyone", null, "FS-1", null, off("0", "6")), manager));
    assertThat(told).containsExactly(Set.of("BS-15", "FS-1"));
    assertThatThrownBy(() -> rules.get("R9")).isInstanceOf(NotThere.class);
  }

  @Test
  void whatBeginsOrEndsBetweenTwoDaysIsPricedAnew() {
    LocalDate day = LocalDate.of(2027, 4, 1);
    database.act(
        () ->
            rules.add(
                new PriceRuleService.RuleForm(
                    "SPRING",
                    "everyone",
                    null,
                    "FS-1",
                    null,
                    day.toString(),
                    day.plusDays(9).toString(),
                    List.of(off("0", "5"))),
                manager));
    assertThat(rules.turning(day.minusDays(2), day.minusDays(1))).isEmpty();
    assertThat(rules.turning(day.minusDays(1), day)).containsExactly("FS-1");
    assertThat(rules.turning(day, day.plusDays(9))).isEmpty();
    assertThat(rules.turning(day.plusDays(9), day.plusDays(10))).containsExactly("FS-1");
  }

  @Test
  void theRulesOfAFileAreComparedWithOneReadingOfTheCatalogue() {
    PriceRuleService.Known known = rules.known();
    assertThat(known.isProduct("BS-15")).isTrue();
    assertThat(known.isProduct("BS-99")).isFalse();
    assertThat(known.isFamily("floor")).isTrue();
    assertThat(known.isFamily("silos")).isFalse();
    assertThat(known.isAccount("A-Farm")).isTrue();
    assertThat(known.isAccount("A-Nobody")).isFalse();
    assertThat(
            database.statements(
                () -> {
                  for (int i = 0; i < 100; i++) {
                    rules.read(
                        form("R" + i, "account", "A-Farm", "BS-15", null, off("0", "5")),
                        known,
                        new Input());
                  }
                }))
        .isZero();
  }

  @Test
  void aFilePutsInWhatIsNewChangesWhatIsKnownAndPutsItBackInForce() {
    add(form("OLD", "everyone", null, "BS-15", null, off("0", "5")));
    add(form("SAME", "everyone", null, "FS-1", null, off("0", "5")));
    database.act(() -> rules.setDeactivated("OLD", 1, true, manager));
    Input input = new Input();
    List<PriceRule> file = new ArrayList<>(rules.inUse());
    file.addAll(
        rules.read(
            form("OLD", "everyone", null, "BS-15", null, off("0", "7")), rules.known(), input));
    file.addAll(
        rules.read(
            form("NEW", "everyone", null, "BS-30", null, off("0", "1")), rules.known(), input));
    told.clear();
    database.act(() -> rules.put(file, manager));
    assertThat(rules.inUse()).extracting(PriceRule::id).containsExactly("NEW", "OLD", "SAME");
    assertThat(rules.get("OLD").rule().percentOff()).hasToString("Optional[7]");
    assertThat(told)
        .as("what is the same is not priced anew")
        .containsExactly(Set.of("BS-15", "BS-30"));
  }
}
