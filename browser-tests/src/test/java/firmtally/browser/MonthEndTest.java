package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.openqa.selenium.Keys;

/** What is ordered on the last day of a month, of a leap year: charged on the last day of each. */
class MonthEndTest {
  @RegisterExtension
  static final Browser BROWSER = new Browser(true, Instant.parse("2028-01-31T08:00:00Z"));

  @Test
  void everyChargeIsOnTheLastDayOfItsMonthAlsoOnALeapDay() {
    BROWSER.as("mara");
    BROWSER.open("/accounts?new");
    BROWSER.focused("name");
    BROWSER.type("Month End Mill");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Month End Mill");
    BROWSER.press("n");
    BROWSER.focused("title");
    BROWSER.type("Care plan");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Care plan");
    BROWSER.focused("code");
    BROWSER.press("carem");
    BROWSER.focused("pick");
    BROWSER.press(Keys.ENTER);
    BROWSER.focused("quantity");
    BROWSER.press("1", Keys.ENTER);
    BROWSER.until(
        "the tally is current",
        () -> "current".equals(BROWSER.see(".strip").getAttribute("data-state")));
    BROWSER.button("Place order…").click();
    BROWSER.focused("poNumber");
    BROWSER.type("PO-31");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Order S-");
    BROWSER.seeText(".head", "released");
    BROWSER.see("a[href^='/renewals/']").click();
    BROWSER.seeText("h1", "Agreement R-");
    BROWSER.seeText(".about", "30 Jan 2029");
    List<String> days =
        BROWSER.texts("[aria-label='Charges'] tbody td:first-child").stream()
            .map(day -> day.replace('\u00a0', ' '))
            .toList();
    assertThat(days)
        .startsWith("31 Jan", "29 Feb", "31 Mar", "30 Apr", "31 May", "30 Jun")
        .hasSize(12);
    assertThat(BROWSER.texts("[aria-label='Charges'] tbody td:nth-child(3)").get(1))
        .contains("29 Feb", "30 Mar");
    BROWSER.seeText(".about", "contact by 30 Dec");
  }
}
