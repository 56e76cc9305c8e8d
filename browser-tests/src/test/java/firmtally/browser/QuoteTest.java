package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.openqa.selenium.Keys;

/** A quote from the authority that is passed to the customer who accepts it on a phone. */
class QuoteTest {
  private static final int WIDTH = 390;
  @RegisterExtension static final Browser BROWSER = new Browser(true);

  @AfterEach
  void desk() {
    BROWSER.size(1280, 800, false);
  }

  /** The path of the link in the latest email. */
  private static String latestLink() {
    return link("rows[0]");
  }

  private static String link(String row) {
    return (String)
        BROWSER.script(
            "return fetch('/api/outbox').then(r => r.json()).then(all => { const rows = all.rows;"
                + " return fetch('/api/outbox/' + "
                + row
                + ".id); }).then(r => r.json()).then(mail => mail.text.match(/\\/copy\\/\\S+/)[0])");
  }

  @Test
  void aDiscountIsAskedForCounteredTakenSentAndRevised() {
    BROWSER.as("mara");
    BROWSER.open("/accounts/5");
    BROWSER.seeText("h1", "Millhithe Brewery");
    BROWSER.press("n");
    BROWSER.focused("title");
    BROWSER.type("Sixty at once");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Sixty at once");
    BROWSER.focused("code");
    BROWSER.press("bs15");
    BROWSER.focused("pick");
    BROWSER.press(Keys.ENTER);
    BROWSER.focused("quantity");
    BROWSER.press("60", Keys.TAB);
    BROWSER.focused("price");
    BROWSER.press(Keys.TAB);
    BROWSER.focused("discount");
    BROWSER.press("18", Keys.ENTER);
    BROWSER.until(
        "the tally is current",
        () -> "current".equals(BROWSER.see(".strip").getAttribute("data-state")));
    BROWSER.chord(Keys.CONTROL, Keys.ENTER.toString());
    BROWSER.seeText("h1", "Quote Q-");
    BROWSER.seeText(".obstacles", "18 % where 10 % may be given");
    String quote = BROWSER.path();
    BROWSER.button("Request sign-off…").click();
    BROWSER.focused("why");
    BROWSER.type("They equip three halls.");
    BROWSER.button("Ask").click();
    BROWSER.seeText("[aria-label='Sign-off']", "waiting for the manager");

    BROWSER.as("helen");
    BROWSER.seeText("table[aria-label='To do']", "sign-off requested");
    BROWSER.open(quote);
    BROWSER.see("a[href$='/sign-off']").click();
    BROWSER.seeText("blockquote", "They equip three halls.");
    BROWSER.seeText("[aria-label='Lines that break a rule']", "18 % where 10 % may be given");
    BROWSER.see("[name='most']").sendKeys("12");
    BROWSER.seeText("table[aria-label='What it leaves']", "At most 12 % on any row");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.button("Offer this…").click();
    BROWSER.seeText("[role='dialog'] table", "discount");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.button("Offer this").click();
    BROWSER.seeText(".facts", "at most 12 % offered");

    BROWSER.as("mara");
    BROWSER.seeText("table[aria-label='To do']", "another discount offered");
    BROWSER.open(quote);
    BROWSER.button("Take at most 12 %").click();
    BROWSER.seeText(".facts", "signed off");
    BROWSER.see("h1").click();
    BROWSER.chord(Keys.CONTROL, Keys.ENTER.toString());
    BROWSER.seeText("[role='dialog']", "A sent quote can no longer be edited");
    BROWSER.focused("to");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText(".head", "sent");
    String link = latestLink();

    BROWSER.see("h1").click();
    BROWSER.press("e");
    BROWSER.seeText("h1", "revision 2");
    BROWSER.seeText("[aria-label='Quotes and revisions']", "superseded");
    BROWSER.button("Compare").click();
    BROWSER.seeText("[role='dialog']", "No line differs.");
    assertThat(BROWSER.violations()).isEmpty();

    BROWSER.open(link);
    BROWSER.seeText("main", "superseded by a later revision");
    assertThat(BROWSER.texts(".bar")).isEmpty();
  }

  @Test
  void aCustomerPicksAnOptionAndAcceptsOnAPhoneAndTheOrderHasIt() {
    BROWSER.as("mara");
    String link = link("rows.find(r => r.subject.includes('Packing hall'))");
    BROWSER.size(WIDTH, 844, true);
    BROWSER.open(link);
    BROWSER.seeText("h1", "Packing hall and goods in");
    String before = BROWSER.text(".total");
    assertThat(((Number) BROWSER.value("return document.documentElement.scrollWidth")).intValue())
        .isLessThanOrEqualTo(WIDTH);
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.run(
        "arguments[0].scrollIntoView({block: 'center'})", BROWSER.see("input[type='checkbox']"));
    BROWSER.see("input[type='checkbox']").click();
    BROWSER.until("the total is another", () -> !BROWSER.text(".total").equals(before));
    BROWSER.button("Accept…").click();
    BROWSER.button("Accept the quote").click();
    BROWSER.seeText("form", "Required.");
    BROWSER.see("form [name='name']").sendKeys("Linus Lorne");
    BROWSER.see("form [name='poNumber']").sendKeys("GD-4711");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.button("Accept the quote").click();
    BROWSER.seeText("[aria-label='Certificate of acceptance']", "Linus Lorne");
    assertThat(BROWSER.texts(".bar")).isEmpty();

    BROWSER.size(1280, 800, false);
    BROWSER.open("/");
    BROWSER.seeText("table[aria-label='To do']", "quote accepted");
    BROWSER.open("/quotes?state=accepted");
    BROWSER.see("table[aria-label='Quotes'] tbody a").click();
    BROWSER.seeText(".facts", "Linus Lorne, PO number GD-4711");
    BROWSER.until(
        "the display that was picked counts in the quote",
        () ->
            BROWSER.texts("[role='row']").stream()
                .anyMatch(row -> row.contains("AC-T60") && !row.contains("option")));
    BROWSER.see("h1").click();
    BROWSER.chord(Keys.CONTROL, Keys.ENTER.toString());
    BROWSER.focused("poNumber");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Order S-");
    BROWSER.seeText("main", "GD-4711");
    BROWSER.until(
        "the display that was picked counts",
        () ->
            BROWSER.texts("[role='row']").stream()
                .anyMatch(row -> row.contains("AC-T60") && !row.contains("option")));
  }
}
