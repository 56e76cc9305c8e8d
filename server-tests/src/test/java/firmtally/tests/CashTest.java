package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.plan;
import static firmtally.tests.Sales.saveLines;
import static org.assertj.core.api.Assertions.assertThat;

import firmtally.formats.bank.BankStatement;
import firmtally.formats.bank.Camt053;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;

/** From the order to the money: delivered, invoiced, credited, paid, each once and in one act. */
class CashTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private final Guest rep = Guest.signedIn(HOUSE, "mara");
  private final Guest controller = Guest.signedIn(HOUSE, "otto");

  /** An order of what an opportunity comes to, placed without a quote. */
  @SafeVarargs
  private final long ordered(String title, Map<String, Object>... lines) {
    long opportunity = newOpportunity(rep, title);
    saveLines(rep, opportunity, List.of(lines)).is(200);
    return rep.post("/api/opportunities/" + opportunity + "/order", Map.of("poNumber", "PO-1"))
        .is(200)
        .id();
  }

  private static Map<String, Object> scale(String id, String quantity) {
    Map<String, Object> line = line(id, "", quantity, null);
    line.putAll(Map.of("description", "Scale to size", "listPrice", "100", "unitCost", "50"));
    line.put("taxPercent", "19");
    return line;
  }

  private Guest.Answer page(long order) {
    return rep.get("/api/orders/" + order).is(200);
  }

  private long account(long order) {
    return page(order).body().at("/of/accountId").asLong();
  }

  private Guest.Answer deliver(Guest who, long order, String quantity) {
    return who.post(
        "/api/orders/" + order + "/deliveries",
        Map.of("lines", List.of(Map.of("line", "1", "quantity", quantity))));
  }

  private Guest.Answer invoice(long order, Map<String, Object> what) {
    return controller.post("/api/orders/" + order + "/invoices", what);
  }

  private Guest.Answer seen(long invoice) {
    return controller.get("/api/invoices/" + invoice).is(200);
  }

  @Test
  void anOrderIsDeliveredAndInvoicedPartByPartAndSumsToTheCent() {
    long order = ordered("In parts", scale("1", "3"));
    assertThat(page(order).text("/state")).isEqualTo("released");
    assertThat(page(order).text("/terms/toInvoice")).isEqualTo("357.00");
    deliver(rep, order, "4").is(422);
    deliver(rep, order, "1").is(200);
    assertThat(page(order).text("/progress/0/due")).isEqualTo("2");

    long first = invoice(order, Map.of("what", "delivered")).is(200).id();
    assertThat(seen(first).text("/total")).isEqualTo("119.00");
    assertThat(seen(first).text("/item/balance")).isEqualTo("119.00");
    assertThat(page(order).text("/terms/toInvoice")).isEqualTo("238.00");
    invoice(order, Map.of("what", "delivered")).is(409);

    deliver(rep, order, "2").is(200);
    invoice(order, Map.of("what", "rest")).is(200);
    assertThat(page(order).text("/state")).isEqualTo("completed");
    assertThat(page(order).text("/terms/toInvoice")).isEqualTo("0.00");
    invoice(order, Map.of("what", "rest")).is(409);
  }

  @Test
  void aDepositIsSetOffAndACreditNoteOpensTheOrderAgain() {
    long order = ordered("With a deposit", scale("1", "2"));
    long deposit = invoice(order, Map.of("what", "deposit", "percent", "30")).is(200).id();
    assertThat(seen(deposit).text("/total")).isEqualTo("71.40");
    assertThat(page(order).text("/terms/toInvoice")).isEqualTo("166.60");
    deliver(rep, order, "2").is(200);
    long invoice = invoice(order, Map.of("what", "delivered")).is(200).id();
    assertThat(seen(invoice).text("/taxes/0/deducted")).isEqualTo("60.00");
    assertThat(seen(invoice).text("/total")).isEqualTo("166.60");

    String credit = "/api/invoices/" + invoice + "/credit";
    controller.post(credit, Map.of("reason", "")).is(422);
    rep.post(credit, Map.of("reason", "Damaged")).is(403);
    List<Map<String, String>> one = List.of(Map.of("line", "1", "quantity", "1"));
    long note = controller.post(credit, Map.of("reason", "Damaged", "lines", one)).is(200).id();
    assertThat(seen(note).text("/total")).isEqualTo("-119.00");
    assertThat(seen(note).text("/of/credits")).isEqualTo(seen(invoice).text("/number"));
    assertThat(seen(invoice).text("/item/balance")).isEqualTo("47.60");
    assertThat(page(order).text("/state")).isEqualTo("released");
    assertThat(page(order).text("/progress/0/toInvoice")).isEqualTo("1");
  }

  @Test
  void whatRecursIsChargedByItsAgreementOnceForEachDay() {
    long order = ordered("With a plan", plan("1", "CAL-B", "1", 12, 12));
    List<String> keys =
        controller.rows("/api/invoices/proposals").stream()
            .map(row -> row.path("key").asString())
            .toList();
    String agreement = page(order).text("/agreements/0/id");
    String key =
        keys.stream().filter(k -> k.startsWith("charges-" + agreement + "-")).findFirst().get();
    Map<String, Object> proposal = Map.of("key", key);
    Map<String, String> once = Map.of("Idempotency-Key", "charge of " + agreement);
    long made = controller.send(HttpMethod.POST, "/api/invoices", proposal, once).is(200).id();
    assertThat(controller.send(HttpMethod.POST, "/api/invoices", proposal, once).is(200).id())
        .isEqualTo(made);
    controller.post("/api/invoices", proposal).is(409);
    assertThat(seen(made).text("/type")).isEqualTo("charges");
    assertThat(seen(made).text("/lines/0/from")).isEqualTo(House.TODAY.toString());
    assertThat(page(order).text("/terms/toInvoice")).isEqualTo("0.00");

    controller.post("/api/invoices/" + made + "/credit", Map.of("reason", "Too early")).is(200);
    controller.post("/api/invoices", proposal).is(200);
  }

  @Test
  void aProposalThatIsOtherByNowIsNotIssued() {
    long order = ordered("Meanwhile", scale("1", "2"));
    deliver(rep, order, "1").is(200);
    Map<String, Object> proposal = Map.of("key", "delivered-" + order, "total", "119.00");
    deliver(rep, order, "1").is(200);
    assertThat(controller.post("/api/invoices", proposal).is(412).text("/detail"))
        .contains("238.00");
    assertThat(page(order).text("/progress/0/invoiced")).isEqualTo("0");
    rep.get("/api/invoices/proposals").is(403);
    controller.post("/api/invoices", Map.of("key", "nothing")).is(422);
  }

  @Test
  void numbersHaveNoGapsHoweverManyIssueAtOnce() throws Exception {
    List<Long> orders = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      orders.add(ordered("At once " + i, scale("1", "1")));
    }
    ExecutorService many = Executors.newFixedThreadPool(6);
    List<Future<String>> numbers = new ArrayList<>();
    for (long order : orders) {
      numbers.add(
          many.submit(
              () -> seen(invoice(order, Map.of("what", "rest")).is(200).id()).text("/number")));
      // One that is refused takes no number.
      many.submit(() -> invoice(order, Map.of("what", "part")));
    }
    List<Integer> given = new ArrayList<>();
    for (Future<String> number : numbers) {
      given.add(Integer.valueOf(number.get().substring(2)));
    }
    many.shutdown();
    given.sort(null);
    assertThat(given.get(5) - given.get(0)).isEqualTo(5);
    assertThat(new HashSet<>(given)).hasSize(6);
  }

  private byte[] statement(String ref, String amount, String payer, String words) {
    return Camt053.write(
        new BankStatement(
            List.of(
                new BankStatement.Entry(
                    House.TODAY, new BigDecimal(amount), "EUR", payer, words, ref))),
        "test",
        "XX00");
  }

  @Test
  void aStatementIsTakenOnceAndWhatItNamesIsPaid() {
    long order = ordered("Paid by reference", scale("1", "1"));
    long invoice = invoice(order, Map.of("what", "rest")).is(200).id();
    byte[] file =
        statement("B-1", "100.00", "Somebody else", "ref " + seen(invoice).text("/reference"));
    Guest.Answer taken = controller.upload("/api/payments/statement", "s.xml", file).is(200);
    assertThat(taken.text("/booked")).isEqualTo("1");
    assertThat(seen(invoice).text("/item/balance")).isEqualTo("19.00");
    assertThat(controller.upload("/api/payments/statement", "s.xml", file).is(200).text("/known"))
        .isEqualTo("1");
    assertThat(seen(invoice).text("/item/balance")).isEqualTo("19.00");

    Guest.Answer payment = controller.get("/api/payments?account=" + account(order)).is(200);
    String path = "/api/payments/" + payment.text("/rows/0/id") + "/undo";
    Map<String, String> version = match(payment, "/rows/0/version");
    controller.send(HttpMethod.POST, path, Map.of("reason", ""), version).is(422);
    rep.send(HttpMethod.POST, path, Map.of("reason", "Wrong"), version).is(403);
    controller.send(HttpMethod.POST, path, Map.of("reason", "Bounced"), version).is(204);
    assertThat(seen(invoice).text("/item/balance")).isEqualTo("119.00");
    controller.send(HttpMethod.POST, path, Map.of("reason", "Bounced"), version).is(409);
    assertThat(controller.upload("/api/payments/statement", "s.xml", file).is(200).text("/booked"))
        .as("what was undone may be taken once more")
        .isEqualTo("1");
  }

  @Test
  void whatNobodyNamedWaitsForSomebodyToSay() {
    long order = ordered("Paid without words", scale("1", "2"));
    long invoice = invoice(order, Map.of("what", "rest")).is(200).id();
    byte[] csv =
        "date,amount,payer,reference\n2027-03-15,12.34,Nobody Known,thank you\n"
            .getBytes(StandardCharsets.UTF_8);
    assertThat(controller.upload("/api/payments/statement", "s.csv", csv).is(200).text("/open"))
        .isEqualTo("1");
    Guest.Answer open = controller.get("/api/payments?state=open").is(200);
    assertThat(open.text("/rows/0/payer")).isEqualTo("Nobody Known");
    Map<String, Object> book =
        Map.of(
            "accountId",
            account(order),
            "items",
            List.of(seen(invoice).body().at("/item/id").asLong()));
    controller
        .send(
            HttpMethod.POST,
            "/api/payments/" + open.text("/rows/0/id") + "/book",
            book,
            match(open, "/rows/0/version"))
        .is(204);
    assertThat(seen(invoice).text("/item/balance")).isEqualTo("225.66");
    byte[] wrong = "date,amount\nyesterday,much\n".getBytes(StandardCharsets.UTF_8);
    assertThat(
            controller
                .upload("/api/payments/statement", "s.csv", wrong)
                .is(422)
                .text("/problems/0/at"))
        .isEqualTo("row 2");
    rep.upload("/api/payments/statement", "s.csv", csv).is(403);
  }

  @Test
  void aDeliveryThatWasAMistakeIsTakenBackUntilItIsInvoiced() {
    long order = ordered("A mistake", scale("1", "2"));
    long delivery = deliver(rep, order, "2").is(200).id();
    String path = "/api/deliveries/" + delivery;
    Map<String, String> first = Map.of("If-Match", "\"1\"");
    Map<String, String> why = Map.of("reason", "Wrong order");
    Guest.signedIn(HOUSE, "priya").send(HttpMethod.POST, path + "/reverse", why, first).is(403);
    rep.send(HttpMethod.POST, path + "/reverse", why, first).is(204);
    assertThat(page(order).text("/progress/0/due")).isEqualTo("2");
    long again = deliver(rep, order, "2").is(200).id();
    invoice(order, Map.of("what", "delivered")).is(200);
    rep.send(HttpMethod.POST, "/api/deliveries/" + again + "/reverse", why, first).is(409);
    assertThat(rep.get(path + "/pdf").is(200).bytes()).startsWith('%', 'P', 'D', 'F');
  }

  @Test
  void whatIsLeftIsCancelledByLineAndTheOrderIsDone() {
    long order = ordered("Too many", scale("1", "5"));
    deliver(rep, order, "2").is(200);
    invoice(order, Map.of("what", "delivered")).is(200);
    Map<String, Object> four =
        Map.of("reason", "Sold", "lines", List.of(Map.of("line", "1", "quantity", "4")));
    String path = "/api/orders/" + order + "/cancel-lines";
    assertThat(
            rep.send(HttpMethod.POST, path, four, match(page(order), "/version"))
                .is(422)
                .text("/problems/0/message"))
        .isEqualTo("At most 3 of it can still be cancelled.");
    Map<String, Object> three =
        Map.of("reason", "Sold", "lines", List.of(Map.of("line", "1", "quantity", "3")));
    rep.send(HttpMethod.POST, path, three, match(page(order), "/version")).is(204);
    assertThat(page(order).text("/state")).isEqualTo("completed");
    assertThat(page(order).text("/cancellations/0/reason")).isEqualTo("Sold");
  }

  @Test
  void anOrderOfWhichNothingWasDoneIsCancelledAndTheDealGoesOn() {
    long order = ordered("Not yet", scale("1", "1"), plan("2", "CAL-B", "1", 12, 12));
    long opportunity = page(order).body().at("/of/opportunityId").asLong();
    Map<String, Object> why = Map.of("reason", "They wait a year", "goesOn", true);
    String path = "/api/orders/" + order + "/cancel";
    rep.send(HttpMethod.POST, path, why, match(page(order), "/version")).is(204);
    assertThat(page(order).text("/state")).isEqualTo("cancelled");
    assertThat(page(order).text("/agreements/0/state")).isEqualTo("ended");
    assertThat(rep.get("/api/opportunities/" + opportunity).text("/state")).isEqualTo("open");
    rep.send(HttpMethod.POST, path, why, match(page(order), "/version")).is(409);

    long touched = ordered("Begun", scale("1", "1"));
    deliver(rep, touched, "1").is(200);
    rep.send(
            HttpMethod.POST,
            "/api/orders/" + touched + "/cancel",
            why,
            match(page(touched), "/version"))
        .is(409);
  }

  @Test
  void theBridgeLeadsFromTheOpportunityToWhatIsInvoiced() {
    long order = ordered("Bridged", scale("1", "2"));
    invoice(order, Map.of("what", "part", "lines", List.of(Map.of("line", "1", "quantity", "1"))))
        .is(200);
    Guest.Answer bridge = rep.get("/api/orders/" + order + "/bridge").is(200);
    assertThat(bridge.body().at("/steps").findValuesAsString("to"))
        .contains("Order " + page(order).text("/number"), "Invoiced");
    assertThat(bridge.text("/steps/1/parts/quantity")).isEqualTo("-100.00");
    assertThat(bridge.text("/steps/1/after")).isEqualTo("100.00");
    Guest.Answer trail =
        rep.get("/api/trail/" + page(order).body().at("/of/opportunityId").asLong()).is(200);
    assertThat(trail.body().findValuesAsString("kind")).contains("order", "invoice");
  }

  @Test
  void theSumsOverManyOrdersAreWhatTheCoreSaysOfEach() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    Guest.Answer byRep = manager.get("/api/reports/variance?by=rep").is(200);
    Guest.Answer byFamily = manager.get("/api/reports/variance?by=family").is(200);
    assertThat(byRep.text("/total/after")).isEqualTo(byFamily.text("/total/after"));
    BigDecimal explained = new BigDecimal(byRep.text("/total/before"));
    for (String part : List.of("quantity", "price", "discount", "added", "removed")) {
      explained = explained.add(new BigDecimal(byRep.text("/total/" + part)));
    }
    assertThat(explained).isEqualByComparingTo(byRep.text("/total/after"));
    assertThat(new BigDecimal(byRep.text("/total/discount"))).isNegative();
    manager.get("/api/reports/variance?by=weather").is(422);
    assertThat(rep.get("/api/reports/variance?by=rep").body().at("/rows").size())
        .as("a rep sees the team's")
        .isLessThan(byRep.body().at("/rows").size());
  }

  @Test
  void theSameAgainIsAtTodaysPricesAndPlacedFromItsOwnOpportunity() {
    long order = ordered("Again", line("1", "BS-15", "2", "5"));
    Guest.Answer compared = rep.get("/api/orders/" + order + "/again").is(200);
    assertThat(new BigDecimal(compared.text("/totals/parts/discount"))).isPositive();
    long opportunity = rep.post("/api/orders/" + order + "/again", null).is(200).id();
    assertThat(opportunity).isNotEqualTo(page(order).body().at("/of/opportunityId").asLong());
    rep.post("/api/opportunities/" + opportunity + "/order", Map.of("poNumber", "PO-2")).is(200);
    rep.post("/api/opportunities/" + opportunity + "/order", Map.of("poNumber", "PO-2")).is(409);
    controller.post("/api/orders/" + order + "/again", null).is(403);
  }

  @Test
  void papersGoOutByEmail() {
    long order = ordered("By email", scale("1", "1"));
    long before = HOUSE.count("SELECT COUNT(*) FROM outgoing_email");
    rep.post("/api/orders/" + order + "/confirm", null).is(200);
    long delivery = deliver(rep, order, "1").is(200).id();
    rep.post("/api/deliveries/" + delivery + "/email", null).is(200);
    long invoice = invoice(order, Map.of("what", "rest")).is(200).id();
    rep.post("/api/invoices/" + invoice + "/email", null).is(403);
    controller.post("/api/invoices/" + invoice + "/email", null).is(200);
    assertThat(HOUSE.count("SELECT COUNT(*) FROM outgoing_email")).isEqualTo(before + 3);
    assertThat(seen(invoice).text("/sentAt")).isNotEmpty();
    for (String paper :
        List.of(
            "/api/orders/" + order + "/confirmation/pdf",
            "/api/invoices/" + invoice + "/pdf",
            "/api/accounts/" + account(order) + "/statement/pdf")) {
      assertThat(controller.get(paper).is(200).bytes()).startsWith('%', 'P', 'D', 'F');
    }
  }
}
