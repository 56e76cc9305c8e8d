package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/**
 * Follows the guide word by word: what it says to open, press, enter and type is done, and what it
 * says one sees has to be there.
 */
class GuideTest {
  @RegisterExtension static final Browser BROWSER = new Browser(true);

  private static final Pattern DOING =
      Pattern.compile(
          "(Sign in as|Open|Press|Click|Enter|Type|You see) (?:`([^`]+)`|\\*\\*([^*]+)\\*\\*)(?: in \\*\\*([^*]+)\\*\\*)?");

  private static final Map<String, CharSequence> KEYS =
      Map.of("enter", Keys.ENTER, "tab", Keys.TAB, "esc", Keys.ESCAPE);

  private static final Path GUIDE = Path.of("../docs/guide");

  @ParameterizedTest
  @ValueSource(strings = {"rep", "manager", "credit-controller", "administrator"})
  void whatItSaysIsWhatHappens(String page) throws IOException {
    int done = 0;
    for (String line : steps(page)) {
      Matcher doing = DOING.matcher(line);
      while (doing.find()) {
        follow(doing.group(1), doing.group(2), doing.group(3), doing.group(4));
        done++;
      }
    }
    assertThat(done).as("steps of " + page).isGreaterThan(6);
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 4")).isEmpty();
  }

  private static List<String> steps(String page) throws IOException {
    return Files.readAllLines(GUIDE.resolve(page + ".md")).stream()
        .filter(line -> line.matches("\\d+\\. .*"))
        .toList();
  }

  private static void follow(String verb, String typed, String shown, String field) {
    switch (verb) {
      case "Sign in as" -> {
        BROWSER.as(typed);
        BROWSER.open("/");
      }
      case "You see" -> BROWSER.seeText("body", shown);
      case "Open" -> named("a, summary, button", shown).click();
      case "Click" -> named("td, th, button, a", shown).click();
      case "Type" -> BROWSER.type(typed);
      case "Enter" -> {
        WebElement box = labelled(field);
        box.sendKeys(Keys.chord(Keys.CONTROL, "a"), typed);
      }
      default -> press(typed, shown);
    }
  }

  private static void press(String keys, String button) {
    if (button != null) {
      named("button", button).click();
      return;
    }
    CharSequence[] pressed =
        Arrays.stream(keys.split(" "))
            .map(key -> key.equals("Ctrl") ? Keys.CONTROL : key(key))
            .toArray(CharSequence[]::new);
    if (pressed.length == 1) {
      BROWSER.press(pressed);
    } else {
      BROWSER.chord(Keys.CONTROL, pressed[1].toString());
    }
  }

  private static CharSequence key(String name) {
    return KEYS.getOrDefault(name.toLowerCase(Locale.ROOT), name.toLowerCase(Locale.ROOT));
  }

  /** Something to press that has these words, alone or with a number or a word behind. */
  private static WebElement named(String css, String words) {
    return BROWSER.until(
        "nothing to press named " + words,
        () ->
            (WebElement)
                BROWSER.now(
                    "const [css, words] = arguments;"
                        + "return [...document.querySelectorAll(css)].filter(one => one.getClientRects().length)"
                        + ".map(one => [one, one.innerText.replace(/\\s+/g, ' ').trim()])"
                        + ".filter(([, text]) => text === words || text.startsWith(words)"
                        + " && /^[ .:]?[ 0-9a-zA-Z.,:]*$/.test(text.slice(words.length)))"
                        + ".sort((a, b) => a[1].length - b[1].length)[0]?.[0] ?? null",
                    css,
                    words));
  }

  /** A field by the words beside it. */
  private static WebElement labelled(String words) {
    return BROWSER.until(
        "no field " + words,
        () ->
            (WebElement)
                BROWSER.now(
                    "const [words] = arguments; const is = 'input, select, textarea';"
                        + "const shown = one => one && one.getClientRects().length;"
                        + "const named = one => one.getAttribute('aria-label') === words"
                        + " || (one.matches('label') && one.innerText.replace(/\\s+/g, ' ').trim().startsWith(words));"
                        + "const boxes = [...document.querySelectorAll(is)].filter(one => shown(one) && named(one));"
                        + "const labels = [...document.querySelectorAll('label')].filter(one => shown(one) && named(one))"
                        + ".map(one => one.control ?? one.querySelector(is)).filter(shown);"
                        + "return boxes[0] ?? labels[0] ?? null",
                    words));
  }
}
