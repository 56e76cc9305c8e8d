package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.openqa.selenium.Keys;

/**
 * Every screen of the demo house, in light and dark: axe finds nothing, the console stays silent.
 */
class ScreensTest {
  @RegisterExtension static final Browser BROWSER = new Browser(true);

  private static void signIn() {
    BROWSER.open("/");
    BROWSER.until("the page", () -> BROWSER.text("body").contains("Firm Tally"));
    if (BROWSER.texts("form [name='login']").isEmpty()) {
      return;
    }
    BROWSER.signIn("helen");
  }

  @ParameterizedTest
  @CsvSource({
    "/, Today, most money first",
    "/enquiries, Enquiries",
    "/opportunities, Opportunities",
    "/opportunities/550, ''",
    "/quotes, Quotes",
    "first /quotes, Quote",
    "/orders, Orders",
    "first /orders, Order",
    "/orders/due, Still to deliver",
    "/invoices, Invoices",
    "first /invoices, ''",
    "/invoices/proposals, To invoice",
    "/payments, Payments",
    "/credit, Credit desk",
    "/credit/37, Credit of",
    "/renewals, Renewals in the next twelve months",
    "first /renewals, Agreement",
    "/renewals/price-rises, Price rises",
    "/renewals/recurring, Recurring revenue",
    "/accounts, Accounts",
    "/accounts/5, ''",
    "/catalogue, Catalogue",
    "/catalogue/BS-15, BS-15",
    "/catalogue/rules, Price rules",
    "/catalogue/templates, Kits and templates",
    "/catalogue/sizes, Sizes",
    "/catalogue/assortments, Customer assortments",
    "/catalogue/prices, Price update",
    "/catalogue/files, Files",
    "/reports, Reports",
    "/reports/goals, Goals",
    "/reports/outlook, What will it bring?",
    "/reports/movement, What moved?",
    "/reports/funnel, Where do deals stick?",
    "/reports/won-lost, What do we win",
    "/reports/given, What do we give away",
    "/reports/variance, What did it take to win?",
    "/reports/table, Table",
    "/reports/meeting, Meeting",
    "/outbox, Emails",
    "/orders/received, Received orders",
    "/orders/received/1, ''",
    "/import?kind=enquiries, Import",
    "/guide/rep, A rep's first day",
    "/enquiries/rules, Assignment rules",
    "/enquiries/5, ''",
    "/calls, Call lists",
    "/calls/1, Mills without a plan",
    "/processes, Sales processes",
    "/settings, Settings",
    "/settings?topic=policy, Settings",
    "/settings?topic=taxes, Settings",
    "/settings?topic=industry, Settings",
    "/settings?topic=own-fields, Settings",
    "/users, Users and teams",
    "/profile, Helen Sorrel",
    "/accounts/ranking, Customer ranking",
    "/accounts/reassignment, Reassign accounts",
    "/contacts/1, ''",
    "/opportunities?as=list&group=owner, Opportunities",
    "/opportunities?as=calendar, Opportunities"
  })
  void isAccessibleInLightAndDark(String path, String title) {
    boolean isOfTheBooks = path.matches("/payments|/invoices/proposals");
    if (isOfTheBooks) {
      BROWSER.as("otto");
    } else {
      signIn();
    }
    BROWSER.openOrFirst(path);
    BROWSER.seeText("h1", title);
    BROWSER.see(
        ".page table, .page article, .page [role='table'], .page form, .page .leaf:not([popover])");
    assertThat(BROWSER.violations()).as("light").isEmpty();
    BROWSER.see("[aria-label='Switch theme']").click();
    assertThat(BROWSER.faintness()).as("dark").isEmpty();
    BROWSER.see("[aria-label='Switch theme']").click();
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 401")).isEmpty();
    if (isOfTheBooks) {
      BROWSER.as("helen");
    }
  }

  @Test
  void keysHelpNamesTheKeysOfTheScreen() {
    signIn();
    BROWSER.open("/opportunities");
    BROWSER.seeText("h1", "Opportunities");
    BROWSER.press("?");
    BROWSER.seeText("[role='dialog']", "New opportunity");
    BROWSER.press(Keys.ESCAPE);
    BROWSER.until("it is closed", () -> BROWSER.texts("[role='dialog']").isEmpty());
  }
}
