package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/**
 * From a phone call to the money, as the rep and the credit controller see it: ordered, held for
 * credit, released, delivered in part, invoiced with the deposit deducted, credited, paid by a bank
 * statement; the next order waits until then, and what recurs is invoiced on its day.
 */
class CashTest {
  private static final String CUSTOMER = "Cash Walk Mill";
  @RegisterExtension static final Browser BROWSER = new Browser(true);
  @TempDir static Path files;

  private static void clean(String what) {
    assertThat(BROWSER.violations()).as(what).isEmpty();
  }

  /** What the server says at a path, by the names of its fields. */
  private static String told(String path, String fields) {
    String script =
        "const [path, fields] = arguments;"
            + "return fetch(path).then(r => r.json()).then(v => fields.split('.').reduce((at, f) => at[f], v));";
    return String.valueOf(BROWSER.script(script, path, fields));
  }

  @Test
  void anOrderByPhoneBecomesMoneyAndTheNextOneWaitsForIt() throws IOException {
    BROWSER.as("mara");
    BROWSER.open("/accounts?new");
    BROWSER.focused("name");
    BROWSER.type(CUSTOMER);
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", CUSTOMER);
    String account = BROWSER.path();
    String first = order("Order by phone", "bs15", "60");
    BROWSER.seeText("[aria-label='Holds']", "available credit after this order");
    askForCreditFor(first);
    giveCredit(first);

    String deposit = invoiceDeposit(first);
    deliver(first);
    String invoice = invoiceWhatIsDelivered(first, deposit);
    creditOneOf(invoice);

    BROWSER.as("mara");
    BROWSER.open(account);
    BROWSER.seeText("h1", CUSTOMER);
    String second = order("And one more", "bs15", "1");
    BROWSER.seeText("[aria-label='Holds']", "available credit after this order");
    payByStatement(invoice);
    BROWSER.open(second);
    BROWSER.seeText(".head", "released");
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 401")).isEmpty();
  }

  /** A deal with one line, and its order; by keyboard from the account's page. */
  private static String order(String title, String product, String quantity) {
    BROWSER.press("n");
    BROWSER.focused("title");
    BROWSER.type(title);
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", title);
    BROWSER.focused("code");
    BROWSER.press(product);
    BROWSER.focused("pick");
    BROWSER.press(Keys.ENTER);
    BROWSER.focused("quantity");
    BROWSER.press(quantity, Keys.ENTER);
    BROWSER.until(
        "the tally is current",
        () -> "current".equals(BROWSER.see(".strip").getAttribute("data-state")));
    BROWSER.button("Place order…").click();
    BROWSER.focused("poNumber");
    clean("placing an order");
    BROWSER.type("PO-60");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Order S-");
    return BROWSER.path();
  }

  /** As much as this order needs, and nothing for another one. */
  private static void askForCreditFor(String order) {
    BROWSER.button("Request more credit…").click();
    BROWSER.focused("amount");
    BigDecimal total = new BigDecimal(told("/api" + order, "worksheet.totals.invoiceTotal"));
    BROWSER.type(total.setScale(0, RoundingMode.CEILING).toPlainString());
    BROWSER.see("[name='why']").sendKeys("They equip three halls.");
    clean("asking for credit");
    BROWSER.button("Request").click();
    BROWSER.until("the question is gone", () -> BROWSER.texts("[role='dialog']").isEmpty());
  }

  private static void giveCredit(String order) {
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
  }

  /** A deposit of 100.00 net; the path of its invoice. */
  private static String invoiceDeposit(String order) {
    BROWSER.open(order);
    BROWSER.seeText(".head", "released");
    BROWSER.press("i");
    BROWSER.see("[role='dialog'] [value='deposit']").click();
    BROWSER.see("[role='dialog'] [name='net']").sendKeys("100");
    BROWSER.seeText("[role='dialog'] .sum", "119.00");
    clean("a deposit to be invoiced");
    BROWSER.button("Issue invoice").click();
    BROWSER.seeText("h1", "Deposit invoice I-");
    return BROWSER.path();
  }

  private static void deliver(String order) {
    BROWSER.as("mara");
    BROWSER.seeText("table[aria-label='To do']", "credit given");
    BROWSER.open(order);
    BROWSER.seeText(".head", "released");
    BROWSER.press("l");
    BROWSER.see("[aria-label^='Deliver: ']").clear();
    BROWSER.see("[aria-label^='Deliver: ']").sendKeys("3");
    clean("a delivery");
    BROWSER.button("Deliver").click();
    BROWSER.seeText("[aria-label='Deliveries']", "D-");
    BROWSER.seeText("[aria-label='Progress by line']", "3 delivered");
  }

  private static String invoiceWhatIsDelivered(String order, String deposit) {
    BROWSER.as("otto");
    BROWSER.open("/invoices/proposals");
    BROWSER.seeText("[aria-label='To invoice']", CUSTOMER);
    BROWSER.open(order);
    BROWSER.seeText(".head", "released");
    BROWSER.press("i");
    BROWSER.seeText("[role='dialog'] .sum", "total");
    clean("an invoice to be issued");
    BROWSER.button("Issue invoice").click();
    BROWSER.seeText("h1", "Invoice I-");
    BROWSER.seeText(".head", "open");
    String invoice = BROWSER.path();
    assertThat(invoice).isNotEqualTo(deposit);
    BigDecimal net = new BigDecimal(told("/api" + invoice, "lines.0.net"));
    BigDecimal invoiced = new BigDecimal(told("/api" + invoice, "net"));
    assertThat(net.subtract(invoiced)).isEqualByComparingTo("100");
    return invoice;
  }

  private static void creditOneOf(String invoice) {
    BROWSER.press("c");
    BROWSER.focused("reason");
    BROWSER.type("One was scratched");
    BROWSER.see("[role='dialog'] label:nth-of-type(2) [name='whole']").click();
    BROWSER.see("[aria-label^='Credit: ']").clear();
    BROWSER.see("[aria-label^='Credit: ']").sendKeys("1");
    clean("a credit note to be issued");
    BROWSER.button("Issue credit note").click();
    BROWSER.seeText("h1", "Credit note C-");
    BROWSER.seeText("[aria-label='Paper trail']", "credit note");
    BROWSER.open(invoice);
    BROWSER.seeText("h1", "Invoice I-");
  }

  /** Their bank's statement, with the reference of the invoice, pays what is left of it. */
  private static void payByStatement(String invoice) throws IOException {
    BROWSER.as("otto");
    BROWSER.open(invoice);
    BROWSER.seeText("h1", "Invoice I-");
    String line =
        String.join(
            ",",
            told("/api/session", "today"),
            told("/api" + invoice, "item.balance"),
            CUSTOMER,
            told("/api" + invoice, "reference"));
    Path statement =
        Files.writeString(files.resolve("statement.csv"), "date,amount,payer,reference\n" + line);
    BROWSER.open("/payments");
    BROWSER.see("table[aria-label='Payments']");
    BROWSER
        .see("label.file")
        .findElement(By.cssSelector("input[type='file']"))
        .sendKeys(statement.toString());
    BROWSER.seeText("table[aria-label='Payments']", CUSTOMER);
    BROWSER.seeText("table[aria-label='Payments']", "by its reference");
    clean("payments");
    BROWSER.open(invoice);
    BROWSER.seeText(".head", "paid");
    BROWSER.seeText("[aria-label='Paper trail']", "Payment");
  }

  @Test
  void whatRecursIsInvoicedOnItsDayWithAllThatIsDue() {
    BROWSER.as("otto");
    BROWSER.open("/invoices/proposals");
    BROWSER.seeText("[aria-label='To invoice']", "recurring");
    String key = "return document.querySelectorAll(\"[aria-label='To invoice'] tbody tr\").length";
    long proposed = (Long) BROWSER.value(key);
    BROWSER.chord(Keys.CONTROL, Keys.ENTER.toString());
    BROWSER.until(
        "all are issued", () -> BROWSER.texts("progress").isEmpty() && shown(key) < proposed);
    assertThat(BROWSER.texts("[role='alert']")).isEmpty();
    BROWSER.open("/invoices");
    BROWSER.seeText("table[aria-label='Invoices']", "recurring charges");
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 401")).isEmpty();
  }

  private static long shown(String key) {
    return (Long) BROWSER.value(key);
  }
}
