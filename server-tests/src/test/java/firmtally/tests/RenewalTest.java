package firmtally.tests;

import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.plan;
import static firmtally.tests.Sales.saveLines;
import static firmtally.tests.Sales.sentQuote;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** From the order of what recurs to its next term: raised, renewed, moved, left. */
class RenewalTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  /** The term of what is ordered today ends here, a leap day within it. */
  private static final String END = House.TODAY.plusYears(1).minusDays(1).toString();

  private static final String MONTH = END.substring(0, 7);
  private final Guest manager = Guest.signedIn(HOUSE, "helen");
  private final Guest controller = Guest.signedIn(HOUSE, "otto");

  /** The agreement of an order of two plans: 960.00 a year, 590.00 a quarter. */
  private long agreed(String title) {
    long opportunity = newOpportunity(manager, title);
    List<Map<String, Object>> lines =
        List.of(plan("1", "CAL-B", "10", 12, 12), plan("2", "CAL-H", "5", 3, 12));
    saveLines(manager, opportunity, lines).is(200);
    long order =
        manager
            .post("/api/opportunities/" + opportunity + "/order", Map.of("poNumber", "PO-1"))
            .is(200)
            .id();
    return released(order).body().at("/agreements/0/id").asLong();
  }

  /** An order that goes on whatever holds it. */
  private Guest.Answer released(long order) {
    Guest.Answer placed = manager.get("/api/orders/" + order).is(200);
    if (placed.text("/state").equals("hold")) {
      Map<String, String> why = Map.of("comment", "Known to pay.");
      controller
          .send(
              HttpMethod.POST, "/api/orders/" + order + "/release", why, match(placed, "/version"))
          .is(204);
    }
    return manager.get("/api/orders/" + order).is(200);
  }

  private Guest.Answer page(long agreement) {
    return manager.get("/api/agreements/" + agreement).is(200);
  }

  private Guest.Answer act(HttpMethod how, long agreement, String door, Object form) {
    return manager.send(
        how, "/api/agreements/" + agreement + "/" + door, form, match(page(agreement), "/version"));
  }

  private JsonNode row(long agreement) {
    return manager.rows("/api/renewals?from=" + MONTH + "&to=" + MONTH).stream()
        .filter(r -> r.path("id").asLong() == agreement)
        .findFirst()
        .orElseThrow();
  }

  private Map<String, Object> rise(long agreement, String percent) {
    Map<String, Object> form = new HashMap<>();
    form.put("which", Map.of("from", MONTH, "to", MONTH));
    form.put("agreement", agreement);
    form.put("percent", percent);
    return form;
  }

  private Guest.Answer undo(long rise) {
    return manager.post("/api/price-rises/" + rise + "/undo", null);
  }

  @Test
  void anOrderOfWhatRecursHasItsNextTermAndItsCallAtOnce() {
    long id = agreed("At once");
    Guest.Answer page = page(id);
    assertThat(page.text("/state")).isEqualTo("running");
    assertThat(page.text("/end")).isEqualTo(END);
    assertThat(page.text("/monthly")).isEqualTo("276.67");
    assertThat(page.text("/value")).isEqualTo("3320.00");
    // One a year, four a year.
    assertThat(page.body().at("/charges")).hasSize(5);
    assertThat(page.text("/next/value")).isEqualTo("3320.00");
    JsonNode row = row(id);
    assertThat(row.path("status").asString()).isEqualTo("open");
    assertThat(row.path("callId").isNumber()).isTrue();
    assertThat(row.path("callOn").asString()).isEqualTo("2028-02-14");
  }

  @Test
  void raisedUndoneRaisedAndRenewedItIsLargerInTheBridge() {
    long id = agreed("Raised");
    Guest.Answer preview = manager.post("/api/price-rises/preview", rise(id, "4")).is(200);
    assertThat(preview.text("/total/before")).isEqualTo("3320.00");
    assertThat(preview.text("/total/after")).isEqualTo("3452.80");
    assertThat(preview.text("/byMonth/0/group")).isEqualTo(MONTH);
    assertThat(page(id).text("/next/value")).isEqualTo("3320.00");

    long first = manager.post("/api/price-rises", rise(id, "10")).is(200).id();
    assertThat(page(id).text("/next/value")).isEqualTo("3652.00");
    undo(first).is(204);
    assertThat(page(id).text("/next/value")).isEqualTo("3320.00");
    undo(first).is(409);

    long second = manager.post("/api/price-rises", rise(id, "4")).is(200).id();
    assertThat(page(id).text("/next/value")).isEqualTo("3452.80");
    assertThat(page(id).body().at("/rises")).hasSize(2);

    Map<String, String> once = Map.of("Idempotency-Key", "renew " + id);
    String renew = "/api/renewals/" + id + "/order";
    Map<String, String> number = Map.of("poNumber", "PO-2");
    long order = manager.send(HttpMethod.POST, renew, number, once).is(200).id();
    assertThat(manager.send(HttpMethod.POST, renew, number, once).is(200).id()).isEqualTo(order);
    manager.post(renew, number).is(409);
    long follows = released(order).body().at("/agreements/0/id").asLong();
    assertThat(page(id).text("/state")).isEqualTo("renewed");
    assertThat(row(id).path("status").asString()).isEqualTo("renewed");
    Guest.Answer next = page(follows);
    assertThat(next.text("/start")).isEqualTo(House.TODAY.plusYears(1).toString());
    assertThat(next.text("/value")).isEqualTo("3452.80");
    assertThat(next.body().at("/chain")).hasSize(2);
    undo(second).is(409);

    String month = House.TODAY.plusYears(1).toString().substring(0, 7);
    Guest.Answer behind =
        manager.get("/api/recurring/behind?month=" + month + "&move=expansion").is(200);
    List<String> grown = new ArrayList<>();
    behind.body().forEach(b -> grown.add(b.path("account").asString()));
    assertThat(grown).contains("Way Raised");
    Guest.Answer bridge = manager.get("/api/recurring?from=" + month + "&to=" + month).is(200);
    assertThat(bridge.text("/months/0/expansion")).isNotEqualTo("0.00");
    assertThat(bridge.text("/due/0/month")).isEqualTo(month);
  }

  @Test
  void aQuoteStandsInTheWayOfARiseAndOfItsUndoing() {
    long id = agreed("Quoted");
    long made = manager.post("/api/price-rises", rise(id, "4")).is(200).id();
    long quote = sentQuote(manager, page(id).body().at("/next/id").asLong());
    assertThat(undo(made).is(409).text("/detail")).contains("Withdraw them first");
    assertThat(row(id).path("status").asString()).isEqualTo("quoted");
    Guest.Answer again = manager.post("/api/price-rises/preview", rise(id, "4")).is(200);
    assertThat(again.body().at("/quoted")).hasSize(1);
    manager.post("/api/price-rises", rise(id, "4")).is(409);
    Guest.Answer letters = manager.get("/api/price-rises/" + made + "/letters").is(200);
    assertThat(letters.text("/0/quote")).isEqualTo(String.valueOf(quote));
    assertThat(letters.text("/0/quoteState")).isEqualTo("sent");
  }

  @Test
  void aRiseThatIsNoneIsRefusedWithItsPlace() {
    long id = agreed("Refused");
    Map<String, Object> odd = rise(id, "a lot");
    odd.putAll(Map.of("step", "0", "cap", "2", "floor", "3"));
    Guest.Answer refused = manager.post("/api/price-rises", odd).is(422);
    List<String> at = new ArrayList<>();
    refused.body().at("/problems").forEach(p -> at.add(p.path("at").asString()));
    assertThat(at).contains("percent", "step", "floor");
    manager.post("/api/price-rises", rise(id, "0")).is(409);
    manager.get("/api/renewals?from=soon").is(422);
    Guest.signedIn(HOUSE, "otto").post("/api/price-rises/preview", rise(id, "4")).is(403);
  }

  @Test
  void endedEarlyWhatWasChargedForTheRestIsCredited() {
    long id = agreed("Left early");
    String charge = "charges-" + id + "-" + House.TODAY;
    assertThat(proposals()).contains(charge);
    manager.get("/api/agreements/" + id + "/end?on=").is(422);
    long invoice = controller.post("/api/invoices", Map.of("key", charge)).is(200).id();

    // Kept are 184 of 366 days of 960.00; of the quarter nothing is left over.
    Guest.Answer effect = manager.get("/api/agreements/" + id + "/end?on=2027-09-14").is(200);
    assertThat(effect.body().at("/credits")).hasSize(1);
    assertThat(effect.text("/credits/0/net")).isEqualTo("477.38");
    Map<String, String> left =
        Map.of("reason", "Closes the site", "competitor", "", "lastDay", "2027-09-14");
    act(HttpMethod.POST, id, "not-renewed", Map.of("reason", "", "lastDay", "soon")).is(422);
    act(HttpMethod.POST, id, "not-renewed", left).is(204);
    act(HttpMethod.POST, id, "not-renewed", left).is(409);
    Guest.Answer page = page(id);
    assertThat(page.text("/state")).isEqualTo("not-renewed");
    assertThat(page.text("/reason")).isEqualTo("Closes the site");
    assertThat(page.text("/end")).isEqualTo("2027-09-14");
    assertThat(manager.get("/api/opportunities/" + nextOf(id)).text("/state")).isEqualTo("lost");

    String credit = "credit-" + invoice;
    assertThat(proposals()).contains(credit);
    long note = controller.post("/api/invoices", Map.of("key", credit)).is(200).id();
    assertThat(controller.get("/api/invoices/" + note).is(200).text("/net")).isEqualTo("-477.38");
    assertThat(proposals()).doesNotContain(credit);
    controller.post("/api/invoices", Map.of("key", credit)).is(409);
  }

  private List<String> proposals() {
    return controller.rows("/api/invoices/proposals").stream()
        .map(row -> row.path("key").asString())
        .toList();
  }

  private long nextOf(long agreement) {
    String number = page(agreement).text("/number");
    return manager.rows("/api/opportunities?state=lost&text=" + number).stream()
        .findFirst()
        .orElseThrow()
        .path("id")
        .asLong();
  }

  @Test
  void whatBecomesOfTheNextTermBecomesOfTheAgreement() {
    long id = agreed("Lost and found");
    long next = page(id).body().at("/next/id").asLong();
    String door = "/api/opportunities/" + next;
    Guest.Answer open = manager.get(door).is(200);
    manager
        .send(HttpMethod.POST, door + "/lost", Map.of("reason", "Price"), match(open, "/version"))
        .is(204);
    assertThat(page(id).text("/state")).isEqualTo("not-renewed");
    assertThat(page(id).text("/reason")).isEqualTo("Price");
    Guest.Answer lost = manager.get(door).is(200);
    manager.send(HttpMethod.POST, door + "/reopened", null, match(lost, "/version")).is(204);
    assertThat(page(id).text("/state")).isEqualTo("running");
  }

  @Test
  void aCommonEndShowsItsStubBefore() {
    long id = agreed("Common end");
    Guest.Answer effect = manager.get("/api/agreements/" + id + "/end?on=2028-03-31").is(200);
    assertThat(effect.body().at("/credits")).isEmpty();
    assertThat(effect.body().at("/added")).isNotEmpty();
    assertThat(page(id).text("/end")).isEqualTo(END);
    act(HttpMethod.PUT, id, "end", Map.of("on", "2026-01-01")).is(422);
    act(HttpMethod.PUT, id, "end", Map.of("on", "2028-03-31")).is(204);
    Guest.Answer page = page(id);
    assertThat(page.text("/end")).isEqualTo("2028-03-31");
    assertThat(page.text("/value")).isEqualTo(effect.text("/value"));
    assertThat(page.text("/callOn")).isEqualTo("2028-02-29");
    Guest.Answer next = manager.get("/api/opportunities/" + page.text("/next/id")).is(200);
    assertThat(next.text("/title")).endsWith("from 2028-04-01");
    assertThat(next.text("/expectedClose")).isEqualTo("2028-03-31");
  }

  @Test
  void whatIsSoldLaterJoinsAndIsRenewedWithIt() {
    long id = agreed("Joined later");
    act(HttpMethod.PUT, id, "end", Map.of("on", "2027-09-14")).is(204);
    Map<String, Object> more =
        Map.of("accountId", page(id).body().at("/accountId").asLong(), "title", "More");
    long deal = manager.post("/api/opportunities", more).is(200).id();
    String door = "/api/opportunities/" + deal;
    assertThat(manager.get(door + "/joinable").is(200).body()).isEmpty();
    saveLines(manager, deal, List.of(plan("1", "CAL-B", "4", 12, 24))).is(200);
    Guest.Answer joinable = manager.get(door + "/joinable").is(200);
    assertThat(joinable.body()).hasSize(1);
    // 184 of the 366 days of a year at 384.00.
    assertThat(joinable.text("/0/until")).isEqualTo("193.05");

    Map<String, Object> form = new HashMap<>(Map.of("poNumber", "PO-3", "joins", 999_999));
    manager.post(door + "/order", form).is(409);
    form.put("joins", id);
    long order = manager.post(door + "/order", form).is(200).id();
    long joined = released(order).body().at("/agreements/0/id").asLong();
    Guest.Answer page = page(joined);
    assertThat(page.text("/end")).isEqualTo("2027-09-14");
    assertThat(page.text("/value")).isEqualTo("193.05");
    assertThat(page.text("/joins/number")).isEqualTo(page(id).text("/number"));
    Guest.Answer with = page(id);
    assertThat(with.text("/joinedBy/0/number")).isEqualTo(page.text("/number"));
    assertThat(with.text("/next/monthly")).isEqualTo(with.text("/runningMonthly"));
    manager.post("/api/renewals/" + joined + "/order", Map.of()).is(409);

    String next = "/api/opportunities/" + with.text("/next/id");
    Guest.Answer open = manager.get(next).is(200);
    Map<String, String> price = Map.of("reason", "Price");
    manager.send(HttpMethod.POST, next + "/lost", price, match(open, "/version")).is(204);
    assertThat(page(joined).text("/state")).isEqualTo("not-renewed");
    Guest.Answer lost = manager.get(next).is(200);
    manager.send(HttpMethod.POST, next + "/reopened", null, match(lost, "/version")).is(204);
    assertThat(page(joined).text("/state")).isEqualTo("running");
    long renewed =
        manager.post("/api/renewals/" + id + "/order", Map.of("poNumber", "PO-4")).is(200).id();
    long follows = released(renewed).body().at("/agreements/0/id").asLong();
    assertThat(page(joined).text("/state")).isEqualTo("renewed");
    assertThat(page(id).text("/state")).isEqualTo("renewed");
    assertThat(page(follows).body().at("/lines")).hasSize(3);
  }

  @Test
  void whatJoinedTakesItsLinesAlongWhenItLeaves() {
    long id = agreed("Left again");
    String before = page(id).text("/next/value");
    long first = joined(id);
    long second = joined(id);
    assertThat(page(id).text("/next/growth")).isEqualTo("0.00");
    assertThat(page(id).body().at("/joinedBy")).hasSize(2);

    act(HttpMethod.POST, first, "not-renewed", Map.of("reason", "No need")).is(204);
    assertThat(page(first).text("/state")).isEqualTo("not-renewed");
    assertThat(page(first).body().at("/joins").isNull()).isTrue();
    assertThat(page(id).text("/state")).isEqualTo("running");
    String order = "/api/orders/" + page(second).text("/orderId");
    manager
        .send(
            HttpMethod.POST,
            order + "/cancel",
            Map.of("reason", "Ordered by mistake", "goesOn", false),
            match(manager.get(order).is(200), "/version"))
        .is(204);
    assertThat(page(id).body().at("/joinedBy")).isEmpty();
    assertThat(page(id).text("/next/value")).isEqualTo(before);
  }

  /** Four more plans of the same customer, renewed with an agreement. */
  private long joined(long id) {
    Map<String, Object> more =
        Map.of("accountId", page(id).body().at("/accountId").asLong(), "title", "More");
    long deal = manager.post("/api/opportunities", more).is(200).id();
    saveLines(manager, deal, List.of(plan("1", "CAL-B", "4", 12, 12))).is(200);
    Map<String, Object> form = Map.of("poNumber", "PO-5", "joins", id);
    long order = manager.post("/api/opportunities/" + deal + "/order", form).is(200).id();
    return released(order).body().at("/agreements/0/id").asLong();
  }

  @Test
  void theCallMovesWithTheNotice() {
    long id = agreed("Notice");
    Map<String, String> terms =
        Map.of("noticeMonths", "3", "upliftPercent", "2.5", "terms", "By letter");
    String stale = page(id).text("/version");
    act(HttpMethod.PUT, id, "terms", terms).is(204);
    assertThat(page(id).text("/callOn")).isEqualTo("2027-12-14");
    assertThat(page(id).text("/upliftPercent")).isEqualTo("2.5");
    Map<String, String> old = Map.of("If-Match", "\"" + stale + "\"");
    manager.send(HttpMethod.PUT, "/api/agreements/" + id + "/terms", terms, old).is(412);
    act(HttpMethod.PUT, id, "terms", Map.of("noticeMonths", "often")).is(422);
  }

  @Test
  void anotherTeamSeesNoneOfIt() {
    long id = agreed("Not theirs");
    Guest other = Guest.signedIn(HOUSE, "priya");
    other.get("/api/agreements/" + id).is(403);
    other.post("/api/renewals/" + id + "/order", Map.of()).is(403);
    assertThat(other.rows("/api/renewals?from=" + MONTH + "&to=" + MONTH))
        .noneMatch(r -> r.path("id").asLong() == id);
    other.post("/api/price-rises", rise(id, "4")).is(409);
  }
}
