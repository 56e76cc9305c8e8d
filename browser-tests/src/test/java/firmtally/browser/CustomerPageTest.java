package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.openqa.selenium.Keys;

/** A customer gets a link from the rep, and orders, accepts and asks on a phone and by keys. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class CustomerPageTest {
  private static final int WIDTH = 390;
  @RegisterExtension static final Browser BROWSER = new Browser(true);

  @AfterEach
  void desk() {
    BROWSER.size(1280, 800, false);
  }

  /** The path of the latest link to a customer page, as an administrator finds it. */
  private static String link() {
    BROWSER.as("asa");
    Object[] found = new Object[1];
    BROWSER.until(
        "a link",
        () -> {
          found[0] =
              BROWSER.script(
                  "return fetch('/api/outbox').then(r => r.json()).then(all => fetch('/api/outbox/'"
                      + " + all.rows.find(m => m.subject.startsWith('Your customer page')).id))"
                      + ".then(r => r.json()).then(m => m.text.match(/\\/customer\\/enter#\\S+/)[0])");
          return found[0] != null;
        });
    return (String) found[0];
  }

  private static void clean(String what) {
    assertThat(BROWSER.violations()).as(what).isEmpty();
    assertThat(((Number) BROWSER.value("return document.documentElement.scrollWidth")).intValue())
        .as(what)
        .isLessThanOrEqualTo(WIDTH);
  }

  @Test
  @Order(1)
  void theRepOpensThePageAndTheCustomerOrdersByPasteOnAPhone() {
    BROWSER.as("mara");
    BROWSER.open("/accounts/16");
    BROWSER.see("[role='tablist']");
    BROWSER.button("Customer page").click();
    BROWSER.seeText("table[aria-label='Access to the customer page']", "Selma Elkin");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.button("Open access…").click();
    BROWSER.seeText("[role='dialog']", "used once");
    BROWSER.button("Send the link").click();
    BROWSER.seeText("table[aria-label='Access to the customer page']", "open since");
    String link = link();

    BROWSER.size(WIDTH, 844, true);
    BROWSER.open(link);
    BROWSER.button("Sign in").click();
    BROWSER.seeText("h1", "Welcome, Selma Elkin");
    clean("home");
    // The link was used: it lets nobody in again.
    BROWSER.open("/customer/order");
    BROWSER.see("#new-code").click();
    BROWSER.paste("BS-15\t3\nNOPE-1\t2");
    BROWSER.seeText("ul[aria-label='Your order']", "Bench scale 15 kg");
    BROWSER.seeText("ul[aria-label='Your order']", "We have no product NOPE-1 for you.");
    BROWSER.seeText("form[aria-label='Place the order']", "One line is not in order yet.");
    clean("order");
    BROWSER.see("button[aria-label='Remove NOPE-1']").click();
    BROWSER.seeText("form[aria-label='Place the order']", "Place the order for");
    BROWSER.see("[name='poNumber']").sendKeys("PO-77");
    BROWSER.until(
        "in order", () -> BROWSER.see("form[aria-label='Place the order'] button").isEnabled());
    BROWSER.see("form[aria-label='Place the order'] button").click();
    BROWSER.seeText("[role='status']", "Thank you, your order is placed as S-");
    BROWSER.seeText("main", "your PO-77");
    clean("placed");
    BROWSER.see("[name='words']").sendKeys("Can you bring them before noon?");
    BROWSER.see("form button.act").click();
    BROWSER.seeText("main", "Mara Lind has your question.");
    String order = BROWSER.path();
    assertThat(order).startsWith("/customer/orders/S-");

    BROWSER.size(1280, 800, false);
    BROWSER.as("mara");
    BROWSER.seeText("table[aria-label='To do']", "Selma Elkin");
    BROWSER.open("/accounts/16");
    BROWSER.see("[role='tablist']");
    BROWSER.button("Customer page").click();
    BROWSER.button("Answer…").click();
    BROWSER.focused("words");
    BROWSER.type("Yes, by eleven.");
    BROWSER.button("Send the answer").click();
    BROWSER.seeText("main", "Yes, by eleven.");
    // The session of the customer goes on beside; what was answered stands there.
    BROWSER.open(order);
    BROWSER.seeText("main", "Yes, by eleven.");
  }

  @Test
  @Order(2)
  void aQuoteIsAcceptedByKeysAndAccessEndsAtOnce() {
    BROWSER.open("/customer");
    BROWSER.seeText("section[aria-label='Quotes for you']", "Q-");
    BROWSER.see("section[aria-label='Quotes for you'] a").sendKeys(Keys.ENTER);
    BROWSER.see(".bar button.main").sendKeys(Keys.ENTER);
    BROWSER.focused("name");
    assertThat(BROWSER.value("return document.activeElement.value")).isEqualTo("Selma Elkin");
    BROWSER.press(Keys.TAB, "PO-88", Keys.ENTER);
    BROWSER.seeText("[role='status']", "This quote is accepted.");
    assertThat(BROWSER.violations()).isEmpty();

    BROWSER.as("mara");
    BROWSER.open("/accounts/16");
    BROWSER.see("[role='tablist']");
    BROWSER.button("Customer page").click();
    BROWSER.button("End access").click();
    BROWSER.seeText("table[aria-label='Access to the customer page']", "ended");
    BROWSER.open("/customer/orders");
    BROWSER.seeText("h1", "Your customer page");
    BROWSER.see("[name='email']").sendKeys("nobody@nowhere.example", Keys.ENTER);
    BROWSER.seeText("[role='status']", "If nobody@nowhere.example has access");
    assertThat(BROWSER.violations()).isEmpty();
  }
}
