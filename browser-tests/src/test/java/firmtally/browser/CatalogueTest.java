package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.openqa.selenium.Keys;

/** The catalogue by a manager: a product, a rule with breaks, its test, prices changed at once. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class CatalogueTest {
  @RegisterExtension static final Browser BROWSER = new Browser(true);

  @BeforeAll
  static void signIn() {
    BROWSER.signIn("helen");
  }

  @Test
  @Order(1)
  void aRuleWithBreaksIsAddedTestedAndTakenOutOfForce() {
    BROWSER.open("/catalogue/rules");
    BROWSER.seeText("table", "P-DAIRY");
    BROWSER.press("n");
    BROWSER.focused("code");
    BROWSER.type("P-HOPPER");
    BROWSER.see("[name='family']").sendKeys("hopper");
    BROWSER.see("[name='break-0-percentOff']").sendKeys("2");
    BROWSER.button("Add quantity break").click();
    BROWSER.see("[name='break-1-minQuantity']").sendKeys("5");
    BROWSER.button("Add").click();
    BROWSER.seeText("[role='dialog']", "Enter a price or a discount in percent, not both.");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.see("[name='break-1-percentOff']").sendKeys("4", Keys.ENTER);
    BROWSER.seeText("table.ledger", "P-HOPPER-5");
    BROWSER.see("[name='tester-product']").sendKeys("HS-1T");
    BROWSER
        .see("[name='tester-quantity']")
        .sendKeys(Keys.chord(Keys.CONTROL, "a"), "6", Keys.ENTER);
    BROWSER.seeText(".answer", "Everyone gets 4 % off the hopper family from 5 pieces on");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.see("[aria-label='Filter']").sendKeys("P-HOPPER-5");
    BROWSER.until(
        "only that", () -> BROWSER.texts("[aria-label='Price rules'] tbody tr").size() == 1);
    BROWSER.button("Deactivate").click();
    BROWSER.seeText("main", "P-HOPPER-5 is deactivated.");
    BROWSER.button("Undo").click();
    BROWSER.seeText("table.ledger", "P-HOPPER-5");
  }

  @Test
  @Order(2)
  void pricesAreChangedAtOnceWithTheirEffectShownAndTakenBack() {
    BROWSER.open("/catalogue/prices");
    BROWSER.see("#family").sendKeys("crane");
    BROWSER.see("[name='listPercent']").sendKeys("3,5", Keys.ENTER);
    BROWSER.seeText("[aria-label='New prices']", "CS-1T");
    BROWSER.until(
        "every worksheet is worked out",
        () -> BROWSER.texts("[aria-label='Open worksheets'] progress").isEmpty());
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.see(".apply .main").click();
    BROWSER.seeText("main", "products have their new prices");
    BROWSER.button("Undo").click();
    BROWSER.seeText("main", "The earlier prices are restored.");
  }

  @Test
  @Order(3)
  void aProductIsChangedAndItsLogSaysSo() {
    BROWSER.open("/catalogue/BS-150");
    BROWSER.seeText("h1", "BS-150");
    BROWSER.see("img");
    BROWSER.press("e");
    BROWSER.focused("name");
    BROWSER.chord(Keys.CONTROL, "a");
    BROWSER.type("Bench scale 150 kg, heavy");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "BS-150 Bench scale 150 kg, heavy");
    BROWSER.seeText(".log", "Bench scale 150 kg, heavy");
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 4")).isEmpty();
  }
}
