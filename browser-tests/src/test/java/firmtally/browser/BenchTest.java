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
    BROWSER.until(
        "the focus is where the first line is typed",
        () -> "code".equals(BROWSER.value("return document.activeElement.dataset.column")));
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

  private static void go(int row, String column) {
    BROWSER.see("[data-row='" + row + "'][data-column='" + column + "']").click();
  }

  private static void tally(String state) {
    BROWSER.until(
        "the tally is " + state,
        () -> state.equals(BROWSER.see(".strip").getAttribute("data-state")));
  }

  @Test
  @Order(1)
  void aLineIsAddedByTypingAndItsPriceSaysWhy() {
    BROWSER.see("tr.new td").click();
    BROWSER.focused("pick");
    BROWSER.type("bs-15");
    BROWSER.seeText("#picks", "BS-15");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.press(Keys.ENTER);
    BROWSER.focused("quantity");
    BROWSER.press("30", Keys.ENTER);
    BROWSER.until("net is there", () -> !BROWSER.text("[data-tally='Net']").equals("0.00"));
    BROWSER.press(Keys.ARROW_UP, Keys.F8);
    BROWSER.seeText("[role='dialog']", "Line 1, unit price");
    BROWSER.seeText("[role='dialog']", "Listed at 475.00.");
    BROWSER.seeText(
        "[role='dialog']", "Everyone gets 9.75 % off the bench family from 25 pieces on");
    BROWSER.seeText("[role='dialog']", "wins");
    assertThat(BROWSER.violations()).isEmpty();
    close();
  }

  @Test
  @Order(2)
  void everyFigureOfTheTallyOpensItsWorking() {
    openWorking("[data-tally='Net']");
    BROWSER.seeText("[role='dialog']", "Σ line total × periods");
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
    BROWSER.seeText(".landing", "A discount of");
    BROWSER.seeText(".landing", "would have to sign");
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
  void aMarginIsLandedOnAsWellAndOneOutOfReachSaysSo() {
    BROWSER.see("[aria-label='Land on a total or margin']").sendKeys("margin");
    BROWSER.see("[name='landing']").click();
    BROWSER.type("30");
    BROWSER.seeText(".landing", "margin 30.00 %");
    BROWSER.chord(Keys.CONTROL, "a");
    BROWSER.type("99");
    BROWSER.seeText(".landing", "Cannot be reached");
    BROWSER.chord(Keys.CONTROL, "a");
    BROWSER.press(Keys.DELETE);
    BROWSER.see("[aria-label='Land on a total or margin']").sendKeys("with");
    BROWSER.see("[name='landing']").click();
    BROWSER.type("9 000");
    BROWSER.seeText(".landing", "first invoice 8 999.99");
    BROWSER.chord(Keys.CONTROL, "a");
    BROWSER.press(Keys.DELETE);
    BROWSER.see("[aria-label='Land on a total or margin']").sendKeys("net");
  }

  @Test
  @Order(5)
  void badInputStandsAtItsCellAndTheTallyIsIncomplete() {
    go(0, "discount");
    BROWSER.press("abc", Keys.ENTER);
    BROWSER.seeText("table.lines", "is not a plain decimal");
    tally("incomplete");
    assertThat(BROWSER.text("[data-tally='Net']")).isEqualTo("–");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.button("Incomplete: 1 entry to correct").click();
    go(0, "discount");
    BROWSER.press("7", Keys.ENTER);
    tally("current");
  }

  @Test
  @Order(6)
  void aLineOfItsOwnHasPriceAndCost() {
    BROWSER.see("tr.new td").click();
    BROWSER.focused("pick");
    BROWSER.type("something special nobody lists");
    BROWSER.seeText("#picks", "as a free-text line");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("table.lines", "something special");
    BROWSER.focused("list");
    tally("incomplete");
    BROWSER.press("100", Keys.ENTER);
    BROWSER.button("Incomplete: 1 entry to correct").click();
    BROWSER.focused("this-unitCost");
    BROWSER.seeText("section.this", "Enter the unit cost");
    BROWSER.press("60", Keys.TAB);
    tally("current");
    BROWSER.seeText("table.lines", "40.00 %");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.chord(Keys.CONTROL, "s");
    BROWSER.seeText(".keep", "Saved");
  }

  @Test
  @Order(7)
  void theSecondOfTwoIsToldAndBothKeepWhatTheyTyped() {
    BROWSER.open(opportunity);
    BROWSER.seeText("table.lines", "something special");
    go(0, "quantity");
    BROWSER.press("31", Keys.ENTER);
    // The first of the two saves the same lines from elsewhere, with another quantity and price.
    BROWSER.script(
        "const id = arguments[0]; const token = document.cookie.match(/XSRF-TOKEN=([^;]+)/)[1];"
            + "return fetch('/api/opportunities/' + id).then(r => r.json()).then(o => {"
            + "const lines = o.worksheet.lines.map(l => l.typed);"
            + "lines[0].quantity = '40'; lines[1].listPrice = '120';"
            + "return fetch('/api/opportunities/' + id + '/worksheet', {method: 'PUT', headers: {"
            + "'Content-Type': 'application/json', 'X-XSRF-TOKEN': token,"
            + "'If-Match': String(o.worksheet.version)}, body: JSON.stringify({lines})})})"
            + ".then(r => r.status)",
        opportunity.substring(opportunity.lastIndexOf('/') + 1));
    BROWSER.seeText(".news", "Mara Lind saved lines in the meantime");
    BROWSER.seeText(".news", "quantity: yours 31, theirs 40.");
    assertThat(BROWSER.text("[data-row='0'][data-column='quantity']")).isEqualTo("31");
    BROWSER.seeText("[data-row='1'][data-column='list']", "120.00");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.button("Keep mine").click();
    BROWSER.chord(Keys.CONTROL, "s");
    BROWSER.seeText(".keep", "Saved");
    BROWSER.open(opportunity);
    BROWSER.seeText("[data-row='0'][data-column='quantity']", "31");
    BROWSER.seeText("[data-row='1'][data-column='list']", "120.00");
  }

  @Test
  @Order(8)
  void thePaletteDoesWhatTheScreenOffers() {
    BROWSER.chord(Keys.CONTROL, "k");
    BROWSER.focused("find");
    BROWSER.type("create quo");
    BROWSER.seeText("#choices", "Create quote");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Quote Q-");
    BROWSER.button("Letter").click();
    BROWSER.see("[name='letter']").click();
    BROWSER.type(" And one word more.");
    BROWSER.chord(Keys.CONTROL, "s");
    BROWSER.until(
        "the letter is kept", () -> !BROWSER.texts(".letter button:not(.main)").isEmpty());
    BROWSER.open(BROWSER.path());
    BROWSER.button("Letter").click();
    BROWSER.until(
        "the letter is there",
        () -> BROWSER.see("[name='letter']").getDomProperty("value").contains("one word more"));
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 4")).isEmpty();
  }
}
