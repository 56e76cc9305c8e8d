package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;

/** Holds that clear by themselves, credit that is asked for, and duties that are kept apart. */
class CreditDeskTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private final Guest rep = Guest.signedIn(HOUSE, "mara");
  private final Guest controller = Guest.signedIn(HOUSE, "otto");

  /** An order of pieces at 100, for somebody without a limit of their own. */
  private long ordered(String title, String quantity, Map<String, String> terms) {
    long opportunity = newOpportunity(rep, title);
    saveLines(rep, opportunity, List.of(piece(quantity, null))).is(200);
    return rep.post("/api/opportunities/" + opportunity + "/order", terms).is(200).id();
  }

  private static Map<String, Object> piece(String quantity, String requestedOn) {
    Map<String, Object> line = line("1", "TEST-100", quantity, null);
    line.put("requestedOn", requestedOn);
    return line;
  }

  @BeforeAll
  static void aProductAtAHundredWithoutTax() {
    Map<String, Object> product = new HashMap<>();
    product.putAll(Map.of("code", "TEST-100", "name", "Piece", "family", "tests", "unit", "pc"));
    product.putAll(Map.of("listPrice", "100", "unitCost", "50", "taxPercent", "0", "active", true));
    Guest.signedIn(HOUSE, "helen").post("/api/products", product).is(204);
  }

  private Guest.Answer page(long order) {
    return controller.get("/api/orders/" + order).is(200);
  }

  private long account(long order) {
    return page(order).body().at("/of/accountId").asLong();
  }

  private List<String> standing(long order) {
    return page(order).body().at("/holds").findValuesAsString("answer");
  }

  @Test
  void aNewCustomerIsJudgedByTheUsualLimitAndNotHeldByAnEmptySetting() {
    assertThat(page(ordered("Within", "100", Map.of("poNumber", "1"))).text("/state"))
        .isEqualTo("released");
    long above = ordered("Above", "101", Map.of("poNumber", "1"));
    assertThat(page(above).text("/state")).isEqualTo("hold");
    Guest.Answer credit = controller.get("/api/credit/accounts/" + account(above)).is(200);
    assertThat(credit.text("/usualLimit")).isEqualTo("10000.00");
    assertThat(credit.text("/credit/limit")).isEqualTo("10000.00");
    assertThat(credit.body().at("/limits")).isEmpty();
  }

  @Test
  void aRequestThatIsGivenReleasesWhatWaitsTheOldestFirst() {
    long first = ordered("Oldest", "150", Map.of("poNumber", "1"));
    long account = account(first);
    long opportunity =
        rep.post("/api/opportunities", Map.of("accountId", account, "title", "Later")).id();
    saveLines(rep, opportunity, List.of(piece("180", null))).is(200);
    long second =
        rep.post("/api/opportunities/" + opportunity + "/order", Map.of("poNumber", "2"))
            .is(200)
            .id();
    String path = "/api/credit/accounts/" + account + "/requests";
    String today = House.TODAY.toString();
    rep.post(path, Map.of("amount", "x", "from", "yesterday", "why", "")).is(422);
    Map<String, Object> asked =
        Map.of("amount", "20000", "from", today, "why", "They pay.", "orderId", first);
    controller.post(path, asked).is(403);
    long request = rep.post(path, asked).is(200).id();
    rep.post(path, asked).is(409);
    String answer = "/api/credit/requests/" + request + "/answer";
    rep.post(answer, Map.of("answer", "yes")).is(403);
    Guest.signedIn(HOUSE, "helen").post(answer, Map.of("answer", "yes")).is(403);
    controller.post(answer, Map.of("answer", "no")).is(422);
    controller.post(answer, Map.of("answer", "maybe")).is(422);
    controller.post(answer, Map.of("answer", "yes")).is(204);
    controller.post(answer, Map.of("answer", "yes")).is(409);
    assertThat(page(first).text("/state")).isEqualTo("released");
    assertThat(standing(first)).containsExactly("cleared");
    assertThat(page(second).text("/state")).as("no credit is left for it").isEqualTo("hold");
    assertThat(rep.get("/api/day-sheet").is(200).body().findValuesAsString("kind"))
        .contains("credit-yes");
  }

  @Test
  void anOrderIsLetGoAgainstADeposit() {
    long order = ordered("Against a deposit", "120", Map.of("poNumber", "1"));
    String path = "/api/credit/accounts/" + account(order) + "/requests";
    long request =
        rep.post(
                path,
                Map.of(
                    "amount",
                    "12000",
                    "from",
                    House.TODAY.toString(),
                    "why",
                    "New line",
                    "orderId",
                    order))
            .is(200)
            .id();
    controller
        .post(
            "/api/credit/requests/" + request + "/answer",
            Map.of("answer", "condition", "depositPercent", "30"))
        .is(204);
    assertThat(page(order).text("/state")).isEqualTo("released");
    assertThat(page(order).text("/terms/depositPercent")).isEqualTo("30");
    assertThat(controller.get("/api/invoices/proposals").is(200).body().findValuesAsString("key"))
        .contains("deposit-" + order);
  }

  @Test
  void whatIsRefusedWaitsUntilItIsAskedAgainOrChanged() {
    long order = ordered("Refused", "110", Map.of("poNumber", "1"));
    String path = "/api/orders/" + order;
    Map<String, String> why = Map.of("comment", "They owe us still.");
    rep.send(HttpMethod.POST, path + "/refuse", why, match(page(order), "/version")).is(403);
    controller.send(HttpMethod.POST, path + "/refuse", why, match(page(order), "/version")).is(204);
    assertThat(standing(order)).containsExactly("no");
    controller
        .send(HttpMethod.POST, path + "/release", why, match(page(order), "/version"))
        .is(409);
    assertThat(rep.get(path).text("/may/askAgain")).isEqualTo("true");
    rep.send(HttpMethod.POST, path + "/ask-again", why, match(page(order), "/version")).is(204);
    assertThat(page(order).text("/may/release")).isEqualTo("true");

    Map<String, Object> fewer =
        Map.of("reason", "Fewer will do", "lines", List.of(Map.of("line", "1", "quantity", "90")));
    rep.send(HttpMethod.PUT, path + "/quantities", fewer, match(page(order), "/version")).is(204);
    assertThat(page(order).text("/state")).isEqualTo("released");
    assertThat(page(order).text("/worksheet/totals/contract")).isEqualTo("9000.00");
    long opportunity = page(order).body().at("/of/opportunityId").asLong();
    assertThat(HOUSE.count("SELECT won_amount FROM opportunity WHERE id = " + opportunity))
        .isEqualTo(900_000);
  }

  @Test
  void aPaymentThatComesInClearsTheHoldForWhatWasOverdue() {
    long order = ordered("First", "10", Map.of("poNumber", "1"));
    long account = account(order);
    HOUSE
        .part(firmtally.server.sales.ledger.LedgerService.class)
        .takeOver(
            List.of(
                firmtally.server.sales.ledger.LedgerService.Entry.opening(
                    new firmtally.server.platform.ids.AccountId(account),
                    "OLD-1",
                    House.TODAY.minusDays(40),
                    org.joda.money.Money.parse("EUR 500.00"))));
    long opportunity =
        rep.post("/api/opportunities", Map.of("accountId", account, "title", "Next")).id();
    saveLines(rep, opportunity, List.of(piece("10", null))).is(200);
    long held =
        rep.post("/api/opportunities/" + opportunity + "/order", Map.of("poNumber", "2")).id();
    assertThat(page(held).text("/state")).isEqualTo("hold");
    assertThat(page(held).text("/holds/0/approval/words")).contains("500.00 is overdue");
    Map<String, Object> payment =
        Map.of("accountId", account, "on", House.TODAY.toString(), "amount", "500");
    rep.post("/api/payments", payment).is(403);
    controller.post("/api/payments", payment).is(200);
    assertThat(page(held).text("/state")).isEqualTo("released");
  }

  @Test
  void longerTermsAndALateDayHoldAndTheChangeOfThemClears() {
    long order = ordered("Long terms", "1", Map.of("poNumber", "1", "termsDays", "90"));
    assertThat(page(order).body().at("/holds").findValuesAsString("reason"))
        .containsExactly("terms");
    Map<String, String> usual = Map.of("termsDays", "30");
    rep.send(
            HttpMethod.PUT,
            "/api/orders/" + order + "/terms",
            usual,
            match(page(order), "/version"))
        .is(204);
    assertThat(page(order).text("/state")).isEqualTo("released");
  }

  @Test
  void stockThatComesInClearsTheHoldOfWhatWasWantedEarlier() {
    String code =
        HOUSE
            .part(firmtally.server.platform.database.Sql.class)
            .sql(
                "SELECT code FROM product WHERE stock IS NOT NULL AND lead_days > 5 AND reserved = 0 ORDER BY list_price LIMIT 1")
            .query(String.class)
            .single();
    Guest manager = Guest.signedIn(HOUSE, "helen");
    manager.upload("/api/stock", "s.csv", feed("stock," + code + ",0,,")).is(200);
    long opportunity = newOpportunity(rep, "Wanted soon");
    Map<String, Object> wanted = line("1", code, "2", null);
    wanted.put("requestedOn", House.TODAY.plusDays(1).toString());
    saveLines(rep, opportunity, List.of(wanted)).is(200);
    long order =
        rep.post("/api/opportunities/" + opportunity + "/order", Map.of("poNumber", "1")).id();
    assertThat(page(order).body().at("/holds").findValuesAsString("reason")).contains("stock");
    rep.upload("/api/stock", "s.csv", feed("arrived," + code + ",2,,")).is(403);
    assertThat(
            manager
                .upload("/api/stock", "s.csv", feed("arrived,NONE-1,2,,"))
                .is(200)
                .text("/problems/0/at"))
        .isEqualTo("row 2");
    manager.upload("/api/stock", "s.csv", feed("arrived," + code + ",2,,B-1")).is(200);
    assertThat(page(order).text("/state")).isEqualTo("released");
    Guest.Answer stock = rep.get("/api/stock/" + code).is(200);
    assertThat(stock.text("/reserved")).isEqualTo("2");
    assertThat(stock.text("/available/0/available")).isEqualTo("0");
    rep.post(
            "/api/orders/" + order + "/deliveries",
            Map.of("lines", List.of(Map.of("line", "1", "quantity", "2"))))
        .is(200);
    assertThat(rep.get("/api/stock/" + code).text("/onHand")).isEqualTo("0");
    assertThat(rep.get("/api/stock/" + code).text("/reserved")).isEqualTo("0");
    new Guest(HOUSE).upload("/api/stock-feed", "s.csv", feed("stock," + code + ",9,,")).is(404);
  }

  private static byte[] feed(String line) {
    return ("kind,product,quantity,day,reference\n" + line + "\n").getBytes(StandardCharsets.UTF_8);
  }

  @Test
  void remindersGoOutOnceForEachStageAndNotForWhatIsPromised() {
    long order = ordered("Reminded", "1", Map.of("poNumber", "1"));
    long account = account(order);
    HOUSE
        .part(firmtally.server.sales.ledger.LedgerService.class)
        .takeOver(
            List.of(
                firmtally.server.sales.ledger.LedgerService.Entry.opening(
                    new firmtally.server.platform.ids.AccountId(account),
                    "OLD-2",
                    House.TODAY.minusDays(9),
                    org.joda.money.Money.parse("EUR 80.00"))));
    rep.get("/api/reminders/due").is(403);
    assertThat(due()).contains(account);
    String path = "/api/accounts/" + account + "/reminders";
    controller.post(path, Map.of("stage", 2, "total", "80.00")).is(412);
    Guest.Answer item = controller.get("/api/accounts/" + account + "/items").is(200);
    String promise = "/api/open-items/" + item.text("/0/id") + "/promise";
    Map<String, String> tomorrow = Map.of("on", House.TODAY.plusDays(1).toString());
    rep.send(HttpMethod.PUT, promise, tomorrow, match(item, "/0/version")).is(204);
    assertThat(due()).doesNotContain(account);
    controller.post(path, Map.of("stage", 1, "total", "80.00")).is(409);
    Guest.Answer promised = controller.get("/api/accounts/" + account + "/items").is(200);
    rep.send(
            HttpMethod.PUT, promise, new HashMap<>(Map.of("on", "")), match(promised, "/0/version"))
        .is(204);
    controller.post(path, Map.of("stage", 1, "total", "80.00")).is(200);
    assertThat(due()).doesNotContain(account);
    assertThat(controller.get(path).is(200).text("/0/stage")).isEqualTo("1");
  }

  private List<Long> due() {
    return controller.get("/api/reminders/due").is(200).body().findValues("accountId").stream()
        .map(tools.jackson.databind.JsonNode::asLong)
        .toList();
  }

  @Test
  void theRulesAreTheControllersToChange() {
    Guest.Answer rules = rep.get("/api/credit-rules").is(200);
    Map<String, String> typed = new HashMap<>();
    for (String field : List.of("usualLimit", "overdueAllowed", "watchPercent", "depositPercent")) {
      typed.put(field, rules.text("/" + field));
    }
    for (String field :
        List.of("termsDays", "graceDays", "firstReminder", "secondReminder", "lastReminder")) {
      typed.put(field, rules.text("/" + field));
    }
    typed.put("depositOver", "");
    Map<String, String> version = match(rules, "/version");
    rep.send(HttpMethod.PUT, "/api/credit-rules", typed, version).is(403);
    Map<String, String> backwards = new HashMap<>(typed);
    backwards.put("lastReminder", "1");
    assertThat(
            controller
                .send(HttpMethod.PUT, "/api/credit-rules", backwards, version)
                .is(422)
                .text("/problems/0/at"))
        .isEqualTo("lastReminder");
    controller.send(HttpMethod.PUT, "/api/credit-rules", typed, version).is(204);
    controller.send(HttpMethod.PUT, "/api/credit-rules", typed, version).is(412);
  }

  @Test
  void theDeskIsForThoseWhoAnswerForIt() {
    rep.get("/api/credit/desk").is(403);
    Guest.Answer desk = controller.get("/api/credit/desk").is(200);
    assertThat(desk.body().at("/requests").size()).isPositive();
    assertThat(desk.body().at("/holds").size()).isPositive();
    assertThat(desk.body().at("/owing").size()).isPositive();
    Guest.signedIn(HOUSE, "helen").get("/api/credit/desk").is(200);
  }
}
