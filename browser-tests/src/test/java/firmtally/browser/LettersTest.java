package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;

/**
 * What comes in: an email is read and answered, an order that came as a file is checked and placed.
 */
class LettersTest {
  @RegisterExtension static final Browser BROWSER = new Browser(true);
  @TempDir Path folder;

  @Test
  void anEmailIsTakenReadAndAnsweredWhereItBelongs() throws IOException {
    BROWSER.as("mara");
    Path email =
        Files.writeString(
            folder.resolve("a.eml"),
            String.join(
                "\r\n",
                "Message-ID: <browser@x.example>",
                "From: Jo Reed <jo@x.example>",
                "To: mara@harrowplumb.example",
                "Subject: When can you come?",
                "",
                "Friday would suit us.",
                ""));
    BROWSER.open("/accounts/16");
    BROWSER.see("[role='tab']:nth-of-type(3)").click();
    BROWSER.see("input[accept^='.eml']").sendKeys(email.toString());
    BROWSER.seeText("section[aria-label='Activities']", "From Jo Reed: When can you come?");
    BROWSER
        .see("input[accept^='.eml']")
        .sendKeys(Files.copy(email, folder.resolve("b.eml")).toString());
    BROWSER.seeText("section[aria-label='Activities']", "This email is here already.");
    BROWSER.button("Read…").click();
    BROWSER.seeText("[role='dialog'] article", "Friday would suit us.");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.button("Answer…").click();
    BROWSER.until(
        "quoted",
        () ->
            BROWSER
                .value("return document.querySelector('[role=dialog] [name=text]')?.value ?? ''")
                .toString()
                .contains("> Friday would suit us."));
    assertThat(BROWSER.value("return document.querySelector('[role=dialog] [name=to]').value"))
        .isEqualTo("jo@x.example");
    BROWSER.button("Send email").click();
    BROWSER.seeText("section[aria-label='Activities']", "To jo@x.example: Re: When can you come?");
    BROWSER.open("/outbox");
    BROWSER.button("Received").click();
    BROWSER.seeText(".list", "When can you come?");
    BROWSER.seeText(".list", "answered");
    assertThat(BROWSER.violations()).isEmpty();
  }

  @Test
  void anOrderThatCameAsAFileIsCheckedAndPlaced() {
    BROWSER.as("mara");
    BROWSER.open("/orders/received");
    BROWSER.seeText("table[aria-label='Received orders']", "4500-118");
    BROWSER.see("table[aria-label='Received orders'] a").click();
    BROWSER.seeText("h1", "Order 4500-118 of");
    BROWSER.seeText("main", "One line is not known");
    assertThat(BROWSER.button("Place order").isEnabled()).isFalse();
    BROWSER.see("input[name='product-3']").sendKeys("printer");
    BROWSER.see("[role='option']").click();
    BROWSER.until("known", () -> BROWSER.button("Place order").isEnabled());
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.button("Place order").click();
    BROWSER.seeText("h1", "Order S-");
    BROWSER.seeText("main", "4500-118");
    BROWSER.open("/orders/received");
    BROWSER.seeText("main", "No orders to check.");
  }
}
