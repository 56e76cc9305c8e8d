package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.order;
import static firmtally.tests.Sales.plan;
import static firmtally.tests.Sales.saveLines;
import static firmtally.tests.Sales.sentQuote;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;

/** What holds an order, who lets it go, and what must not happen twice. */
class OrderActsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  /** An account that orders by number only, and whose credit is clear. */
  private static final String BY_NUMBER =
      "SELECT MIN(a.id) FROM account a JOIN person p ON p.id = a.owner_id WHERE p.login = 'tom' AND a.po_number_required = 1";

  private static long opportunityAt(Guest rep, long account, String title) {
    return rep.post("/api/opportunities", Map.of("accountId", account, "title", title))
        .is(200)
        .id();
  }

  private static Guest.Answer act(
      Guest who, HttpMethod method, String path, Map<String, String> body, Guest.Answer seen) {
    return who.send(method, path, body, match(seen, "/version"));
  }

  @Test
  void withoutTheirNumberItWaitsForItAndThenGoesByItself() {
    Guest rep = Guest.signedIn(HOUSE, "tom");
    long opportunity = opportunityAt(rep, HOUSE.count(BY_NUMBER), "By number");
    saveLines(
            rep,
            opportunity,
            List.of(line("1", "BS-15", "1", null), plan("2", "CAL-B", "1", 12, 12)))
        .is(200);
    long order = order(rep, sentQuote(rep, opportunity), "");
    Guest.Answer held = rep.get("/api/orders/" + order).is(200);
    assertThat(held.text("/state")).isEqualTo("hold");
    assertThat(held.body().at("/holds").findValuesAsString("reason")).containsExactly("po-number");
    assertThat(held.text("/may/enterPoNumber")).isEqualTo("true");
    assertThat(held.body().at("/agreements")).isEmpty();

    String path = "/api/orders/" + order + "/po-number";
    assertThat(
            act(rep, HttpMethod.PUT, path, Map.of("poNumber", " "), held)
                .is(422)
                .text("/problems/0/at"))
        .isEqualTo("poNumber");
    act(Guest.signedIn(HOUSE, "priya"), HttpMethod.PUT, path, Map.of("poNumber", "PO-1"), held)
        .is(403);
    act(rep, HttpMethod.PUT, path, Map.of("poNumber", "PO-1"), held).is(204);
    Guest.Answer released = rep.get("/api/orders/" + order).is(200);
    assertThat(released.text("/state")).isEqualTo("released");
    assertThat(released.text("/terms/poNumber")).isEqualTo("PO-1");
    assertThat(released.body().at("/agreements").size()).isEqualTo(1);
    act(rep, HttpMethod.PUT, path, Map.of("poNumber", "PO-2"), released).is(204);
    assertThat(rep.get("/api/orders/" + order).text("/terms/poNumber")).isEqualTo("PO-2");
  }

  @Test
  void termsBeyondTheOwnersAuthorityAreSignedOffBeforeTheyLeaveTheHouse() {
    Guest rep = Guest.signedIn(HOUSE, "tom");
    long opportunity = opportunityAt(rep, HOUSE.count(BY_NUMBER), "Deep discount");
    saveLines(rep, opportunity, List.of(line("1", "BS-15", "1", "40"))).is(200);
    long quote = rep.post("/api/opportunities/" + opportunity + "/quotes", null).is(200).id();
    String path = "/api/quotes/" + quote;
    Guest.Answer draft = rep.get(path).is(200);
    assertThat(draft.text("/obstacles/0/words"))
        .contains("Needs sign-off by manager", "discount on row 1, BS-15");
    act(rep, HttpMethod.POST, path + "/send", null, draft).is(409);

    rep.post(path + "/sign-off", Map.of("why", " ")).is(422);
    rep.post(path + "/sign-off", Map.of("why", "A first order.")).is(204);
    rep.post(path + "/sign-off", Map.of("why", "Again.")).is(409);
    Guest.Answer asked = rep.get(path).is(200);
    assertThat(asked.text("/approvals/0/mayAnswer")).isEqualTo("false");
    String answer = "/api/approvals/" + asked.text("/approvals/0/approval/id") + "/answer";
    Map<String, Object> yes = Map.of("yes", true, "comment", "Go.");
    rep.post(answer, yes).is(403);
    Guest.signedIn(HOUSE, "otto").post(answer, yes).is(403);
    Guest manager = Guest.signedIn(HOUSE, "helen");
    manager.post(answer, Map.of("yes", false, "comment", "")).is(422);
    manager.post(answer, yes).is(204);
    manager.post(answer, yes).is(409);

    Guest.Answer signed = rep.get(path).is(200);
    assertThat(signed.body().at("/obstacles")).isEmpty();
    assertThat(signed.text("/approvals/0/approval/answeredByName")).isEqualTo("Helen Sorrel");
    act(rep, HttpMethod.POST, path + "/send", null, signed).is(200);
    Guest.Answer order = rep.get("/api/orders/" + order(rep, quote, "PO-3")).is(200);
    assertThat(order.text("/state")).isEqualTo("released");
  }

  @Test
  void changedTermsNeedTheirSignOffAnew() {
    Guest rep = Guest.signedIn(HOUSE, "tom");
    long opportunity = opportunityAt(rep, HOUSE.count(BY_NUMBER), "Deeper still");
    saveLines(rep, opportunity, List.of(line("1", "BS-15", "1", "40"))).is(200);
    long quote = rep.post("/api/opportunities/" + opportunity + "/quotes", null).is(200).id();
    String path = "/api/quotes/" + quote;
    rep.post(path + "/sign-off", Map.of("why", "A first order.")).is(204);
    String approval = rep.get(path).text("/approvals/0/approval/id");
    Guest.signedIn(HOUSE, "helen")
        .post("/api/approvals/" + approval + "/answer", Map.of("yes", true, "comment", ""))
        .is(204);
    assertThat(rep.get(path).body().at("/obstacles")).isEmpty();
    rep.send(
            HttpMethod.PUT,
            path + "/worksheet",
            Sales.form(List.of(line("1", "BS-15", "1", "45"))),
            match(rep.get(path), "/worksheet/version"))
        .is(200);
    assertThat(rep.get(path).text("/obstacles/0/at")).isEqualTo("signOff");
    act(rep, HttpMethod.POST, path + "/send", null, rep.get(path)).is(409);
  }

  @Test
  void aQuoteIsSentAndOrderedOnce() {
    Guest rep = Guest.signedIn(HOUSE, "tom");
    long opportunity = opportunityAt(rep, HOUSE.count(BY_NUMBER), "Once only");
    saveLines(rep, opportunity, List.of(line("1", "BS-15", "1", null))).is(200);
    long quote = rep.post("/api/opportunities/" + opportunity + "/quotes", null).is(200).id();
    Guest.Answer draft = rep.get("/api/quotes/" + quote).is(200);
    rep.post("/api/quotes/" + quote + "/order", Map.of("poNumber", "PO-4")).is(409);
    Map<String, String> headers = new HashMap<>(match(draft, "/version"));
    headers.put("Idempotency-Key", "send-once");
    long mails = mails();
    rep.send(HttpMethod.POST, "/api/quotes/" + quote + "/send", null, headers).is(200);
    rep.send(HttpMethod.POST, "/api/quotes/" + quote + "/send", null, headers).is(200);
    assertThat(mails()).isEqualTo(mails + 1);
    headers.put("Idempotency-Key", "send-twice");
    rep.send(HttpMethod.POST, "/api/quotes/" + quote + "/send", null, headers).is(409);
    order(rep, quote, "PO-4");
    rep.post("/api/quotes/" + quote + "/order", Map.of("poNumber", "PO-5")).is(409);
    assertThat(rep.get("/api/opportunities/" + opportunity).text("/state")).isEqualTo("won");
    saveLines(rep, opportunity, List.of(line("1", "BS-15", "2", null))).is(409);
  }

  private static long mails() {
    return HOUSE.count("SELECT count(*) FROM outgoing_email");
  }

  @Test
  void aDraftIsChangedAndItsProblemsAreNamedTogether() {
    Guest rep = Guest.signedIn(HOUSE, "tom");
    long opportunity = opportunityAt(rep, HOUSE.count(BY_NUMBER), "A letter");
    saveLines(rep, opportunity, List.of(line("1", "BS-15", "1", null))).is(200);
    long quote = rep.post("/api/opportunities/" + opportunity + "/quotes", null).is(200).id();
    Guest.Answer draft = rep.get("/api/quotes/" + quote).is(200);
    Map<String, String> poor = new HashMap<>(Map.of("validUntil", "soon", "addressee", " "));
    poor.putAll(Map.of("emailTo", "nobody", "letter", "", "paymentTerms", "", "deliveryTerms", ""));
    assertThat(
            act(rep, HttpMethod.PUT, "/api/quotes/" + quote, poor, draft)
                .is(422)
                .body()
                .findValuesAsString("at"))
        .containsExactlyInAnyOrder(
            "validUntil", "addressee", "emailTo", "paymentTerms", "deliveryTerms");
    Map<String, String> good =
        new HashMap<>(Map.of("validUntil", "2030-01-31", "addressee", "Works", "emailTo", ""));
    good.putAll(
        Map.of("letter", "Good day,", "paymentTerms", "At once", "deliveryTerms", "Ex works"));
    act(rep, HttpMethod.PUT, "/api/quotes/" + quote, good, draft).is(204);
    act(rep, HttpMethod.PUT, "/api/quotes/" + quote, good, draft).is(412);
    Guest.Answer changed = rep.get("/api/quotes/" + quote).is(200);
    assertThat(changed.text("/terms/letter")).isEqualTo("Good day,");
    assertThat(
            act(rep, HttpMethod.POST, "/api/quotes/" + quote + "/send", null, changed)
                .is(422)
                .text("/problems/0/message"))
        .isEqualTo("Enter an email address.");
    assertThat(rep.get("/api/quotes/" + quote).text("/state")).isEqualTo("draft");
  }

  @Test
  void aLostOpportunityIsClosedWithItsActivitiesAndCanBeRead() {
    Guest rep = Guest.signedIn(HOUSE, "tom");
    long opportunity = opportunityAt(rep, HOUSE.count(BY_NUMBER), "To be lost");
    Guest.Answer open = rep.get("/api/opportunities/" + opportunity).is(200);
    assertThat(open.body().at("/activities").size()).isEqualTo(1);
    String path = "/api/opportunities/" + opportunity + "/lost";
    act(rep, HttpMethod.POST, path, Map.of("reason", ""), open).is(422);
    act(rep, HttpMethod.POST, path, Map.of("reason", "Price"), open).is(204);
    Guest.Answer lost = rep.get("/api/opportunities/" + opportunity).is(200);
    assertThat(lost.text("/state")).isEqualTo("lost");
    assertThat(lost.text("/about/reason")).isEqualTo("Price");
    assertThat(lost.text("/mayChange")).isEqualTo("false");
    assertThat(lost.text("/activities/0/closedAt")).isNotBlank();
    assertThat(lost.text("/activities/0/doneAt")).as("nobody called").isBlank();
    act(rep, HttpMethod.POST, path, Map.of("reason", "Again"), lost).is(409);
  }

  @Test
  void movingAlongThePathIsLoggedThereAndBack() {
    Guest rep = Guest.signedIn(HOUSE, "tom");
    long opportunity = opportunityAt(rep, HOUSE.count(BY_NUMBER), "To and fro");
    saveLines(rep, opportunity, List.of(line("1", "BS-15", "1", null))).is(200);
    for (int stage : List.of(3, 1, 4)) {
      Guest.Answer now = rep.get("/api/opportunities/" + opportunity).is(200);
      act(rep, HttpMethod.POST, "/api/opportunities/" + opportunity + "/stage/" + stage, null, now)
          .is(204);
    }
    Guest.Answer moved = rep.get("/api/opportunities/" + opportunity).is(200);
    assertThat(moved.text("/stageId")).isEqualTo("4");
    assertThat(moved.body().at("/moves").findValuesAsString("stageId"))
        .containsExactlyInAnyOrder("1", "3", "1", "4");
    act(rep, HttpMethod.POST, "/api/opportunities/" + opportunity + "/stage/999", null, moved)
        .is(404);
  }

  @Test
  void aLaterCloseIsASlipAndOwnOddsAreSeen() {
    Guest rep = Guest.signedIn(HOUSE, "tom");
    long opportunity = opportunityAt(rep, HOUSE.count(BY_NUMBER), "Slipping");
    String path = "/api/opportunities/" + opportunity;
    Guest.Answer before = rep.get(path).is(200);
    String close = before.text("/expectedClose");
    String later = java.time.LocalDate.parse(close).plusDays(1).toString();
    Map<String, String> typed =
        Map.of("title", "Slipping", "expectedClose", later, "probability", "33.5", "note", "");
    act(rep, HttpMethod.PUT, path, typed, before).is(204);
    Guest.Answer after = rep.get(path).is(200);
    assertThat(after.text("/slips")).isEqualTo("1");
    assertThat(after.text("/about/ownProbability")).isEqualTo("33.5");
    Map<String, String> back =
        Map.of("title", "Slipping", "expectedClose", close, "probability", "", "note", "");
    act(rep, HttpMethod.PUT, path, back, after).is(204);
    Guest.Answer again = rep.get(path).is(200);
    assertThat(again.text("/slips")).isEqualTo("1");
    assertThat(again.body().at("/about/ownProbability").isNull()).isTrue();
    Map<String, String> poor =
        Map.of("title", "", "expectedClose", "x", "probability", "101", "note", "");
    assertThat(act(rep, HttpMethod.PUT, path, poor, again).is(422).body().findValuesAsString("at"))
        .containsExactlyInAnyOrder("title", "expectedClose", "probability");
    rep.send(HttpMethod.PUT, path, back, Map.of()).is(400);
    rep.send(HttpMethod.PUT, path, back, Map.of("If-Match", "x")).is(422);
  }
}
