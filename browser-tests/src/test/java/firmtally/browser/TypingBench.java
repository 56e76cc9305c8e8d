package firmtally.browser;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.openqa.selenium.Keys;

/**
 * How long it takes from a key pressed in a cell until the tally shows what it makes, on a
 * worksheet of 300 lines, and how long a step from cell to cell takes. No test: {@code ./tally
 * bench screen} runs it and prints what it measured.
 */
final class TypingBench {
  private static final int MOST = 300;
  private static final int USUAL = 20;
  private static final int WARM_UP = 60;
  private static final int TIMES = 60;

  /** Notes the time of each key, and of each change of the net total after it. */
  private static final String WATCH =
      "window.took = []; let at = 0;"
          + "addEventListener('keydown', () => (at = performance.now()), true);"
          + "new MutationObserver(() => { if (at) { window.took.push(performance.now() - at); at = 0; } })"
          + ".observe(document.querySelector('.strip'), {subtree: true, childList: true, characterData: true});";

  private static final String STEPS =
      "window.steps = []; let from = 0;"
          + "addEventListener('keydown', () => (from = performance.now()), true);"
          + "addEventListener('focusin', () => { if (from) { window.steps.push(performance.now() - from); from = 0; } });";

  private TypingBench() {}

  /** Runs it. */
  public static void main(String[] none) throws Exception {
    Browser browser = new Browser(true);
    browser.beforeAll(null);
    try {
      browser.signIn("mara");
      for (int lines : new int[] {MOST, USUAL}) {
        open(browser, lines);
        report("a key in a quantity until the tally shows it", lines, typed(browser));
        report("a step from cell to cell", lines, stepped(browser));
      }
    } finally {
      browser.afterAll(null);
    }
    System.exit(0);
  }

  private static void open(Browser browser, int lines) {
    browser.open("/accounts/5");
    browser.seeText("h1", "Millhithe Brewery");
    browser.press("n");
    browser.focused("title");
    browser.type("Many lines");
    browser.press(Keys.ENTER);
    browser.seeText("h1", "Many lines");
    List<String> codes = List.of("BS-15", "SP-10", "TW-1", "PR-58", "LC-50", "CAL-B", "AC-10");
    String rows =
        IntStream.range(0, lines)
            .mapToObj(i -> codes.get(i % codes.size()) + "\t" + (1 + i % 9))
            .collect(Collectors.joining("\n"));
    browser.see("tr.new td").click();
    browser.focused("pick");
    browser.press(Keys.ESCAPE);
    browser.focused("code");
    browser.paste(rows);
    browser.until("all lines", () -> browser.texts("tr.line th").size() == lines);
    browser.chord(Keys.CONTROL, "s");
    browser.seeText(".keep", "Saved");
  }

  private static List<Double> typed(Browser browser) throws InterruptedException {
    browser.chord(List.of(Keys.CONTROL), Keys.HOME);
    browser.press(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT);
    browser.focused("quantity");
    browser.value(WATCH);
    for (int i = 0; i < WARM_UP + TIMES; i++) {
      // Another digit each time, so that the net changes with each key.
      browser.press(String.valueOf(1 + (i / 15 + i + 4) % 9));
      Thread.sleep(200);
      browser.press(Keys.ENTER);
      if (i % 15 == 14) {
        browser.chord(List.of(Keys.CONTROL), Keys.HOME);
        browser.press(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT);
      }
      Thread.sleep(80);
    }
    return numbers(browser, "took");
  }

  private static List<Double> stepped(Browser browser) throws InterruptedException {
    browser.value(STEPS);
    for (int i = 0; i < WARM_UP + TIMES; i++) {
      browser.press(i % 3 == 0 ? Keys.ARROW_RIGHT : i % 3 == 1 ? Keys.ARROW_UP : Keys.ARROW_LEFT);
      Thread.sleep(60);
    }
    return numbers(browser, "steps");
  }

  private static List<Double> numbers(Browser browser, String name) {
    List<Double> numbers = new ArrayList<>();
    for (Object value : (List<?>) browser.value("return window." + name)) {
      numbers.add(((Number) value).doubleValue());
    }
    return numbers.subList(Math.min(WARM_UP, numbers.size()), numbers.size());
  }

  private static void report(String what, int lines, List<Double> took) {
    List<Double> sorted = new ArrayList<>(took);
    Collections.sort(sorted);
    System.out.printf(
        Locale.ROOT,
        "%s, %d lines: median %.0f ms, nine in ten within %.0f ms, longest %.0f ms (%d times)%n",
        what,
        lines,
        sorted.get(sorted.size() / 2),
        sorted.get(sorted.size() * 9 / 10),
        sorted.get(sorted.size() - 1),
        sorted.size());
  }
}
