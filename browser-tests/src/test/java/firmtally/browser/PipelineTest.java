package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;

/** From an enquiry to a managed pipeline, as a rep and their manager go. */
class PipelineTest {
  @RegisterExtension static final Browser BROWSER = new Browser(true);

  @Test
  void anEnquiryBecomesAnOpportunityByKeyboard() {
    BROWSER.as("mara");
    BROWSER.open("/enquiries");
    BROWSER.see("form input[name='name']");
    BROWSER.see("h1").click();
    BROWSER.press("n");
    BROWSER.focused("name");
    BROWSER.type("Gatley Frieght");
    BROWSER.press(Keys.TAB);
    BROWSER.type("555 0122 987");
    BROWSER.press(Keys.TAB);
    BROWSER.type("Saltmere");
    BROWSER.seeText("[aria-label='Possible duplicates']", "name nearly the same");
    BROWSER.press(Keys.TAB);
    BROWSER.type("Two crane scales");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("table[aria-label='Enquiries']", "Gatley Frieght");
    BROWSER.focused("name");
    BROWSER.see("table[aria-label='Enquiries'] tbody tr:first-child a").click();
    BROWSER.seeText("h1", "Gatley Frieght");

    BROWSER.see("input[aria-label='Notes']").click();
    BROWSER.type("They want it before spring.");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("[aria-label='Activities']", "They want it before spring.");
    BROWSER.seeText(".head", "talking");
    assertThat(BROWSER.violations()).isEmpty();

    BROWSER.chord(Keys.CONTROL, Keys.ENTER.toString());
    BROWSER.focused("title");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Two crane scales");
    BROWSER.until("on its page", () -> BROWSER.path().startsWith("/opportunities/"));
    BROWSER.button("History").click();
    BROWSER.seeText("[aria-label='Paper trail']", "enquiry");
    BROWSER.seeText(".facts", "Gatley Frieght");
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 4")).isEmpty();
  }

  @Test
  void anOpportunityIsLostToSomebodyAndOpenedAgain() {
    BROWSER.as("mara");
    BROWSER.open("/opportunities?as=list&owner=2&path=new");
    BROWSER.see("[role='table'] [role='cell'] a").click();
    BROWSER.see("[aria-label='Stages']");
    BROWSER.see("h1").click();
    BROWSER.press("x");
    BROWSER.focused("reason");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("[role='dialog']", "Required.");
    BROWSER.see("[role='dialog'] [name='reason']").click();
    BROWSER.type("Price");
    BROWSER.press(Keys.TAB);
    BROWSER.type("Lowland Weighing");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText(".head", "lost: Price, to Lowland Weighing");
    BROWSER.button("Activities 0").click();
    BROWSER.seeText("[aria-label='Activities']", "Closed: lost.");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.button("Reopen").click();
    BROWSER.seeText(".facts", "next call");
    BROWSER.button("History").click();
    BROWSER.seeText("[aria-label='Changes']", "lost: Price, to Lowland Weighing");
  }

  @Test
  void aFileWithBadRowsIsMendedOrTheyAreLeftOut(@TempDir Path folder) throws IOException {
    BROWSER.as("helen");
    Path file =
        Files.writeString(
            folder.resolve("enquiries.csv"),
            """
            Company,Mail,City,Subject,Value
            Osier Farm,desk@osier.example,Saltmere,Floor scale,900
            Rush Mill,nothing,Wexcombe,Silo,1x
            """);
    BROWSER.open("/import?kind=enquiries");
    BROWSER.see("input[type='file']").sendKeys(file.toString());
    BROWSER.button("Check (nothing is saved)").click();
    BROWSER.seeText(
        "[aria-label='Result of the check']", "1 new, 0 changed, 0 unchanged, 1 row with problems");
    assertThat(BROWSER.texts("table[aria-label='Problem'] tbody tr"))
        .hasSize(2)
        .allMatch(row -> row.startsWith("3 "));
    assertThat(BROWSER.button("Import 1 enquiry").isEnabled()).isFalse();
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.see("section label input[type='checkbox']").click();
    BROWSER.until("may be taken", () -> BROWSER.button("Import 1 enquiry").isEnabled());
    BROWSER.button("Import 1 enquiry").click();
    BROWSER.seeText(".page", "1 enquiry was imported.");
    BROWSER.open("/enquiries");
    BROWSER.seeText("table[aria-label='Enquiries']", "Osier Farm");
  }

  @Test
  void theWebFormBringsAnEnquiryWithoutASignIn() {
    BROWSER.open("/outside/web-form.html");
    BROWSER.see("[name='name']").sendKeys("Teal Brewery");
    BROWSER.button("Send").click();
    BROWSER.seeText("form", "Enter an email address or a phone number.");
    BROWSER.see("[name='email']").sendKeys("desk@teal.example");
    BROWSER.see("[name='subject']").sendKeys("A keg scale");
    BROWSER.button("Send").click();
    BROWSER.seeText("[role='status']", "Thank you.");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.as("helen");
    BROWSER.open("/enquiries");
    BROWSER.seeText("table[aria-label='Enquiries']", "Teal Brewery");
  }

  @Test
  void aManagersMonday() {
    BROWSER.as("helen");
    BROWSER.seeText(".two", "Needs attention, by rep");
    BROWSER.see("a[href*='attention=any&group=owner']").click();
    BROWSER.see("[role='table'] [aria-expanded='false']").click();
    BROWSER.see("[role='table'] [role='row'] a[href^='/opportunities/']");
    List<String> faults = BROWSER.texts("[role='cell'].attention");
    assertThat(faults).isNotEmpty().noneMatch(String::isEmpty);
    assertThat(BROWSER.violations()).isEmpty();

    BROWSER.see("[aria-label='Saved views']").click();
    BROWSER.menuItem("Save this view…").click();
    BROWSER.focused("name");
    BROWSER.type("Monday");
    BROWSER.press(Keys.ENTER);
    BROWSER.until("it is kept", () -> BROWSER.texts("[role='dialog']").isEmpty());
    BROWSER.seeText("[aria-label='Saved views']", "Monday");

    BROWSER.see("[role='table'] [role='row'] a[href^='/opportunities/']").click();
    BROWSER.button("Stage").click();
    BROWSER.seeText("[aria-label='Stage']", "usually");
    BROWSER.see("h1").click();
    BROWSER.press("t");
    BROWSER.see("select[aria-label='Kind']").sendKeys("task");
    BROWSER.see("input[aria-label='Next activity']").click();
    BROWSER.type("Tell me on Friday how it stands");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("[aria-label='Activities']", "Tell me on Friday how it stands");

    BROWSER.open("/enquiries/rules");
    BROWSER.seeText("table[aria-label='How it went']", "Mara Lind");
    BROWSER.see("form [aria-label='Postal code']").click();
    BROWSER.type("24111");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("form [role='status']", "Coast");
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 4")).isEmpty();
  }
}
