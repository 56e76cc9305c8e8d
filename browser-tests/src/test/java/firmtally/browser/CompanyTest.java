package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;

/** What an administrator does for a company: fields of its own, users who leave, backups. */
class CompanyTest {
  @RegisterExtension static final Browser BROWSER = new Browser(true);

  private static void clean(String screen) {
    assertThat(BROWSER.violations()).as(screen).isEmpty();
  }

  @Test
  void anOwnFieldIsAddedFilledInFilteredGroupedReportedAndImported(@TempDir Path folder)
      throws IOException {
    BROWSER.as("asa");
    BROWSER.open("/settings?topic=own-fields");
    BROWSER.seeText("section[aria-label='Topic']", "Opportunities");
    BROWSER.run(
        "[...document.querySelectorAll('h3')].find(h => h.textContent.includes('Opportunities'))"
            + ".querySelector('button').click()");
    BROWSER.see("[role='dialog'] [name='name']").sendKeys("Hygiene grade");
    BROWSER.see("[role='dialog'] [name='kind']").sendKeys("choice");
    BROWSER.see("[role='dialog'] [name='choices']").sendKeys("Grade A\nGrade B");
    clean("a field");
    BROWSER.button("Add").click();
    BROWSER.seeText("table[aria-label='Opportunities']", "Hygiene grade");
    clean("own fields");
    BROWSER.as("mara");
    BROWSER.open("/opportunities?as=list&owner=2");
    BROWSER.see("a[href^='/opportunities/']").click();
    BROWSER.until("an opportunity is open", () -> BROWSER.path().matches("/opportunities/[0-9]+"));
    BROWSER.button("Details").click();
    BROWSER.seeText("[aria-label='Further details']", "Hygiene grade");
    BROWSER.button("Edit details…").click();
    BROWSER.see("[role='dialog'] select").sendKeys("Grade B");
    clean("details");
    BROWSER.see("[role='dialog'] button.main").click();
    BROWSER.seeText("[aria-label='Further details']", "Grade B");
    BROWSER.open("/opportunities?as=list&cols=title,value," + key());
    BROWSER.seeText("[role='table'], .list", "Hygiene grade");
    BROWSER.open("/opportunities?as=list&own=" + key().substring(4) + "%3DGrade+B");
    BROWSER.until("one is left", () -> BROWSER.texts("a[href^='/opportunities/']").size() == 1);
    BROWSER.open("/reports/table?rows=" + key() + "&measures=count");
    BROWSER.seeText("table", "Grade B");
    comesAlongInAFileAndIsTakenBack(folder);
  }

  private static void comesAlongInAFileAndIsTakenBack(Path folder) throws IOException {
    Path file =
        Files.writeString(
            folder.resolve("open.csv"),
            "Account;Title;Hygiene grade\nA-1001;Brought along;Grade A\nA-1001;Odd;Grade X\n");
    BROWSER.open("/import?kind=opportunities");
    BROWSER.see("input[type='file']").sendKeys(file.toString());
    BROWSER.button("Check (nothing is saved)").click();
    BROWSER.seeText("[aria-label='Result of the check']", "1 new");
    BROWSER.seeText("table[aria-label='Problem']", "Choose one of Grade A, Grade B.");
    BROWSER.see("section label input[type='checkbox']").click();
    BROWSER.until("may be taken", () -> BROWSER.button("Import 1 opportunity").isEnabled());
    BROWSER.button("Import 1 opportunity").click();
    BROWSER.seeText("[role='status']", "1 opportunity was imported.");
    clean("an import");
    BROWSER.open("/opportunities?as=list&q=Brought+along&cols=title," + key());
    BROWSER.seeText("[role='table'], .list", "Grade A");
    assertThat(
            String.valueOf(
                BROWSER.script(
                    "return fetch('/api/opportunities/list.csv?q=Brought+along&cols=title,"
                        + key()
                        + "').then(a => a.text())")))
        .contains("Hygiene grade")
        .contains("Grade A");
    BROWSER.open("/import?kind=opportunities");
    BROWSER.see("table[aria-label='Past imports'] button").click();
    BROWSER.seeText("[role='dialog']", "1 record of opportunities");
    BROWSER.see("[role='dialog'] button.main").click();
    BROWSER.seeText("table[aria-label='Past imports']", "undone by Mara");
    BROWSER.open("/opportunities?as=list&q=Brought+along");
    BROWSER.seeText(".page", "No opportunit");
  }

  private static String key() {
    return String.valueOf(
        BROWSER.script(
            "return fetch('/api/own-fields').then(a => a.json()).then(a => a.fields[0].key)"));
  }

  @Test
  void aRuleIsTriedFiresAndIsLogged() {
    BROWSER.as("asa");
    BROWSER.open("/settings?topic=follow-up");
    BROWSER.button("Add a rule").click();
    BROWSER.see("[role='dialog'] [name='name']").sendKeys("Welcome call");
    BROWSER.see("[role='dialog'] [name='event']").sendKeys("an opportunity is opened");
    BROWSER.see("[role='dialog'] .action .words").sendKeys("Call about {title}");
    BROWSER.button("Try on the last 30 days").click();
    BROWSER.seeText("[role='dialog'] [role='status']", "it would have fired");
    clean("a rule");
    BROWSER.button("Add").click();
    BROWSER.seeText("table[aria-label='Follow-up rules']", "Welcome call");
    BROWSER.as("mara");
    BROWSER.open("/accounts?q=");
    BROWSER.see("a[href^='/accounts/'].id, table a[href^='/accounts/']").click();
    BROWSER.until("an account is open", () -> BROWSER.path().matches("/accounts/[0-9]+"));
    BROWSER.button("New opportunity").click();
    BROWSER.see("[role='dialog'] [name='title']").sendKeys("A scale by rule");
    BROWSER.see("[role='dialog'] button.main").click();
    BROWSER.until("it is open", () -> BROWSER.path().matches("/opportunities/[0-9]+"));
    BROWSER.seeText("main", "Activities 2");
    BROWSER.button("Activities 2").click();
    BROWSER.seeText("main", "Call about A scale by rule");
    BROWSER.as("asa");
    BROWSER.open("/settings?topic=follow-up");
    BROWSER.seeText("table[aria-label='What rules did']", "call planned for Mara Lind");
    clean("follow-up rules");
  }

  @Test
  void whoLeavesIsShutOutAndAColleagueHasTheirWork() {
    BROWSER.as("asa");
    BROWSER.open("/users");
    BROWSER.seeText("table", "Tom Winnow");
    BROWSER.run(
        "[...document.querySelectorAll('td.lead button')].find(b => b.textContent.includes('Tom'))"
            + ".click()");
    BROWSER.seeText("[role='dialog']", "Has a password.");
    clean("a user");
    BROWSER.button("Deactivate…").click();
    BROWSER.seeText("[role='dialog']", "They leave behind:");
    BROWSER.see("[name='toId']").sendKeys("Priya Raut");
    BROWSER.button("Deactivate").click();
    BROWSER.seeText("table", "Tom Winnow, deactivated");
    BROWSER.open("/upkeep");
    BROWSER.seeText("h1", "System");
    BROWSER.button("Back up now").sendKeys(Keys.ENTER);
    BROWSER.seeText("table[aria-label='Last backups']", "checked");
    BROWSER.button("Check integrity").click();
    BROWSER.seeText("[aria-label='Database']", "Every page, index and reference is in order.");
    clean("system");
    BROWSER.script(
        "return fetch('/api/session', {method: 'DELETE', headers: {'X-XSRF-TOKEN':"
            + " document.cookie.split('XSRF-TOKEN=')[1].split(';')[0]}}).then(() => null)");
    BROWSER.open("/");
    BROWSER.focused("login");
    BROWSER.type("tom");
    BROWSER.press(Keys.TAB);
    BROWSER.type("tally-demo");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("form", "Wrong user name or password.");
  }
}
