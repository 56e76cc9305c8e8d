package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** A rule that could never price anything is refused where it is typed. */
class PriceRuleFaultsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  private final Guest manager = Guest.signedIn(HOUSE, "helen");

  /** A rule that is in force in another time, so that no other test meets it. */
  static Map<String, Object> rule(String code) {
    Map<String, Object> rule = new HashMap<>(Map.of("code", code, "scope", "everyone"));
    rule.putAll(
        Map.of("forWhom", "", "product", "", "family", "bench", "from", "2090-01-01", "to", ""));
    rule.put("breaks", List.of(off("10", "3")));
    return rule;
  }

  private static Map<String, Object> off(String min, String percent) {
    return Map.of("minQuantity", min, "price", "", "percentOff", percent);
  }

  private String problem(Map<String, Object> rule) {
    return manager.post("/api/price-rules", rule).is(422).text("/problems/0/message");
  }

  @Test
  void aFamilyOrAGroupThatIsNoneIsNamed() {
    Map<String, Object> rule = rule("FLT-1");
    rule.put("family", "bunch");
    assertThat(problem(rule)).isEqualTo("No product in family bunch.");
    rule = rule("FLT-2");
    rule.putAll(Map.of("scope", "group", "forWhom", "delaers"));
    assertThat(problem(rule)).startsWith("No account in price group delaers.");
    rule.putAll(Map.of("scope", "account", "forWhom", "Greyfen"));
    assertThat(problem(rule)).isEqualTo("Account not found: Greyfen.");
  }

  @Test
  void twoBreaksAtOneQuantityAreRefusedHoweverTheyAreWritten() {
    Map<String, Object> rule = rule("FLT-3");
    rule.put("breaks", List.of(off("10", "3"), off("10.0", "5")));
    Guest.Answer refused = manager.post("/api/price-rules", rule).is(422);
    assertThat(refused.text("/problems/0/at")).isEqualTo("breaks[1].minQuantity");
    rule.put("breaks", List.of(off("10", "3"), off("20", "5")));
    manager.post("/api/price-rules", rule).is(200);
  }
}
