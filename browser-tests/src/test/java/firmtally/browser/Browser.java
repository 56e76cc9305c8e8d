package firmtally.browser;

import com.deque.html.axecore.results.Rule;
import com.deque.html.axecore.selenium.AxeBuilder;
import firmtally.server.FirmTally;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import java.util.logging.Level;
import java.util.logging.Logger;
import java.util.stream.Stream;
import org.junit.jupiter.api.extension.AfterAllCallback;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.NoSuchElementException;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.WebDriverWait;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/** The real application on a fresh database, and a headless Chromium in front of it. */
final class Browser implements BeforeAllCallback, AfterAllCallback {
  /** When the application opens, on whatever day the walks are made. */
  private static final Instant MORNING = Instant.parse("2027-03-15T08:00:00Z");

  /** What the first visit of an empty company asks for. */
  static final String SETUP_CODE = "1234-5678";

  static final LocalDate TODAY = LocalDate.ofInstant(MORNING, ZoneId.systemDefault());
  private static final Duration PATIENCE = Duration.ofSeconds(20);
  private static final Duration LOOK_AGAIN = Duration.ofMillis(60);
  private static final String DATABASE = "firm-tally.sqlite";
  private static Path untouched;
  private final boolean demo;
  private final Instant opens;
  private ConfigurableApplicationContext application;
  private ChromeDriver driver;
  private String address;

  Browser(boolean demo) {
    this(demo, MORNING);
  }

  /** One that opens at another moment, on the demo data of the usual morning. */
  Browser(boolean demo, Instant opens) {
    this.demo = demo;
    this.opens = opens;
  }

  @Override
  public void beforeAll(ExtensionContext context) throws Exception {
    Logger.getLogger("org.openqa.selenium").setLevel(Level.SEVERE);
    if (demo && untouched == null && !opens.equals(MORNING)) {
      start(true, MORNING).close();
    }
    application = start(demo, opens);
    int port = ((WebServerApplicationContext) application).getWebServer().getPort();
    address = "http://127.0.0.1:" + port;
    ChromeDriverService service =
        new ChromeDriverService.Builder()
            .usingDriverExecutable(Path.of("/usr/bin/chromedriver").toFile())
            .build();
    driver = new ChromeDriver(service, options());
    // A busy machine is not a fault.
    driver.manage().timeouts().scriptTimeout(Duration.ofMinutes(2));
    size(1280, 800, false);
  }

  /** What follows is seen in a window of that size; by thumb, if it is a phone's. */
  void size(int width, int height, boolean thumb) {
    driver.executeCdpCommand(
        "Emulation.setDeviceMetricsOverride",
        Map.of("width", width, "height", height, "deviceScaleFactor", 1, "mobile", thumb));
    driver.executeCdpCommand(
        "Emulation.setTouchEmulationEnabled", Map.of("enabled", thumb, "maxTouchPoints", 1));
  }

  /**
   * The application on a database of its own. The demo data is made once; whoever comes later gets
   * it as it was before anybody touched it.
   */
  private static synchronized ConfigurableApplicationContext start(boolean demo, Instant opens)
      throws IOException, SQLException {
    Path data = Files.createTempDirectory("tally-browser");
    if (demo && untouched != null) {
      Files.copy(untouched, data.resolve(DATABASE));
    }
    ConfigurableApplicationContext started =
        new SpringApplicationBuilder(FirmTally.class)
            .run(
                "--server.port=0",
                "--tally.data=" + data,
                "--tally.load-demo=" + demo,
                "--tally.setup-code=" + SETUP_CODE,
                "--tally.clock=" + opens);
    if (demo && untouched == null) {
      Path copy = Files.createTempDirectory("tally-demo").resolve(DATABASE);
      try (Connection database =
              DriverManager.getConnection("jdbc:sqlite:" + data.resolve(DATABASE));
          Statement statement = database.createStatement()) {
        statement.execute("VACUUM INTO '" + copy + "'");
      }
      untouched = copy;
    }
    return started;
  }

  private static ChromeOptions options() throws Exception {
    ChromeOptions options = new ChromeOptions();
    options.setBinary("/usr/bin/chromium");
    options.addArguments(
        Stream.of(
                "headless=new no-sandbox disable-gpu disable-dev-shm-usage disable-quic no-first-run"
                    + " no-default-browser-check disable-background-networking disable-component-update disable-sync"
                    + " disable-default-apps disable-domain-reliability disable-extensions metrics-recording-only"
                    + " hide-scrollbars force-device-scale-factor=1 lang=en-US window-size=1280,800")
            .flatMap(flags -> Stream.of(flags.split(" ")))
            .map(flag -> "--" + flag)
            .toList());
    options.addArguments(
        "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE localhost, EXCLUDE 127.0.0.1",
        "--user-data-dir=" + Files.createTempDirectory("tally-chromium"));
    return options;
  }

  @Override
  public void afterAll(ExtensionContext context) {
    if (driver != null) {
      driver.quit();
    }
    if (application != null) {
      application.close();
    }
  }

  void open(String path) {
    driver.get(address + path);
  }

  /** Signs in with a demo person's name. */
  /** Signs somebody in, in place of whoever was. */
  /** Opens a page, or the first record of a list where it says so: {@code first /orders}. */
  void openOrFirst(String path) {
    if (!path.startsWith("first ")) {
      open(path);
      return;
    }
    String list = path.substring("first ".length());
    open(list);
    see("tbody td a[href^='" + list + "/']").click();
    until("the first of " + list + " is shown", () -> path().matches(list + "/[0-9]+"));
  }

  void as(String login) {
    open("/");
    until(
        "neither signed in nor out",
        () -> !texts("header nav, header .own, form [name='login']").isEmpty());
    if (texts("form [name='login']").isEmpty()) {
      script(
          "return fetch('/api/session', {method: 'DELETE', headers: {'X-XSRF-TOKEN':"
              + " document.cookie.split('XSRF-TOKEN=')[1].split(';')[0]}}).then(() => null)");
    }
    signIn(login);
  }

  void signIn(String login) {
    open("/");
    focused("login");
    type(login);
    press(Keys.TAB);
    type("tally-demo");
    press(Keys.ENTER);
    seeText("h1", "Today, most money first");
  }

  String path() {
    return driver.getCurrentUrl().substring(address.length());
  }

  /** Waits until there is an answer; what is drawn anew in between is looked for again. */
  <T> T until(String what, Supplier<T> answer) {
    return new WebDriverWait(driver, PATIENCE)
        .pollingEvery(LOOK_AGAIN)
        .withMessage(() -> what + " at " + driver.getCurrentUrl() + "\n" + text("body"))
        .ignoring(NoSuchElementException.class)
        .ignoring(StaleElementReferenceException.class)
        .until(
            d -> {
              T got = answer.get();
              return Boolean.FALSE.equals(got) ? null : got;
            });
  }

  WebElement see(String css) {
    return until("no " + css, () -> shown(css));
  }

  private WebElement shown(String css) {
    WebElement found = driver.findElement(By.cssSelector(css));
    return found.isDisplayed() ? found : null;
  }

  void seeText(String css, String wanted) {
    until("\"" + wanted + "\" is not in " + css, () -> text(css).contains(wanted));
  }

  String text(String css) {
    return driver.findElement(By.cssSelector(css)).getText().replace('\u00a0', ' ');
  }

  List<WebElement> all(String css) {
    return driver.findElements(By.cssSelector(css));
  }

  List<String> texts(String css) {
    return driver.findElements(By.cssSelector(css)).stream().map(WebElement::getText).toList();
  }

  /** The first button with these words on it. */
  /** An act of the menu that is open. */
  WebElement menuItem(String words) {
    return until(
        "no act " + words,
        () ->
            driver.findElements(By.cssSelector("[role='menuitem']")).stream()
                .filter(item -> item.getText().equals(words))
                .findFirst()
                .orElse(null));
  }

  WebElement button(String words) {
    return until(
        "no button " + words,
        () ->
            driver.findElements(By.tagName("button")).stream()
                .filter(b -> b.getText().equals(words))
                .findFirst()
                .orElse(null));
  }

  /** Runs a script in the page and waits for the promise that it gives. */
  Object script(String code, Object... arguments) {
    return driver.executeAsyncScript(
        "const done = arguments[arguments.length - 1]; const given = [...arguments].slice(0, -1);"
            + "(function () {"
            + code
            + "}).apply(null, given).then(done, e => done(String(e)));",
        arguments);
  }

  /** What an expression in the page gives. */
  Object value(String code) {
    return driver.executeScript(code);
  }

  /** What a script gives at once, of things of the page. */
  Object now(String code, Object... things) {
    return driver.executeScript(code, things);
  }

  /** Runs a script on things of the page. */
  void run(String code, Object... things) {
    driver.executeScript(code, things);
  }

  /** Drags one thing onto another, as a hand does: pressed, moved in steps, let go. */
  void drag(String from, String to) {
    WebElement what = see(from);
    WebElement where = see(to);
    new Actions(driver)
        .moveToElement(what)
        .clickAndHold()
        .pause(Duration.ofMillis(100))
        .moveByOffset(6, 2)
        .moveToElement(where)
        .moveByOffset(3, 3)
        .pause(Duration.ofMillis(100))
        .release()
        .perform();
  }

  void press(CharSequence... keys) {
    new Actions(driver).sendKeys(keys).perform();
  }

  void chord(Keys held, String key) {
    new Actions(driver).keyDown(held).sendKeys(key).keyUp(held).perform();
  }

  /** One key while others are held. */
  void chord(List<Keys> held, Keys key) {
    Actions actions = new Actions(driver);
    held.forEach(actions::keyDown);
    actions.sendKeys(key);
    held.forEach(actions::keyUp);
    actions.perform();
  }

  /** Types into what has the focus. */
  void type(String text) {
    driver.switchTo().activeElement().sendKeys(text);
  }

  /**
   * Puts a text on the clipboard and pastes it into what has the focus, as the page sees it: a
   * browser without a screen has no clipboard to share.
   */
  void paste(String text) {
    driver.executeScript(
        "const data = new DataTransfer(); data.setData('text/plain', arguments[0]);"
            + "document.activeElement.dispatchEvent(new ClipboardEvent('paste',"
            + "{clipboardData: data, bubbles: true, cancelable: true}))",
        text);
  }

  /** What the page copies of what has the focus. */
  String copy() {
    return String.valueOf(
        driver.executeScript(
            "const data = new DataTransfer();"
                + "document.activeElement.dispatchEvent(new ClipboardEvent('copy',"
                + "{clipboardData: data, bubbles: true, cancelable: true}));"
                + "return data.getData('text/plain')"));
  }

  /** Waits until a field has the focus, as it does for a hand on the keyboard. */
  void focused(String name) {
    until(
        name + " has not the focus",
        () -> {
          WebElement active = driver.switchTo().activeElement();
          return name.equals(active.getAttribute("name"))
              || name.equals(active.getAttribute("data-column"));
        });
  }

  /**
   * What axe finds on the page, asked in the page's own window: there are no foreign frames to
   * cross, and the second window that axe would open to cross them sometimes fails to come up on a
   * busy machine.
   */
  List<String> violations() {
    return looked(new AxeBuilder());
  }

  /** The same for colours alone: all that the other theme changes. */
  List<String> faintness() {
    return looked(new AxeBuilder().withRules(List.of("color-contrast")));
  }

  /**
   * Rows of a table beyond the first few are like those, and to look at each takes most of the
   * time: they are not shown meanwhile, but for the one that has the focus.
   */
  private List<String> looked(AxeBuilder axe) {
    driver.executeScript(
        "window.alike = [...document.querySelectorAll('.page tbody')].flatMap(body =>"
            + " [...body.rows].slice(4)).filter(row =>"
            + " row.style.display === '' && !row.contains(document.activeElement));"
            + " alike.forEach(row => (row.style.display = 'none'))");
    try {
      return axe.setLegacyMode(true).analyze(driver).getViolations().stream()
          .map(Browser::words)
          .toList();
    } finally {
      driver.executeScript("alike.forEach(row => (row.style.display = ''))");
    }
  }

  private static String words(Rule rule) {
    return rule.getId() + " " + rule.getNodes().stream().map(n -> n.getHtml()).limit(3).toList();
  }

  List<String> errors() {
    return driver.manage().logs().get("browser").getAll().stream()
        .filter(entry -> entry.getLevel() == Level.SEVERE)
        .map(Object::toString)
        .toList();
  }
}
