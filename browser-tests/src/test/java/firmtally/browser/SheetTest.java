package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.openqa.selenium.Keys;

/** The sheet of stages by months, moved on by keys and by mouse, and taken back. */
class SheetTest {
  @RegisterExtension static final Browser BROWSER = new Browser(true);

  @BeforeAll
  static void signIn() {
    BROWSER.signIn("mara");
  }

  private static void openSheet() {
    BROWSER.open("/opportunities");
    BROWSER.see("table.sheet [data-item]");
  }

  /** The cell in which an opportunity stands: its stage and column. */
  private static String cellOf(String item) {
    return (String)
        BROWSER.value(
            "return document.querySelector('[data-item=\""
                + item
                + "\"]').closest('td').dataset.cell");
  }

  private static String column(String cell) {
    return cell.substring(cell.indexOf('/') + 1);
  }

  private static String firstOf(String column) {
    return BROWSER.see("td[data-cell$='/" + column + "'] [data-item]").getAttribute("data-item");
  }

  private static List<String> columns() {
    @SuppressWarnings("unchecked")
    List<String> all =
        (List<String>)
            BROWSER.value(
                "return [...document.querySelectorAll('tbody tr:first-child td[data-cell]')]"
                    + ".map(td => td.dataset.cell.split('/')[1])");
    return all;
  }

  private static void standsIn(String item, String cell) {
    BROWSER.until(item + " is not in " + cell, () -> cellOf(item).equals(cell));
  }

  @Test
  void keysMoveToAnotherMonthAndStageAndBack() {
    openSheet();
    List<String> columns = columns();
    String item = firstOf(columns.get(2));
    String before = cellOf(item);
    String value = BROWSER.text("table.sheet tfoot");
    BROWSER.script(
        "document.querySelector('[data-item=\""
            + item
            + "\"]').focus(); return Promise.resolve(0)");
    BROWSER.chord(Keys.SHIFT, Keys.ARROW_RIGHT.toString());
    BROWSER.until("it is a month on", () -> column(cellOf(item)).equals(columns.get(3)));
    BROWSER.seeText(".foot", "Ctrl Z undoes it");
    BROWSER.until(
        "the focus went with it",
        () -> item.equals(BROWSER.value("return document.activeElement.dataset.item")));
    BROWSER.chord(Keys.SHIFT, Keys.ARROW_DOWN.toString());
    BROWSER.until(
        "it is a stage on",
        () -> !cellOf(item).startsWith(before.substring(0, before.indexOf('/') + 1)));
    assertThat(BROWSER.text("table.sheet tfoot")).isNotEqualTo(value);
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.chord(Keys.CONTROL, "z");
    BROWSER.seeText(".foot", "is back where it was");
    BROWSER.chord(Keys.CONTROL, "z");
    standsIn(item, before);
    BROWSER.until("all is as before", () -> BROWSER.text("table.sheet tfoot").equals(value));
  }

  @Test
  void theMouseDragsToAnotherCell() {
    openSheet();
    List<String> columns = columns();
    String item = firstOf(columns.get(2));
    String before = cellOf(item);
    String target = before.substring(0, before.indexOf('/') + 1) + columns.get(4);
    BROWSER.drag("[data-item='" + item + "']", "td[data-cell='" + target + "']");
    standsIn(item, target);
    BROWSER.chord(Keys.CONTROL, "z");
    standsIn(item, before);
  }

  @Test
  void whatIsLateIsNoAim() {
    openSheet();
    List<String> columns = columns();
    String item = firstOf(columns.get(1));
    String before = cellOf(item);
    BROWSER.script(
        "document.querySelector('[data-item=\""
            + item
            + "\"]').focus(); return Promise.resolve(0)");
    BROWSER.chord(Keys.SHIFT, Keys.ARROW_LEFT.toString());
    BROWSER.press(Keys.ARROW_DOWN);
    standsIn(item, before);
  }

  @Test
  void aFoldedCellUnfoldsInPlaceAndEnterOpens() {
    openSheet();
    BROWSER.see("select[aria-label='Owner']").sendKeys("everybody");
    BROWSER.see("td .plain[aria-expanded='false']");
    int bars = BROWSER.texts("table.sheet [data-item]").size();
    BROWSER.see("td .plain[aria-expanded='false']").click();
    BROWSER.until(
        "more bars are shown", () -> BROWSER.texts("table.sheet [data-item]").size() > bars);
    assertThat(BROWSER.violations()).isEmpty();
    String item = BROWSER.see("table.sheet [data-item]").getAttribute("data-item");
    BROWSER.script(
        "document.querySelector('[data-item=\""
            + item
            + "\"]').focus(); return Promise.resolve(0)");
    BROWSER.press(Keys.ENTER);
    BROWSER.until("it is open", () -> BROWSER.path().equals("/opportunities/" + item));
  }

  @Test
  void theListIsAKeyAway() {
    openSheet();
    BROWSER.see("h1").click();
    BROWSER.press("v");
    BROWSER.see("[role='table'][aria-label='Opportunities']");
    BROWSER.press("v");
    BROWSER.see("table[aria-label^='Calendar']");
    BROWSER.press("v");
    BROWSER.see("table.sheet");
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 4")).isEmpty();
  }
}
