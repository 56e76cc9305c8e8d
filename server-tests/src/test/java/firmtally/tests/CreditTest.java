package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.order;
import static firmtally.tests.Sales.saveLines;
import static firmtally.tests.Sales.sentQuote;
import static org.assertj.core.api.Assertions.assertThat;

import firmtally.server.access.Actor;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.sales.ledger.LedgerService;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;

/** How an account's credit decides, from the ledger's figures to the held order and its release. */
class CreditTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final CurrencyUnit EUR = CurrencyUnit.EUR;
  private final Guest rep = Guest.signedIn(HOUSE, "mara");
  private final Guest controller = Guest.signedIn(HOUSE, "otto");

  private long account(String name) {
    Map<String, String> account = new HashMap<>(Map.of("name", name, "kind", "company"));
    account.putAll(Map.of("industry", "", "postal", "", "town", "Saltmere", "phone", ""));
    account.putAll(Map.of("email", "credit@saltmere.example", "contact", "Ada Fallow"));
    return rep.post("/api/accounts", account).is(200).id();
  }

  /** What the ledger says: a limit, and items with the days since they were due. */
  private static void ledger(long account, String limit, Map<String, Integer> owed) {
    AccountId id = new AccountId(account);
    HOUSE
        .part(CreditService.class)
        .setLimit(id, House.TODAY.minusYears(1), Money.parse("EUR " + limit), Actor.SYSTEM);
    HOUSE
        .part(LedgerService.class)
        .takeOver(
            owed.entrySet().stream()
                .map(
                    item ->
                        LedgerService.Entry.opening(
                            id,
                            "I-" + item.getValue(),
                            House.TODAY.minusDays(item.getValue()),
                            Money.parse("EUR " + item.getKey())))
                .toList());
  }

  private Guest.Answer page(long account) {
    return rep.get("/api/accounts/" + account).is(200);
  }

  private long deal(long account, String quantity) {
    long id =
        rep.post("/api/opportunities", Map.of("accountId", account, "title", "On credit"))
            .is(200)
            .id();
    saveLines(rep, id, List.of(line("1", "BS-15", quantity, null))).is(200);
    return id;
  }

  @Test
  void theAccountPageShowsLimitExposureAndWhatIsOverdue() {
    long account = account("Credit clear");
    ledger(account, "20000.00", Map.of("4000.00", -10, "1500.00", 3));
    Guest.Answer page = page(account);
    assertThat(page.text("/credit/limit")).isEqualTo("20000.00");
    assertThat(page.text("/credit/exposure")).isEqualTo("5500.00");
    assertThat(page.text("/credit/headroom")).isEqualTo("14500.00");
    assertThat(page.text("/credit/overdue")).as("within its days of grace").isEqualTo("0.00");
    assertThat(page.text("/credit/verdict")).isEqualTo("clear");
    assertThat(page.body().at("/openItems").findValuesAsString("ref")).contains("I-3", "I--10");
  }

  @Test
  void whatIsOverdueHoldsAndSaysHowOldItIs() {
    long account = account("Credit overdue");
    ledger(account, "20000.00", Map.of("1500.00", 40));
    Guest.Answer page = page(account);
    assertThat(page.text("/credit/verdict")).isEqualTo("hold");
    assertThat(page.text("/credit/overdue")).isEqualTo("1500.00");
    assertThat(page.text("/credit/oldestOverdueDays")).isEqualTo("40");
    assertThat(page.text("/credit/reasons/0")).isEqualTo("overdue");
    assertThat(page.text("/openItems/0/overdue")).isEqualTo("true");
  }

  @Test
  void anOpportunityAsksForItsFirstInvoiceWithTax() {
    long account = account("Credit asked");
    ledger(account, "5000.00", Map.of());
    long id = deal(account, "4");
    Guest.Answer sheet = rep.get("/api/opportunities/" + id).is(200);
    String asked = sheet.text("/worksheet/credit/asked");
    assertThat(asked).isEqualTo(sheet.text("/worksheet/totals/invoiceTotal"));
    Money left = Money.parse("EUR 5000.00").minus(Money.parse("EUR " + asked));
    assertThat(sheet.text("/worksheet/credit/headroomAfter"))
        .isEqualTo(left.getAmount().toPlainString());
  }

  @Test
  void anOrderOverTheLimitWaitsForTheCreditControllerAlone() {
    long account = account("Credit held");
    ledger(account, "300.00", Map.of());
    long order = order(rep, sentQuote(rep, deal(account, "5")), "PO-OVER");
    Guest.Answer held = rep.get("/api/orders/" + order).is(200);
    assertThat(held.text("/state")).isEqualTo("hold");
    assertThat(held.text("/holds/0/approval/reason")).isEqualTo("credit");
    assertThat(held.text("/holds/0/approval/role")).isEqualTo("credit-controller");
    assertThat(held.text("/may/release")).isEqualTo("false");
    String path = "/api/orders/" + order + "/release";
    Map<String, Object> why = Map.of("comment", "They paid by card.");
    for (String login : List.of("mara", "helen", "asa")) {
      assertThat(
              Guest.signedIn(HOUSE, login)
                  .send(HttpMethod.POST, path, why, match(held, "/version"))
                  .status())
          .as(login)
          .isEqualTo(403);
    }
    assertThat(page(account).text("/credit/exposure"))
        .as("held, it does not count")
        .isEqualTo("0.00");
    controller.send(HttpMethod.POST, path, Map.of("comment", ""), match(held, "/version")).is(422);
    controller.send(HttpMethod.POST, path, why, match(held, "/version")).is(204);
    Guest.Answer released = rep.get("/api/orders/" + order).is(200);
    assertThat(released.text("/state")).isEqualTo("released");
    assertThat(released.text("/holds/0/approval/answeredByName")).isEqualTo("Otto Krull");
    assertThat(released.text("/holds/0/approval/comment")).isEqualTo("They paid by card.");
    Guest.Answer after = page(account);
    assertThat(after.text("/credit/ordered")).isEqualTo(after.text("/credit/exposure"));
    assertThat(after.text("/credit/verdict")).isEqualTo("hold");
    controller.send(HttpMethod.POST, path, why, match(released, "/version")).is(409);
  }

  @Test
  void theWorkingsLeadToTheFiguresOfThePage() {
    long account = account("Credit workings");
    ledger(account, "9000.00", Map.of("2500.00", -20, "700.00", 50));
    long id = deal(account, "1");
    Guest.Answer sheet = rep.get("/api/opportunities/" + id).is(200);
    Guest.Answer workings =
        rep.post(
                "/api/opportunities/" + id + "/workings",
                Sales.form(List.of(line("1", "BS-15", "1", null))))
            .is(200);
    Map<String, String> results = new HashMap<>();
    workings
        .body()
        .findParents("of")
        .forEach(w -> results.put(w.path("of").asString(), w.path("result").asString()));
    assertThat(results.get("credit.limit")).isEqualTo("9000.00");
    assertThat(results.get("credit.exposure")).isEqualTo("3200.00");
    assertThat(results.get("credit.overdue")).isEqualTo("700.00");
    assertThat(results.get("credit.headroomAfter"))
        .isEqualTo(sheet.text("/worksheet/credit/headroomAfter"));
  }
}
