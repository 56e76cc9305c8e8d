package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.openqa.selenium.Keys;

/** From a phone call to the money: ordered, released by credit, delivered, invoiced, paid. */
class CashTest {
  @RegisterExtension static final Browser BROWSER = new Browser(true);

  private static void clean(String what) {
    assertThat(BROWSER.violations()).as(what).isEmpty();
  }

  @Test
  void anOrderByPhoneIsHeldGivenCreditDeliveredInvoicedAndPaid() {
    BROWSER.as("mara");
    BROWSER.open("/accounts?new");
    BROWSER.focused("name");
    BROWSER.type("Cash Walk Mill");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Cash Walk Mill");
    BROWSER.press("n");
    BROWSER.focused("title");
    BROWSER.type("Order by phone");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Order by phone");
    BROWSER.focused("code");
    BROWSER.press("bs15");
    BROWSER.focused("pick");
    BROWSER.press(Keys.ENTER);
    BROWSER.focused("quantity");
    BROWSER.press("60", Keys.ENTER);
    BROWSER.until(
        "the tally is current",
        () -> "current".equals(BROWSER.see(".strip").getAttribute("data-state")));
    BROWSER.button("Place order…").click();
    BROWSER.focused("poNumber");
    clean("placing an order");
    BROWSER.type("PO-60");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Order S-");
    BROWSER.seeText("[aria-label='Holds']", "available credit after this order");
    String order = BROWSER.path();
    BROWSER.button("Request more credit…").click();
    BROWSER.focused("amount");
    BROWSER.type("40000");
    BROWSER.see("[name='why']").sendKeys("They equip three halls.");
    clean("asking for credit");
    BROWSER.button("Request").click();
    BROWSER.until("the question is gone", () -> BROWSER.texts("[role='dialog']").isEmpty());

    BROWSER.as("otto");
    BROWSER.seeText("table[aria-label='To do']", "credit request");
    BROWSER.open("/credit");
    BROWSER.see("[aria-label='Credit request of Cash Walk Mill'] button").click();
    BROWSER.seeText("[aria-label='Credit request of Cash Walk Mill']", "They equip three halls.");
    clean("a credit request");
    BROWSER.button("Answer").click();
    BROWSER.until(
        "it is answered",
        () -> BROWSER.texts("[aria-label='Credit request of Cash Walk Mill']").isEmpty());
    BROWSER.open(order);
    BROWSER.seeText(".head", "released");

    BROWSER.as("mara");
    BROWSER.seeText("table[aria-label='To do']", "credit given");
    BROWSER.open(order);
    BROWSER.seeText(".head", "released");
    BROWSER.press("l");
    BROWSER.see("[aria-label^='Deliver: ']").clear();
    BROWSER.see("[aria-label^='Deliver: ']").sendKeys("1");
    clean("a delivery");
    BROWSER.button("Deliver").click();
    BROWSER.seeText("[aria-label='Deliveries']", "D-");
    BROWSER.seeText("[aria-label='Progress by line']", "1 delivered");

    BROWSER.as("otto");
    BROWSER.open("/invoices/proposals");
    BROWSER.seeText("[aria-label='To invoice']", "Cash Walk Mill");
    BROWSER.open(order);
    BROWSER.seeText(".head", "released");
    BROWSER.press("i");
    BROWSER.seeText("[role='dialog'] .sum", "total");
    clean("an invoice to be issued");
    BROWSER.button("Issue invoice").click();
    BROWSER.seeText("h1", "Invoice I-");
    BROWSER.seeText(".head", "open");
    String invoice = BROWSER.path();
    BROWSER.press("c");
    BROWSER.focused("reason");
    clean("a credit note to be issued");
    BROWSER.press(Keys.ESCAPE);

    BROWSER.open("/payments");
    BROWSER.see("table[aria-label='Payments']");
    BROWSER.press("n");
    BROWSER.focused("account");
    BROWSER.type("Cash Walk");
    BROWSER.seeText("[role='listbox']", "Cash Walk Mill");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("[role='dialog'] fieldset", "I-");
    BROWSER.see("[name='amount']").sendKeys("100");
    BROWSER.see("[role='dialog'] fieldset input").click();
    clean("a payment");
    BROWSER.button("Book payment").click();
    BROWSER.seeText("table[aria-label='Payments']", "Cash Walk Mill");
    BROWSER.open(invoice);
    BROWSER.seeText("[aria-label='Payments']", "100.00");
    BROWSER.seeText("[aria-label='Paper trail']", "Payment");
    clean("an invoice that is paid in part");
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 401")).isEmpty();
  }
}
