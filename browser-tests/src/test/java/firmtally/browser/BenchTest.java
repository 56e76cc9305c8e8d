package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.openqa.selenium.Keys;

/** The worksheet bench by hand: workings, landing, undo, bad input, and two people at once. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class BenchTest {
  @RegisterExtension static final Browser BROWSER = new Browser(true);
  private static String opportunity;

  @BeforeAll
  static void openAnOpportunity() {
    BROWSER.signIn("mara");
    BROWSER.open("/accounts/5");
    BROWSER.seeText("h1", "Millhithe Brewery");
    BROWSER.press("n");
    BROWSER.focused("title");
    BROWSER.type("Bench by hand");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Bench by hand");
    opportunity = BROWSER.path();
  }

  private static void openWorking(String css) {
    BROWSER.see(css).click();
    BROWSER.see("[role='dialog'] .result");
  }

  private static void close() {
    BROWSER.press(Keys.ESCAPE);
    BROWSER.until("it is closed", () -> BROWSER.texts("[role='dialog']").isEmpty());
  }

  @Test
  @Order(1)
  void aLineIsAddedByTypingAndItsPriceSaysWhy() {
    BROWSER.see("[name='pick']").click();
    BROWSER.type("bs-15");
    BROWSER.seeText("#picks", "BS-15");
    BROWSER.press(Keys.ENTER);
    BROWSER.focused("quantity");
    BROWSER.type("30");
    BROWSER.until("net is there", () -> !BROWSER.text("[data-tally='Net']").equals("0.00"));
    BROWSER.press(Keys.F8);
    BROWSER.seeText("[role='dialog']", "Line 1, unit price");
    BROWSER.seeText("[role='dialog']", "wins");
    BROWSER.seeText("[role='dialog']", "Percent off");
    assertThat(BROWSER.violations()).isEmpty();
    close();
  }

  @Test
  @Order(2)
  void everyFigureOfTheTallyOpensItsWorking() {
    openWorking("[data-tally='Net']");
    BROWSER.seeText("[role='dialog'] .formula", "Σ final × periods");
    assertThat(BROWSER.text("[role='dialog'] .result"))
        .contains(BROWSER.text("[data-tally='Net']"));
    close();
    openWorking("[data-tally='Total, first invoice']");
    assertThat(BROWSER.text("[role='dialog'] .result"))
        .contains(BROWSER.text("[data-tally='Total, first invoice']"));
    close();
    openWorking("[aria-label='Credit'] .how");
    BROWSER.seeText("[role='dialog']", "Limit");
    assertThat(BROWSER.violations()).isEmpty();
    close();
  }

  @Test
  @Order(3)
  void landingOnATotalIsAppliedAndUndone() {
    String before = BROWSER.text("[data-tally='Net']");
    BROWSER.see("[name='landing']").click();
    BROWSER.type("9000");
    BROWSER.seeText(".landing", "Take off");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("[data-tally='Net']", "9 000.00");
    BROWSER.see("h1").click();
    BROWSER.chord(Keys.CONTROL, "z");
    BROWSER.seeText("[data-tally='Net']", before);
    BROWSER.chord(Keys.CONTROL, "y");
    BROWSER.seeText("[data-tally='Net']", "9 000.00");
    BROWSER.chord(Keys.CONTROL, "z");
    BROWSER.seeText("[data-tally='Net']", before);
  }

  @Test
  @Order(4)
  void aLandingOutOfReachSaysSo() {
    BROWSER.see("[name='landing']").click();
    BROWSER.chord(Keys.CONTROL, "a");
    BROWSER.type("99999999");
    BROWSER.seeText(".landing", "Cannot be reached");
    BROWSER.chord(Keys.CONTROL, "a");
    BROWSER.press(Keys.DELETE);
  }

  @Test
  @Order(5)
  void badInputStandsAtItsCellAndTheTallyIsIncomplete() {
    BROWSER.see("[data-cell='discountPercent']").click();
    BROWSER.type("abc");
    BROWSER.seeText("table.lines", "is not a plain decimal");
    assertThat(BROWSER.see(".strip").getAttribute("data-state")).isEqualTo("stale");
    BROWSER.seeText(".strip", "incomplete");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.chord(Keys.CONTROL, "a");
    BROWSER.type("7");
    BROWSER.until(
        "it is current again",
        () -> "current".equals(BROWSER.see(".strip").getAttribute("data-state")));
  }

  @Test
  @Order(6)
  void aLineOfItsOwnHasPriceAndCost() {
    BROWSER.see("[name='pick']").click();
    BROWSER.type("something special nobody lists");
    BROWSER.seeText("#picks", "as a line of its own");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("table.lines", "something special");
    BROWSER.see("[data-row='1'][data-cell='listPrice']").click();
    BROWSER.type("100");
    BROWSER.see("[aria-label='Unit cost, line 2']").click();
    BROWSER.type("60");
    BROWSER.seeText("table.lines", "40.00 %");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.chord(Keys.CONTROL, "s");
    BROWSER.seeText(".keep", "Saved");
  }

  @Test
  @Order(7)
  void theSecondOfTwoIsToldAndKeepsWhatWasTyped() {
    BROWSER.open(opportunity);
    BROWSER.seeText("table.lines", "something special");
    BROWSER.see("[data-row='0'][data-cell='quantity']").click();
    BROWSER.type("31");
    // The first of the two saves the same lines from elsewhere.
    BROWSER.script(
        "const id = arguments[0]; const token = document.cookie.match(/XSRF-TOKEN=([^;]+)/)[1];"
            + "return fetch('/api/opportunities/' + id).then(r => r.json()).then(o => fetch("
            + "'/api/opportunities/' + id + '/worksheet', {method: 'PUT', headers: {"
            + "'Content-Type': 'application/json', 'X-XSRF-TOKEN': token,"
            + "'If-Match': String(o.worksheet.version)}, body: JSON.stringify({lines: [],"
            + "discountPercent: null, discountAmount: null, targetContract: null, targetMargin: null"
            + "})})).then(r => r.status)",
        opportunity.substring(opportunity.lastIndexOf('/') + 1));
    BROWSER.chord(Keys.CONTROL, "s");
    BROWSER.seeText("main", "Somebody else saved these lines in the meantime");
    assertThat(BROWSER.see("[data-row='0'][data-cell='quantity']").getDomProperty("value"))
        .isEqualTo("31");
    BROWSER.button("Save mine over it").click();
    BROWSER.seeText(".keep", "Saved");
    BROWSER.open(opportunity);
    BROWSER.seeText("table.lines", "something special");
  }

  @Test
  @Order(8)
  void thePaletteDoesWhatTheScreenOffers() {
    BROWSER.chord(Keys.CONTROL, "k");
    BROWSER.focused("find");
    BROWSER.type("make a quo");
    BROWSER.seeText("#choices", "Make a quote");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Quote Q-");
    BROWSER.see("[name='letter']").click();
    BROWSER.type(" And one word more.");
    BROWSER.chord(Keys.CONTROL, "s");
    BROWSER.until(
        "the letter is kept",
        () -> BROWSER.texts("button").stream().noneMatch("Save letter and terms"::equals));
    BROWSER.open(BROWSER.path());
    BROWSER.until(
        "the letter is there",
        () -> BROWSER.see("[name='letter']").getDomProperty("value").contains("one word more"));
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 4")).isEmpty();
  }
}
