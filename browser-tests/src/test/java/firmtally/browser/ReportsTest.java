package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.openqa.selenium.Keys;

/**
 * A manager's Monday: where they stand, what moved, where deals stick, the walk through the
 * pipeline by keys with its protocol; and a question of their own answered by the free table.
 */
class ReportsTest {
  @RegisterExtension static final Browser BROWSER = new Browser(true);

  private static void clean(String what) {
    assertThat(BROWSER.violations()).as(what).isEmpty();
  }

  @Test
  void aManagersMonday() {
    BROWSER.as("helen");
    BROWSER.open("/");
    BROWSER.seeText("[aria-label='Moved since yesterday']", "weighted, this quarter");
    BROWSER.seeText("[aria-label='Largest risks']", "no ");
    clean("the day sheet with what moved");

    BROWSER.open("/reports");
    BROWSER.seeText("[aria-label='Your questions']", "won this quarter");
    BROWSER.seeText("[aria-label='Your questions']", "Win rate");
    clean("the overview of reports");
    BROWSER.see("[aria-label='Your questions'] a[href='/reports/movement']").click();
    BROWSER.seeText("h1", "What moved?");
    BROWSER.seeText("[aria-label='What moved'] tbody", "O-");
    BROWSER.see(".names button:not([disabled])").click();
    BROWSER.until("one part is shown", () -> BROWSER.path().startsWith("/reports/movement"));
    clean("what moved");

    BROWSER.open("/reports/funnel");
    BROWSER.see("[aria-label^='Qualified, open']").click();
    BROWSER.seeText("[aria-label='Qualified, open here'] tbody", "O-");
    clean("where deals stick");
    walk();
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 401")).isEmpty();
  }

  /** The next close date of the first, a word on the second, then the protocol, sent. */
  private static void walk() {
    BROWSER.open("/reports/meeting");
    BROWSER.seeText("h1", "Meeting");
    BROWSER.button("Begin the meeting").click();
    BROWSER.seeText(".walk", "1 of ");
    BROWSER.see(".walk .ruler");
    clean("the walk");
    BROWSER.press("d");
    BROWSER.focused("expectedClose");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("[aria-label='Decide']", "expected close");
    BROWSER.press(Keys.ARROW_RIGHT);
    BROWSER.seeText(".walk", "2 of ");
    BROWSER.press("m");
    BROWSER.type("They decide in May.");
    BROWSER.see(".turn .main").click();
    BROWSER.seeText(".walk", "3 of ");
    BROWSER.press("e");
    BROWSER.seeText("h1", "Protocol");
    BROWSER.seeText(".page", "expected close");
    BROWSER.seeText(".page", "They decide in May.");
    clean("the protocol");
    BROWSER.button("End the meeting").click();
    BROWSER.seeText(".page", "Ended ");
    BROWSER.button("Send to the reps").click();
    BROWSER.seeText(".page", "Sent ");
    BROWSER.open("/outbox");
    BROWSER.seeText(".page", "what was decided");
  }

  @Test
  void aQuestionIsAnsweredInUnderTenKeysOpenedSavedAndScheduled() {
    BROWSER.as("helen");
    BROWSER.open("/reports/table");
    BROWSER.seeText("[aria-label='Table'] tbody", "Mara Lind");
    String all = BROWSER.texts("[aria-label='Table'] tbody tr.total td").get(1);
    // Who sells by which source: nine keys.
    BROWSER.press("a");
    BROWSER.see("[role='combobox']");
    BROWSER.press("s", "o", "u", "r", Keys.ENTER);
    BROWSER.seeText("[aria-label='Table'] thead", "web form");
    BROWSER.press("o", Keys.ARROW_DOWN, Keys.ENTER);
    BROWSER.seeText("[aria-label^='Behind']", "O-");
    clean("the free table with what is behind a figure");
    BROWSER.see("[aria-label^='Behind'] tbody a");

    BROWSER.press(Keys.ESCAPE);
    BROWSER.press("s");
    BROWSER.focused("name");
    BROWSER.type("Reps by source");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("[aria-label='Saved tables']", "Reps by source");
    BROWSER.press("m");
    BROWSER.seeText("[role='dialog']", "as a workbook and as a PDF");
    clean("the schedule of a table");
    BROWSER.button("every Monday").click();
    BROWSER.until("it is scheduled", () -> BROWSER.texts("[role='dialog']").isEmpty());
    BROWSER.see("[aria-label='Saved tables']").click();
    BROWSER.see("[role='menuitem'][data-value='pin']").click();
    BROWSER.open("/");
    BROWSER.seeText("[aria-label='Reps by source']", "Mara Lind");

    BROWSER.as("mara");
    BROWSER.open("/reports/table");
    BROWSER.seeText("[aria-label='Table'] tbody", "Mara Lind");
    List<String> theirs = BROWSER.texts("[aria-label='Table'] tbody tr.total td");
    assertThat(theirs.get(1)).isNotEqualTo(all);
    assertThat(BROWSER.texts("[aria-label='Table'] tbody td.who")).doesNotContain("Priya Raut");
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 401")).isEmpty();
  }

  @Test
  void learntOddsAreAdoptedAndTakenBack() {
    BROWSER.as("helen");
    BROWSER.open("/reports/outlook");
    BROWSER.seeText("[aria-label='Odds of New business'] tbody tr:first-child", "10 %");
    clean("the outlook");
    BROWSER.see(".bar button.act").click();
    BROWSER.seeText("[role='dialog']", "Weighted values, the sheet and the day sheet follow");
    clean("adopting learnt odds");
    BROWSER.button("Adopt").click();
    BROWSER.until("it is adopted", () -> BROWSER.texts("[role='dialog']").isEmpty());
    BROWSER.until(
        "the odds are others",
        () ->
            !BROWSER
                .texts("[aria-label='Odds of New business'] tbody tr:first-child td:nth-child(2)")
                .contains("10 %"));
    BROWSER.button("Undo").click();
    BROWSER.seeText(
        "[aria-label='Odds of New business'] tbody tr:first-child td:nth-child(2)", "10 %");
  }
}
