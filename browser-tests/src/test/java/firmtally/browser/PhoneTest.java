package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.openqa.selenium.Keys;

/** What a rep does by thumb, at 390 × 844. */
class PhoneTest {
  private static final int WIDTH = 390;
  @RegisterExtension static final Browser BROWSER = new Browser(true);

  @BeforeEach
  void phone() {
    BROWSER.size(WIDTH, 844, true);
    BROWSER.open("/");
    BROWSER.until(
        "neither signed in nor out", () -> !BROWSER.texts("header, form [name='login']").isEmpty());
    if (!BROWSER.texts("form [name='login']").isEmpty()) {
      BROWSER.signIn("mara");
    }
    BROWSER.see("table[aria-label='To do']");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "/",
        "/enquiries",
        "/enquiries/16",
        "/import?kind=enquiries",
        "/guide/rep",
        "/opportunities",
        "/opportunities?as=list",
        "/opportunities?as=calendar",
        "/opportunities/504",
        "/quotes",
        "first /quotes",
        "/settings",
        "/orders",
        "first /orders",
        "/orders/due",
        "/orders/received",
        "/orders/received/1",
        "/invoices",
        "first /invoices",
        "/credit/37",
        "/renewals",
        "first /renewals",
        "/renewals/price-rises",
        "/renewals/recurring",
        "/accounts",
        "/accounts/1",
        "/accounts/ranking",
        "/accounts/reassignment",
        "/catalogue",
        "/catalogue/BS-15",
        "/catalogue/rules",
        "/catalogue/templates",
        "/catalogue/sizes",
        "/catalogue/assortments",
        "/catalogue/prices",
        "/catalogue/files",
        "/reports",
        "/reports/goals",
        "/reports/outlook",
        "/reports/movement",
        "/reports/funnel",
        "/reports/pipeline",
        "/reports/sources",
        "/reports/table?rows=owner&columns=source&measures=won&as=bars",
        "/reports/meeting",
        "/outbox",
        "/calls",
        "/calls/1",
        "/processes",
        "/settings?topic=policy",
        "/settings?topic=taxes",
        "/settings?topic=unit",
        "/users",
        "/profile"
      })
  void nothingOverflows(String path) {
    BROWSER.openOrFirst(path);
    BROWSER.see("h1");
    BROWSER.see(
        ".page .facts, .page table, .page [role='table'], .page form, .page .leaf:not(nav), .page article");
    assertThat(((Number) BROWSER.value("return document.documentElement.scrollWidth")).intValue())
        .isLessThanOrEqualTo(WIDTH);
    assertThat(BROWSER.violations()).isEmpty();
  }

  @Test
  void aCallIsDoneAndTheNextOnePlanned() {
    String row = "table[aria-label='To do'] tbody tr";
    BROWSER.until("rows", () -> BROWSER.texts(row).stream().anyMatch(t -> t.contains("Done…")));
    String subject =
        (String)
            BROWSER.value(
                "return [...document.querySelectorAll(\""
                    + row
                    + "\")].find(r => r.textContent.includes('Done…')).dataset.row");
    BROWSER.see("[data-row='" + subject + "'] button").click();
    BROWSER.see("[role='dialog'] textarea[name='outcome']").click();
    BROWSER.type("Wants the price by Friday.");
    BROWSER.see("[role='dialog'] input[aria-label='Next activity']").click();
    BROWSER.type("Send the price");
    BROWSER.see("[role='dialog'] button.act.main").click();
    BROWSER.until("the dialog is closed", () -> BROWSER.texts("[role='dialog']").isEmpty());
    BROWSER.until("it is done", () -> BROWSER.texts("[data-row='" + subject + "']").isEmpty());
  }

  @Test
  void anAccountIsLookedUpFromTheDrawerAndCalled() {
    BROWSER.see("button[aria-label='Main navigation']").click();
    BROWSER.see("nav a[href='/accounts']").click();
    BROWSER.seeText("h1", "Accounts");
    BROWSER.until(
        "the drawer is closed",
        () ->
            Boolean.FALSE.equals(
                BROWSER.value(
                    "return document.querySelector('header').classList.contains('drawn')")));
    BROWSER.see("input[aria-label='Filter']").click();
    BROWSER.type("Greyfen Dairy");
    BROWSER.until(
        "one card", () -> BROWSER.texts("table[aria-label='Accounts'] tbody tr").size() <= 3);
    BROWSER.see("table[aria-label='Accounts'] tbody a").click();
    BROWSER.seeText("h1", "Greyfen");
    assertThat(BROWSER.texts("a[href^='tel:']")).isNotEmpty();
  }

  @Test
  void anEnquiryIsTakenInTheYard() {
    BROWSER.open("/enquiries");
    BROWSER.see("form input[name='name']").click();
    BROWSER.type("Yard Mill");
    BROWSER.see("form input[name='contactDetails']").click();
    BROWSER.type("555 0155 321");
    BROWSER.see("form input[name='subject']").click();
    BROWSER.type("Pallet scale");
    BROWSER.button("Add enquiry").click();
    BROWSER.seeText("table[aria-label='Enquiries']", "Yard Mill");
  }

  @Test
  void aQuantityIsChangedByTouchingIt() {
    BROWSER.open("/opportunities?as=list&owner=2&path=new");
    BROWSER.see("[role='table'] [role='cell'] a").click();
    BROWSER.see("[data-row='0'][data-column='quantity']");
    String before = BROWSER.text("[data-tally='Net']");
    BROWSER.see("[data-row='0'][data-column='quantity']").click();
    BROWSER.see("[data-row='0'][data-column='quantity'] input");
    BROWSER.chord(Keys.CONTROL, "a");
    BROWSER.type("37");
    BROWSER.press(Keys.ENTER);
    BROWSER.until("other totals", () -> !BROWSER.text("[data-tally='Net']").equals(before));
    // As a finger would: from under the totals.
    BROWSER.value("window.scrollTo(0, document.body.scrollHeight)");
    BROWSER.button("Save lines").click();
    BROWSER.until("saved", () -> BROWSER.texts("button").stream().anyMatch("Saved"::equals));
  }
}
