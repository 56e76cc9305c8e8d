package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.openqa.selenium.Keys;

/** The line grid by keyboard alone: typed, pasted, filled, moved, undone, kept, compared. */
class GridTest {
  @RegisterExtension static final Browser BROWSER = new Browser(true);

  private record Line(String typed, String code, String quantity) {}

  /** What is typed for each of twenty lines: as little of the code as finds it, and how many. */
  private static final List<Line> TWENTY =
      List.of(
          new Line("bs3", "bs3", "12"),
          new Line("bs1", "bs15", "3"),
          new Line("bs60", "bs60", "2"),
          new Line("bc6", "bc6", "4"),
          new Line("fs3", "fs300", "1"),
          new Line("fs1", "fs1500", "2"),
          new Line("fp6", "fp600", "1"),
          new Line("cs1t", "cs1t", "1"),
          new Line("lc5", "lc50", "20"),
          new Line("in1", "in10", "5"),
          new Line("in6", "in60", "1"),
          new Line("prt", "prtt", "2"),
          new Line("pr58", "pr58", "6"),
          new Line("tw", "tw1", "10"),
          new Line("tw20", "tw20", "4"),
          new Line("sp1", "sp10", "50"),
          new Line("ac1", "ac10", "2"),
          new Line("is", "is10", "1"),
          new Line("tr", "tr10", "1"),
          new Line("calb", "calb", "21"));

  /** Keys for the twenty lines, written down in docs/performance.md; they are not to grow. */
  private static final int KEYS_FOR_TWENTY = 102;

  @BeforeAll
  static void signIn() {
    BROWSER.signIn("mara");
  }

  @BeforeEach
  void openAnOpportunity() {
    BROWSER.open("/accounts/5");
    BROWSER.seeText("h1", "Millhithe Brewery");
    BROWSER.press("n");
    BROWSER.focused("title");
    BROWSER.type("Grid by hand");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Grid by hand");
    BROWSER.see("tr.new td");
  }

  private static String cell(int row, String column) {
    return BROWSER.text("[data-row='" + row + "'][data-column='" + column + "']");
  }

  private static void goToTheOpenRow() {
    BROWSER.see("tr.new td").click();
    BROWSER.focused("pick");
    BROWSER.press(Keys.ESCAPE);
    BROWSER.focused("code");
  }

  private static void settled() {
    BROWSER.until(
        "the tally is current",
        () -> "current".equals(BROWSER.see(".strip").getAttribute("data-state")));
  }

  private static List<String> codes() {
    return BROWSER.texts("tr.line td[data-column='code']");
  }

  private static void paste(String rows, int expected) {
    goToTheOpenRow();
    BROWSER.paste(rows);
    BROWSER.until("all rows are there", () -> codes().size() == expected);
  }

  @Test
  void twentyLinesAreTypedWithFewKeys() {
    goToTheOpenRow();
    int keys = 0;
    for (Line line : TWENTY) {
      // The first letter of the next product leaves the quantity of the one before.
      BROWSER.press(line.typed());
      BROWSER.focused("pick");
      BROWSER.press(Keys.ENTER);
      BROWSER.focused("quantity");
      // One is there already.
      String quantity = line.quantity().equals("1") ? "" : line.quantity();
      BROWSER.press(quantity);
      keys += line.typed().length() + 1 + quantity.length();
    }
    BROWSER.press(Keys.ENTER);
    keys++;
    settled();
    assertThat(keys).isEqualTo(KEYS_FOR_TWENTY);
    assertThat(codes())
        .extracting(code -> code.toLowerCase().replace("-", ""))
        .isEqualTo(TWENTY.stream().map(Line::code).toList());
    assertThat(BROWSER.texts("tr.line td[data-column='quantity']"))
        .isEqualTo(TWENTY.stream().map(Line::quantity).toList());
    BROWSER.chord(Keys.CONTROL, "s");
    BROWSER.seeText(".keep", "Saved");
  }

  /** Presses keys one after the other; how many they were. */
  private static int pressed(CharSequence... keys) {
    BROWSER.press(keys);
    return Stream.of(keys).mapToInt(CharSequence::length).sum();
  }

  @Test
  void aKnownCustomerRingsAndHasTheQuoteAfterSixtyKeys() {
    BROWSER.open("/");
    BROWSER.seeText("h1", "Today");
    BROWSER.chord(Keys.CONTROL, "k");
    int keys = 2;
    BROWSER.focused("find");
    keys += pressed("millh br");
    BROWSER.until(
        "the brewery stands first",
        () -> BROWSER.text("#choices [role=option]").contains("Millhithe Brewery"));
    keys += pressed(Keys.ENTER);
    BROWSER.seeText("h1", "Millhithe Brewery");
    keys += pressed("n");
    BROWSER.focused("title");
    keys += pressed("New scales", Keys.ENTER);
    BROWSER.seeText("h1", "New scales");
    BROWSER.focused("code");
    for (Line line : TWENTY.subList(0, 5)) {
      keys += pressed(line.typed());
      BROWSER.focused("pick");
      keys += pressed(Keys.ENTER);
      BROWSER.focused("quantity");
      keys += pressed(line.quantity().equals("1") ? "" : line.quantity());
    }
    keys += pressed(Keys.ENTER);
    settled();
    BROWSER.chord(Keys.CONTROL, Keys.ENTER.toString());
    keys += 2;
    BROWSER.seeText("h1", "Quote Q-");
    BROWSER.chord(Keys.CONTROL, Keys.ENTER.toString());
    keys += 2;
    BROWSER.see("[role='dialog']");
    keys += pressed(Keys.ENTER);
    BROWSER.seeText(".head", "sent");
    assertThat(keys).isLessThanOrEqualTo(60);
    assertThat(BROWSER.texts("tr.line td[data-column='quantity']"))
        .containsExactly("12", "3", "2", "4", "1");
  }

  @Test
  void twoHundredRowsArePastedAndEverythingIsUndone() {
    String rows =
        IntStream.range(0, 200)
            .mapToObj(i -> (i % 50 == 7 ? "XY-" + i : "SP-10") + "\t" + (1 + i % 9) + "\t5%")
            .collect(Collectors.joining("\n"));
    goToTheOpenRow();
    BROWSER.paste(rows);
    // What is not understood at once is shown before anything is added.
    BROWSER.seeText(
        "[role='dialog']", "Not in the catalogue, added as free-text lines: XY-7, XY-57");
    assertThat(BROWSER.violations()).isEmpty();
    assertThat(codes()).isEmpty();
    BROWSER.press(Keys.ENTER);
    BROWSER.until("all rows are there", () -> codes().size() == 200);
    BROWSER.seeText(".said", "200 rows pasted.");
    BROWSER.seeText(".strip", "Incomplete: 4 entries to correct");
    assertThat(cell(8, "discount")).isEqualTo("5");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.chord(List.of(Keys.CONTROL), Keys.HOME);
    BROWSER.press(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT);
    BROWSER.focused("quantity");
    BROWSER.press("77", Keys.ENTER);
    BROWSER.chord(List.of(Keys.CONTROL), Keys.DELETE);
    BROWSER.until("one is removed", () -> codes().size() == 199);
    BROWSER.seeText(".keep", "1 row removed");
    BROWSER.chord(Keys.CONTROL, "z");
    BROWSER.chord(Keys.CONTROL, "z");
    BROWSER.until("the quantity is back", () -> cell(0, "quantity").equals("1"));
    BROWSER.chord(Keys.CONTROL, "z");
    BROWSER.until("all of it is undone", () -> codes().isEmpty());
    BROWSER.chord(Keys.CONTROL, "y");
    BROWSER.until("and done again", () -> codes().size() == 200);
  }

  @Test
  void whatIsTypedAfterF2IsKeptAndRowsAreCopiedWithAllTheyHave() {
    paste("BS-15\t2\n", 1);
    BROWSER.chord(List.of(Keys.CONTROL), Keys.HOME);
    BROWSER.press(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT);
    BROWSER.focused("quantity");
    BROWSER.press(Keys.F2);
    BROWSER.press("7", Keys.ENTER);
    BROWSER.until("seven", () -> cell(0, "quantity").equals("7"));
    BROWSER.chord(Keys.ALT, "s");
    BROWSER.press("Weighing hall", Keys.ENTER);
    BROWSER.seeText("tr.section", "Weighing hall");
    goToTheOpenRow();
    BROWSER.press(Keys.ENTER);
    BROWSER.see("#picks");
    BROWSER.press(Keys.ESCAPE);
  }

  @Test
  void rangesAreCopiedFilledMovedAndDuplicated() {
    paste("BS-3\t1\nBS-15\t2\nBS-30\t3\n", 3);
    BROWSER.chord(List.of(Keys.CONTROL), Keys.HOME);
    BROWSER.press(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT);
    BROWSER.chord(List.of(Keys.SHIFT), Keys.ARROW_DOWN);
    BROWSER.chord(List.of(Keys.SHIFT), Keys.ARROW_DOWN);
    assertThat(BROWSER.copy()).isEqualTo("1\n2\n3");
    BROWSER.chord(Keys.CONTROL, "d");
    BROWSER.until("filled", () -> cell(2, "quantity").equals("1"));
    BROWSER.press(Keys.ARROW_UP, Keys.ARROW_UP);
    BROWSER.chord(List.of(Keys.ALT), Keys.ARROW_DOWN);
    BROWSER.until("moved", () -> codes().equals(List.of("BS-15", "BS-3", "BS-30")));
    BROWSER.chord(List.of(Keys.ALT, Keys.SHIFT), Keys.ARROW_DOWN);
    BROWSER.until("duplicated", () -> codes().equals(List.of("BS-15", "BS-3", "BS-3", "BS-30")));
    BROWSER.chord(List.of(Keys.SHIFT), Keys.SPACE);
    String row = BROWSER.copy();
    assertThat(row).isEqualTo("BS-3\t\t1\t\t\t");
    paste(row, 5);
    BROWSER.chord(List.of(Keys.CONTROL), Keys.HOME);
    BROWSER.press(Keys.INSERT);
    BROWSER.focused("code");
    BROWSER.press("tw5", Keys.ENTER);
    BROWSER.focused("quantity");
    BROWSER.until("put in above", () -> codes().get(0).startsWith("TW-5"));
    settled();
  }

  @Test
  void kitsTemplatesAndSizesArePickedInTheSameSearch() {
    goToTheOpenRow();
    BROWSER.press("kit-b");
    BROWSER.seeText("#picks", "kit, 4 lines");
    BROWSER.press(Keys.ENTER);
    BROWSER.until("the kit", () -> codes().size() == 4);
    BROWSER.focused("code");
    BROWSER.press("tpl");
    BROWSER.seeText("#picks", "template, 11 rows");
    BROWSER.press(Keys.ENTER);
    BROWSER.until("the template", () -> BROWSER.texts("tr.section").size() == 3);
    settled();
    BROWSER.seeText("tr.section", "Weighbridge");
    BROWSER.focused("code");
    BROWSER.press("sz-b");
    BROWSER.seeText("#picks", "table of sizes");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("[role='dialog']", "Bench scales by capacity");
    BROWSER.see("[data-size='0-0']");
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.press("2", Keys.ARROW_DOWN, "3*2", Keys.ENTER);
    BROWSER.until("the sizes", () -> codes().contains("BS-6"));
    settled();
    assertThat(BROWSER.texts("tr.line td[data-column='quantity']")).endsWith("2", "6");
  }

  @Test
  void linesThatAreNotSavedSurviveAReload() {
    paste("BS-3\t1\nBS-15\t2\n", 2);
    settled();
    BROWSER.until(
        "kept in the browser",
        () -> Boolean.TRUE.equals(BROWSER.value("return localStorage.length > 0")));
    BROWSER.open(BROWSER.path());
    BROWSER.seeText(".news", "unsaved lines are restored");
    assertThat(codes()).containsExactly("BS-3", "BS-15");
    BROWSER.chord(Keys.CONTROL, "s");
    BROWSER.seeText(".keep", "Saved");
    BROWSER.open(BROWSER.path());
    BROWSER.until("the lines", () -> codes().size() == 2);
    assertThat(BROWSER.texts(".news")).isEmpty();
  }

  @Test
  void aVariantIsKeptComparedAndTaken() {
    paste("BS-15\t10\nPR-58\t1\n", 2);
    settled();
    String before = BROWSER.text("[data-tally='Net']");
    BROWSER.button("Scenarios").click();
    BROWSER.seeText("[role='tabpanel']", "None yet");
    BROWSER.see("[name='scenario']").sendKeys("As asked", Keys.ENTER);
    BROWSER.seeText("[role='tabpanel']", "As asked");
    BROWSER.see("[data-row='0'][data-column='quantity']").click();
    BROWSER.press("12", Keys.ENTER);
    BROWSER.until("changed", () -> !BROWSER.text("[data-tally='Net']").equals(before));
    BROWSER.button("Compare").click();
    BROWSER.seeText("[aria-label='Lines of both']", "quantity −");
    BROWSER.seeText("[aria-label='Totals of both']", before);
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.button("Use “As asked”").click();
    BROWSER.seeText("[data-tally='Net']", before);
    BROWSER.chord(Keys.CONTROL, "z");
    BROWSER.until("undone", () -> !BROWSER.text("[data-tally='Net']").equals(before));
  }

  @Test
  void sixtyLinesWithLongNamesAreAccessibleInLightAndDark() {
    String rows =
        IntStream.range(0, 60)
            .mapToObj(
                i ->
                    i % 12 == 0
                        ? "Part " + (1 + i / 12) + "\t\t"
                        : "TW-1\tTest weight with a certificate, a case, and words that go on\t"
                            + i)
            .collect(Collectors.joining("\n"));
    paste(rows, 55);
    settled();
    assertThat(BROWSER.texts("tr.section")).hasSize(5);
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.see("[aria-label='Switch theme']").click();
    assertThat(BROWSER.violations()).isEmpty();
    BROWSER.see("[aria-label='Switch theme']").click();
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 4")).isEmpty();
  }
}
