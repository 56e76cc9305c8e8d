package firmtally.browser;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.Item;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.Recurring;
import firmtally.core.worksheet.Terms;
import firmtally.core.worksheet.Totals;
import firmtally.core.worksheet.Worksheet;
import firmtally.formats.writing.Writing;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.openqa.selenium.Keys;

/**
 * The whole way, by keyboard wherever the screens offer it: set up an empty house, sign in,
 * account, products, opportunity, lines, quote, mail, order, release by somebody else, renewal. The
 * figures on the screens are the core's.
 */
class WholeWayTest {
  @RegisterExtension static final Browser BROWSER = new Browser(false);
  private static final Percent TAX = Percent.parse("19");
  private String invitation;

  private static void field(String name, String value) {
    BROWSER.focused(name);
    BROWSER.type(value);
    BROWSER.press(Keys.TAB);
  }

  private static void clean(String screen) {
    assertThat(BROWSER.violations()).as(screen).isEmpty();
  }

  @Test
  void fromAnEmptyHouseToTheRenewal() {
    setUpTheHouse();
    addAProduct("BS-15", "Bench scale 15 kg", "420", "231", "", "");
    addAProduct("CAL-B", "Calibration plan", "96", "40", "12", "12");
    addAColleague();
    openAnOpportunity();
    typeLines();
    quoteAndSend();
    placeTheOrder();
    String order = BROWSER.path();
    releaseAsSomebodyElse(order);
    followTheRenewal();
    assertThat(BROWSER.errors()).filteredOn(e -> !e.contains("status of 4")).isEmpty();
  }

  private void setUpTheHouse() {
    BROWSER.open("/");
    field("code", Browser.SETUP_CODE);
    field("company", "Small Scales");
    BROWSER.focused("country");
    BROWSER.press("Ger", Keys.TAB);
    BROWSER.focused("currency");
    BROWSER.press(Keys.TAB);
    BROWSER.seeText("form", "Taxes of Germany: 19 %, 7 %, 0 %");
    // Where the browser is, is where the company is unless it says otherwise.
    BROWSER.focused("timeZone");
    BROWSER.press(Keys.TAB);
    // A company in Germany writes German unless it says otherwise; this one's customers are abroad.
    BROWSER.focused("language");
    BROWSER.press("Eng", Keys.TAB);
    field("name", "Ana Holm");
    field("email", "ana@small.example");
    field("login", "ana");
    BROWSER.focused("password");
    BROWSER.type("short");
    clean("set-up");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("form", "A password has at least 10 characters.");
    BROWSER.type(" is not long enough");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Today, most money first");
    BROWSER.seeText("table", "Nothing is due today.");
    BROWSER.seeText("[aria-label='First steps']", "1 of 8 done");
    clean("day sheet");
  }

  private void addAProduct(
      String code, String name, String list, String cost, String every, String term) {
    BROWSER.press("g", "c");
    BROWSER.seeText("h1", "Catalogue");
    BROWSER.press("n");
    field("code", code);
    field("name", name);
    field("family", "bench");
    BROWSER.press(Keys.TAB);
    field("listPrice", list);
    field("unitCost", cost);
    BROWSER.press(Keys.TAB, Keys.TAB, Keys.TAB, Keys.TAB);
    field("everyMonths", every);
    BROWSER.focused("termMonths");
    BROWSER.type(term);
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", code + " " + name);
  }

  private void addAColleague() {
    BROWSER.open("/users");
    BROWSER.see("[name='name']").sendKeys("Bea Crane");
    BROWSER.see("[name='email']").sendKeys("bea@small.example");
    BROWSER.see("[name='login']").sendKeys("bea");
    BROWSER.see("[name='rep']").sendKeys(Keys.SPACE);
    BROWSER.see("[name='credit-controller']").sendKeys(Keys.SPACE);
    BROWSER.button("Add and invite").sendKeys(Keys.ENTER);
    BROWSER.seeText("table", "Bea Crane, invited");
    clean("people");
    BROWSER.open("/outbox");
    BROWSER.seeText("article", "you are invited to work with it too");
    Matcher link = Pattern.compile("/password#[A-Za-z0-9_-]+").matcher(BROWSER.text("body"));
    assertThat(link.find()).isTrue();
    invitation = link.group();
  }

  private void openAnOpportunity() {
    BROWSER.press(Keys.ESCAPE);
    BROWSER.open("/accounts");
    BROWSER.seeText("h1", "Accounts");
    BROWSER.press("n");
    field("name", "Greyfen Dairy");
    field("town", "Greyfen");
    field("postal", "12345");
    field("industry", "dairy");
    field("contact", "Tobias Alder");
    BROWSER.focused("email");
    BROWSER.type("tobias@greyfen.example");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Greyfen Dairy");
    clean("account");
    BROWSER.press("n");
    BROWSER.focused("title");
    BROWSER.type("Scales for the packing hall");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Scales for the packing hall");
  }

  private void typeLines() {
    BROWSER.see("tr.new td").click();
    BROWSER.focused("pick");
    BROWSER.type("bs15");
    BROWSER.seeText("#picks", "Bench scale 15 kg");
    BROWSER.press(Keys.ENTER);
    BROWSER.focused("quantity");
    BROWSER.press("40", Keys.TAB);
    BROWSER.focused("price");
    BROWSER.press(Keys.TAB);
    BROWSER.focused("discount");
    BROWSER.press("5", Keys.ENTER);
    BROWSER.focused("code");
    BROWSER.press("cal");
    BROWSER.seeText("#picks", "Calibration plan");
    BROWSER.press(Keys.ENTER);
    BROWSER.focused("quantity");
    BROWSER.press("0");
    BROWSER.seeText("table.lines", "quantity 0 is not above 0");
    assertThat(BROWSER.see(".strip").getAttribute("data-state")).isEqualTo("incomplete");
    BROWSER.press(Keys.BACK_SPACE, "5*2", Keys.ENTER);
    Totals totals = expected();
    BROWSER.seeText("[data-tally='Net']", shown(totals.contract()));
    BROWSER.seeText("[data-tally='Cost']", shown(totals.cost()));
    BROWSER.seeText("[data-tally='Margin']", shown(totals.margin()));
    BROWSER.seeText("[data-tally='Total, first invoice']", shown(totals.firstInvoice().total()));
    BROWSER.seeText("[data-tally='Per month']", shown(totals.recurringMonthly()));
    BROWSER.seeText("[aria-label='Credit']", "over limit");
    BROWSER.chord(Keys.CONTROL, "s");
    BROWSER.seeText(".keep", "Saved");
    clean("opportunity");
  }

  /** The same lines, worked out by the core here. */
  private static Totals expected() {
    Item scale = item("BS-15", "420", "231");
    Item plan = item("CAL-B", "96", "40");
    Line first =
        Line.of("1", scale, Quantity.parse("40")).on(new Terms.Discount(Percent.parse("5")));
    Line second = Line.of("2", plan, Quantity.parse("10")).charged(new Recurring(12, 12));
    return Worksheet.of(Currencies.get("EUR"), Browser.TODAY, List.of(first, second))
        .tally()
        .totals();
  }

  private static Item item(String code, String list, String cost) {
    return Item.product(
        code, Optional.of("bench"), UnitPrice.parse(list), UnitPrice.parse(cost), TAX);
  }

  /** As in Germany, where the company is. */
  private static String shown(Money amount) {
    return Writing.of("DE").number(amount.getAmount(), 2);
  }

  private void quoteAndSend() {
    BROWSER.chord(Keys.CONTROL, Keys.ENTER.toString());
    BROWSER.seeText("h1", "Quote Q-1001");
    BROWSER.seeText("[data-tally='Net']", shown(expected().contract()));
    clean("quote");
    BROWSER.chord(Keys.CONTROL, Keys.ENTER.toString());
    BROWSER.focused("to");
    assertThat(BROWSER.see("[name='to']").getDomProperty("value"))
        .isEqualTo("tobias@greyfen.example");
    clean("sending");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText(".head", "sent");
    assertThat(BROWSER.texts("[name='pick']")).isEmpty();
    BROWSER.open("/outbox");
    BROWSER.seeText("article", "Attachments: Q-1001.pdf");
    BROWSER.seeText("article", "Dear Tobias Alder,");
    clean("outbox");
  }

  private void placeTheOrder() {
    BROWSER.chord(Keys.CONTROL, "k");
    BROWSER.focused("find");
    BROWSER.type("Q-1001");
    BROWSER.seeText("#choices", "Scales for the packing hall");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Quote Q-1001");
    BROWSER.chord(Keys.CONTROL, Keys.ENTER.toString());
    BROWSER.focused("poNumber");
    BROWSER.type("PO-77");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Order S-1001");
    BROWSER.seeText(".holds", "Credit check: hold");
    clean("order on hold");
  }

  private void releaseAsSomebodyElse(String order) {
    BROWSER.see("summary").click();
    BROWSER.button("Sign out").sendKeys(Keys.ENTER);
    BROWSER.focused("login");
    BROWSER.open(invitation);
    BROWSER.seeText("h1", "Welcome, Bea Crane");
    clean("invitation");
    BROWSER.focused("password");
    BROWSER.type("password12");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("form", "This password is easy to guess.");
    BROWSER.type(" of brass and chalk");
    BROWSER.press(Keys.ENTER);
    BROWSER.seeText("h1", "Today, most money first");
    BROWSER.seeText("table", "order on hold");
    BROWSER.open(order);
    BROWSER.seeText("h1", "Order S-1001");
    BROWSER.until("it may be released", () -> BROWSER.texts("button").contains("Release…"));
    BROWSER.chord(Keys.CONTROL, Keys.ENTER.toString());
    BROWSER.focused("comment");
    BROWSER.type("Paid in advance, seen on the account.");
    BROWSER.press(Keys.TAB, Keys.ENTER);
    BROWSER.seeText(".head", "released");
    BROWSER.seeText(".agreement", "R-1001");
    BROWSER.seeText("[data-tally='Net']", shown(expected().contract()));
  }

  private void followTheRenewal() {
    BROWSER.press("g", "r");
    BROWSER.seeText("table", "R-1001");
    clean("renewals");
    BROWSER.see("td a[href^='/renewals/']").sendKeys(Keys.ENTER);
    BROWSER.seeText("h1", "Agreement R-1001");
    clean("agreement");
    BROWSER.see("[aria-label='Next term'] a").sendKeys(Keys.ENTER);
    BROWSER.seeText("h1", "Renewal of R-1001");
    BROWSER.seeText("table.lines", "CAL-B");
    BROWSER.press("t");
    BROWSER.seeText("[aria-label='Activities']", "Call about the renewal of R-1001");
    BROWSER.button("History").click();
    BROWSER.see(".trail li a");
    List<String> trail = BROWSER.texts(".trail li a");
    assertThat(trail).containsExactly("O-1001", "Q-1001", "S-1001", "R-1001", "O-1002");
    clean("renewal opportunity");
  }
}
