package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
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
    assertThat(done).as("steps of " + page).isGreaterThan(8);
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

  /** Something to press that has these words, alone or with a number behind. */
  private static WebElement named(String css, String words) {
    return BROWSER.until(
        "nothing to press named " + words,
        () ->
            BROWSER.all(css).stream()
                .filter(WebElement::isDisplayed)
                .filter(one -> isNamed(one.getText(), words))
                .min(Comparator.comparingInt(one -> one.getText().length()))
                .orElse(null));
  }

  private static boolean isNamed(String text, String words) {
    String plain = text.replace('\n', ' ').strip();
    return plain.equals(words)
        || plain.startsWith(words)
            && plain.substring(words.length()).matches("[ .:]?[ 0-9a-zA-Z.,:]*");
  }

  /** A field by the words beside it. */
  private static WebElement labelled(String words) {
    return BROWSER.until(
        "no field " + words,
        () ->
            Stream.of("input, select, textarea", "label, [aria-label]")
                .flatMap(css -> BROWSER.all(css).stream())
                .filter(WebElement::isDisplayed)
                .filter(
                    one ->
                        words.equals(one.getDomAttribute("aria-label"))
                            || one.getText().replace('\n', ' ').strip().startsWith(words))
                .map(GuideTest::box)
                .filter(box -> box != null && box.isDisplayed())
                .findFirst()
                .orElse(null));
  }

  private static WebElement box(WebElement labelled) {
    return (WebElement)
        BROWSER.now(
            "const l = arguments[0]; const is = 'input, select, textarea';"
                + "return l.matches(is) ? l : (l.control ?? l.querySelector(is) ?? l.parentElement.querySelector(is));",
            labelled);
  }
}
