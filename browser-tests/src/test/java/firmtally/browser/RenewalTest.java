package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/**
 * From an order of what recurs to its next term, as the rep sees it: the agreement and its next
 * term are there at once, prices are raised, put back and raised less, the next term is ordered,
 * and the bridge shows it; another one is not renewed.
 */
class RenewalTest {
  private static final String CUSTOMER = "Renewal Walk Mill";

  /** The month in which a year that is ordered today ends. */
  private static final String ENDS =
      Browser.TODAY.plusYears(1).minusDays(1).toString().substring(0, 7);

  @RegisterExtension static final Browser BROWSER = new Browser(true);

  private static void clean(String what) {
    assertThat(BROWSER.violations()).as(what).isEmpty();
  }

  @Test
  void whatRecursIsRaisedRenewedAndSeenInTheBridge() {
    BROWSER.as("mara");
    BROWSER.open("/accounts?new");
    BROWSER.focused("name");
    BROWSER.type(CUSTOMER);
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", CUSTOMER);
    String agreement = agreement(order());
    BROWSER.seeText("[aria-label='Lines']", "3 320.00");
    assertThat(BROWSER.texts("[aria-label='Charges'] tbody tr")).hasSize(5);
    BROWSER.see("[aria-label='Next term'] a[href^='/opportunities/']").click();
    BROWSER.seeText(".running", "as the running one");
    BROWSER.seeText(".page", "call 14 Feb");
    clean("the opportunity of a next term");

    raise("10");
    BROWSER.seeText("[aria-label='Price rises']", "by 10 %");
    BROWSER
        .see("[aria-label='Price rises'] tbody tr:first-child td.acts button:last-child")
        .click();
    BROWSER.seeText("[aria-label='Price rises'] tbody tr:first-child", "undone");
    raise("4");
    BROWSER.seeText("[aria-label='Price rises'] tbody tr:first-child", "3 452.80");
    clean("price rises");

    String order = renew(agreement);
    BROWSER.open(agreement);
    BROWSER.seeText(".head", "renewed");
    assertThat(BROWSER.texts("[aria-label='Terms'] tbody tr")).hasSize(2);
    assertThat(order).startsWith("/orders/");
    seeInTheBridge();
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 401")).isEmpty();
  }

  /** A deal with a yearly and a quarterly plan, and its order. */
  private static String order() {
    BROWSER.press("n");
    BROWSER.focused("title");
    BROWSER.type("Calibration of all scales");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Calibration of all scales");
    BROWSER.focused("code");
    for (List<String> line : List.of(List.of("calb", "10"), List.of("calh", "5"))) {
      BROWSER.press(line.get(0));
      BROWSER.focused("pick");
      BROWSER.press(Keys.ENTER);
      BROWSER.focused("quantity");
      BROWSER.press(line.get(1), Keys.ENTER);
      BROWSER.focused("code");
    }
    BROWSER.until(
        "the tally is current",
        () -> "current".equals(BROWSER.see(".strip").getAttribute("data-state")));
    BROWSER.button("Place order…").click();
    BROWSER.focused("poNumber");
    BROWSER.type("PO-70");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Order S-");
    BROWSER.seeText(".head", "released");
    return BROWSER.path();
  }

  private static String agreement(String order) {
    BROWSER.open(order);
    BROWSER.see("a[href^='/renewals/']").click();
    BROWSER.seeText("h1", "Agreement R-");
    clean("an agreement");
    return BROWSER.path();
  }

  private static void month(WebElement field, String month) {
    BROWSER.run(
        "arguments[0].value = arguments[1];"
            + "arguments[0].dispatchEvent(new Event('input', {bubbles: true}))",
        field,
        month);
  }

  private static void raise(String percent) {
    BROWSER.open("/renewals/price-rises");
    BROWSER.seeText("h1", "Price rises");
    month(BROWSER.see("[name='from']"), ENDS);
    month(BROWSER.see("[name='to']"), ENDS);
    BROWSER.see("[name='text']").sendKeys(CUSTOMER);
    BROWSER.see("[name='percent']").clear();
    BROWSER.see("[name='percent']").sendKeys(percent, Keys.ENTER);
    BROWSER.seeText("[aria-label='Effect']", "1 next term from 3 320.00");
    clean("the effect of a price rise");
    BROWSER.button("Raise 1 next term").click();
    BROWSER.until("it is made", () -> BROWSER.texts("[aria-label='Effect']").isEmpty());
  }

  private static String renew(String agreement) {
    BROWSER.open(agreement);
    BROWSER.seeText("[aria-label='Next term']", "Expansion");
    BROWSER.press("r");
    BROWSER.focused("poNumber");
    BROWSER.seeText("[role='dialog']", "276.67 until now");
    clean("renewing");
    BROWSER.type("PO-71");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Order S-");
    BROWSER.seeText(".head", "released");
    return BROWSER.path();
  }

  private static void seeInTheBridge() {
    BROWSER.open("/renewals/recurring");
    BROWSER.seeText(".told", "retention");
    String next = Browser.TODAY.plusYears(1).toString().substring(0, 7);
    List<WebElement> months = BROWSER.see(".head").findElements(By.cssSelector("[type='month']"));
    month(months.get(0), next);
    month(months.get(1), next);
    BROWSER.until(
        "one month", () -> BROWSER.texts("[aria-label='Bridge by month'] tbody tr").size() == 1);
    BROWSER.see("[aria-label='Bridge by month'] button[aria-label^='Expansion']").click();
    BROWSER.seeText("[aria-label='Behind the bar']", CUSTOMER);
    clean("recurring revenue");
  }

  @Test
  void oneIsNotRenewedAndAnotherContactedByKeysAlone() {
    BROWSER.as("mara");
    BROWSER.open("/renewals");
    String row = "table[aria-label='Agreements'] tbody tr";
    BROWSER.see(row);
    clean("renewals");
    String open = toRow(row, "Called");
    BROWSER.press("c");
    BROWSER.until("it is noted", () -> !BROWSER.text("[id='" + open + "']").contains("Called"));

    BROWSER.open("/renewals");
    BROWSER.see(row);
    String left = toRow(row, "Not renewed…");
    BROWSER.press("x");
    BROWSER.focused("reason");
    clean("not renewing");
    BROWSER.type("Sold the site");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("[id='" + left + "']", "not renewed");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Agreement " + left);
    BROWSER.seeText(".about", "Sold the site");
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 401")).isEmpty();
  }

  /** Steps down to the first row with an act; its number. */
  private static String toRow(String rows, String act) {
    List<String> texts = BROWSER.until("rows", () -> BROWSER.texts(rows));
    int at = 0;
    while (!texts.get(at).contains(act)) {
      BROWSER.press("j");
      at++;
    }
    return texts.get(at).split("\\s")[0];
  }
}
