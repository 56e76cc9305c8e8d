package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.plan;
import static firmtally.tests.Sales.saveLines;
import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** A quote leaves the house, and its customer reads and answers it by the link. */
class CustomerCopyTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final Pattern LINK = Pattern.compile("/copy/([A-Za-z0-9_-]{40,})");
  private final Guest rep = Guest.signedIn(HOUSE, "mara");
  private final Guest customer = new Guest(HOUSE);

  private static Map<String, Object> option(String id, String product, String quantity) {
    Map<String, Object> line = line(id, product, quantity, null);
    line.put("optional", true);
    return line;
  }

  private static Map<String, Object> alternative(String id, String product, boolean chosen) {
    Map<String, Object> line = line(id, product, "1", null);
    line.putAll(Map.of("alternativeSet", "floor", "chosen", chosen));
    return line;
  }

  /** A draft of a scale, an optional display, and one of two floor scales. */
  private long draft(String title) {
    long opportunity = newOpportunity(rep, title);
    saveLines(
            rep,
            opportunity,
            List.of(
                line("a", "BS-15", "2", "5"),
                option("b", "AC-T60", "2"),
                alternative("c", "FS-1500", true),
                alternative("d", "FX-1500", false)))
        .is(200);
    return rep.post("/api/opportunities/" + opportunity + "/quotes", null).is(200).id();
  }

  private Guest.Answer act(long quote, String act, Object body) {
    Guest.Answer page = rep.get("/api/quotes/" + quote).is(200);
    return rep.send(HttpMethod.POST, "/api/quotes/" + quote + act, body, match(page, "/version"));
  }

  /** The door of the link in the latest email. */
  private String door() {
    String text = rep.get("/api/outbox/" + latestEmail()).text("/text");
    Matcher link = LINK.matcher(text);
    assertThat(link.find()).as(text).isTrue();
    return "/api/copy/" + link.group(1);
  }

  private String latestEmail() {
    return rep.get("/api/outbox").text("/rows/0/id");
  }

  private String sentDoor(String title) {
    act(draft(title), "/send", null).is(200);
    return door();
  }

  private static Map<String, Object> accepting(Guest.Answer seen, Object picks) {
    Map<String, Object> form = new HashMap<>();
    form.putAll(Map.of("name", "Ann Reed", "poNumber", "PO-77"));
    form.put("total", seen.text("/offer/total"));
    form.put("picks", picks);
    return form;
  }

  private static BigDecimal number(String written) {
    return new BigDecimal(written.replace("\u00a0", ""));
  }

  @Test
  void whatTheCustomerPicksAndAcceptsBecomesTheOrder() {
    long quote = draft("Picked");
    act(quote, "/send", null).is(200);
    String door = door();
    Guest.Answer seen = customer.get(door).is(200);
    assertThat(seen.text("/state")).isEqualTo("open");
    assertThat(seen.text("/offer/lines/1/choice")).isEqualTo("option");
    assertThat(seen.text("/offer/lines/2/choice")).isEqualTo("alternative");

    Map<String, Object> picks =
        Map.of("options", List.of("2"), "alternatives", Map.of("floor", "4"));
    Guest.Answer picked = customer.post(door + "/picks", picks).is(200);
    assertThat(picked.body().at("/offer/lines/1/picked").asBoolean()).isTrue();
    assertThat(picked.body().at("/offer/lines/2/picked").asBoolean()).isFalse();
    assertThat(number(picked.text("/offer/total")))
        .isGreaterThan(number(seen.text("/offer/total")));
    customer.post(door + "/picks", Map.of("options", List.of("1"))).is(422);
    customer.post(door + "/picks", Map.of("options", List.of("99"))).is(422);

    customer.post(door + "/accepted", accepting(seen, picks)).is(409);
    Map<String, Object> form = accepting(picked, picks);
    form.put("name", " ");
    customer.post(door + "/accepted", form).is(422);
    Guest.Answer accepted = customer.post(door + "/accepted", accepting(picked, picks)).is(200);
    assertThat(accepted.text("/state")).isEqualTo("accepted");
    assertThat(accepted.text("/acceptance/fingerprint")).matches("[0-9a-f]{64}");
    assertThat(accepted.text("/acceptance/text")).contains("Ann Reed", "PO-77", "remote display");
    assertThat(accepted.text("/offer/total")).isEqualTo(picked.text("/offer/total"));
    customer.post(door + "/accepted", accepting(picked, picks)).is(409);
    customer.post(door + "/declined", Map.of("name", "Ann", "words", "No")).is(409);

    Guest.Answer page = rep.get("/api/quotes/" + quote).is(200);
    assertThat(page.text("/state")).isEqualTo("accepted");
    assertThat(page.text("/poNumber")).isEqualTo("PO-77");
    assertThat(kinds(quote)).contains("quote-accepted");
    // What was picked is what the opportunity is worth from now on.
    Guest.Answer opportunity =
        rep.get("/api/opportunities/" + page.text("/of/opportunityId")).is(200);
    assertThat(opportunity.text("/value")).isEqualTo(page.text("/worksheet/totals/contract"));
    long order =
        rep.post("/api/quotes/" + quote + "/order", Map.of("poNumber", "PO-77")).is(200).id();
    JsonNode totals = rep.get("/api/orders/" + order).is(200).body().at("/worksheet/totals");
    assertThat(totals.path("contract").asString())
        .isEqualTo(page.text("/worksheet/totals/contract"));
    assertThat(number(picked.text("/offer/total")))
        .isEqualByComparingTo(totals.path("invoiceTotal").asString());
  }

  private List<String> kinds(long quote) {
    return rep.get("/api/day-sheet")
        .is(200)
        .body()
        .at("/rows")
        .valueStream()
        .filter(row -> row.path("record").asString().equals("quote"))
        .filter(row -> row.path("id").asLong() == quote)
        .flatMap(
            row ->
                Stream.concat(
                    Stream.of(row.path("kind").asString()),
                    row.path("also").valueStream().map(JsonNode::asString)))
        .toList();
  }

  @Test
  void nothingOfTheHouseIsInWhatTheCustomerGets() {
    String door = sentDoor("Nothing inner");
    for (Guest.Answer answer :
        List.of(customer.get(door).is(200), customer.post(door + "/picks", Map.of()).is(200))) {
      assertThat(answer.body().toString().toLowerCase(java.util.Locale.ROOT))
          .doesNotContain(
              "cost", "margin", "rule", "signoff", "floor\":", "probability", "weighted")
          .doesNotContain("\"id\"", "worksheet", "opportunity", "owner");
    }
    assertThat(customer.get(door + "/quote.pdf").is(200).bytes()).startsWith('%', 'P', 'D', 'F');
    customer.get("/api/quotes").is(401);
  }

  @Test
  void aLinkDiesWithWhatItLeadsTo() {
    long quote = draft("Superseded");
    act(quote, "/send", null).is(200);
    String door = door();
    act(quote, "/revisions", null).is(200);
    Guest.Answer old = customer.get(door).is(200);
    assertThat(old.text("/state")).isEqualTo("closed");
    assertThat(old.text("/words")).contains("superseded");
    assertThat(old.body().path("offer").isNull()).isTrue();
    customer.get(door + "/quote.pdf").is(404);
    customer.post(door + "/accepted", Map.of("name", "Ann", "total", "1")).is(409);

    long other = draft("Ended");
    act(other, "/send", null).is(200);
    String ended = door();
    Guest.signedIn(HOUSE, "tom")
        .send(HttpMethod.DELETE, "/api/quotes/" + other + "/copies", null, Map.of())
        .is(403);
    Guest.signedIn(HOUSE, "tom").get("/api/quotes/" + other + "/copies").is(403);
    String another = rep.post("/api/quotes/" + other + "/copies", null).is(200).text("/url");
    assertThat(another).contains("/copy/");
    rep.send(HttpMethod.DELETE, "/api/quotes/" + other + "/copies", null, Map.of()).is(204);
    customer.get(ended).is(404);
    customer.get("/api" + another.substring(another.indexOf("/copy/"))).is(404);
    assertThat(rep.get("/api/quotes/" + other + "/copies").body().toString())
        .doesNotContain(ended.substring(ended.lastIndexOf('/') + 1));
  }

  @Test
  void guessesAreThrottledAndRightLinksAreNot() {
    String door = sentDoor("Throttled");
    Map<String, String> from = Map.of("X-Forwarded-For", "203.0.113.77");
    int refused = 0;
    for (int i = 0; i < 40; i++) {
      int status = customer.send(HttpMethod.GET, "/api/copy/guess" + i, null, from).status();
      refused += status == 429 ? 1 : 0;
    }
    assertThat(refused).isGreaterThan(5);
    for (int i = 0; i < 30; i++) {
      customer.send(HttpMethod.GET, door, null, Map.of("X-Forwarded-For", "203.0.113.78")).is(200);
    }
  }

  @Test
  void whatTheCustomerAsksAndDeclinesIsOnTheRepsSheet() {
    long quote = draft("Asked");
    act(quote, "/send", null).is(200);
    String door = door();
    customer.post(door + "/questions", Map.of("name", "Ann", "words", "")).is(422);
    customer.post(door + "/questions", Map.of("name", "Ann", "words", "By when?")).is(200);
    assertThat(rep.get("/api/day-sheet").is(200).body().toString()).contains("Ann asks on Q-");
    customer.post(door + "/declined", Map.of("name", "Ann", "words", "Too dear")).is(200);
    Guest.Answer page = rep.get("/api/quotes/" + quote).is(200);
    assertThat(page.text("/state")).isEqualTo("declined");
    assertThat(page.text("/terms/reason")).isEqualTo("Ann: Too dear");
    assertThat(kinds(quote)).contains("quote-declined");
    assertThat(rep.get("/api/quotes/" + quote + "/copies").body().at("/answers")).hasSize(2);
    // Nobody follows up what was answered.
    String opportunity = page.text("/of/opportunityId");
    assertThat(
            rep.get("/api/opportunities/" + opportunity)
                .body()
                .at("/activities")
                .valueStream()
                .filter(a -> a.path("subject").asString().startsWith("Follow up quote"))
                .allMatch(a -> !a.path("closedAt").isNull()))
        .isTrue();
  }

  @Test
  void anEmailGoesToSeveralWithItsEnclosuresAndAgainWithoutARevision() {
    long quote = draft("Mailed");
    String opportunity = rep.get("/api/quotes/" + quote).text("/of/opportunityId");
    rep.upload(
            "/api/records/opportunity/" + opportunity + "/files",
            "Plan.pdf",
            "%PDF-".getBytes(StandardCharsets.UTF_8))
        .is(204);
    JsonNode offered = rep.get("/api/quotes/" + quote + "/enclosures").is(200).body();
    long file =
        offered
            .valueStream()
            .filter(f -> f.path("name").asString().equals("Plan.pdf"))
            .findFirst()
            .orElseThrow()
            .path("id")
            .asLong();
    Map<String, String> seen = match(rep.get("/api/quotes/" + quote), "/version");
    String path = "/api/quotes/" + quote + "/enclosures";
    rep.send(HttpMethod.PUT, path, Map.of("files", List.of(999_999)), seen).is(422);
    rep.send(HttpMethod.PUT, path, Map.of("files", List.of(file)), seen).is(204);
    rep.send(HttpMethod.PUT, path, Map.of("files", List.of()), seen).is(412);

    Map<String, Object> message = new HashMap<>();
    message.putAll(Map.of("to", "ann@reed.example; ben@reed.example", "copyToMe", true));
    message.putAll(
        Map.of("subject", "Our offer", "text", "Please see {link}", "followUpOn", "2090-01-05"));
    message.put("to", "no address");
    act(quote, "/send", message).is(422);
    message.put("to", "ann@reed.example; ben@reed.example");
    act(quote, "/send", message).is(200);
    Guest.Answer email = rep.get("/api/outbox/" + latestEmail()).is(200);
    assertThat(email.body().at("/to")).hasSize(2);
    assertThat(email.text("/copies/0")).isEqualTo("mara@harrowplumb.example");
    assertThat(email.body().at("/attachments")).hasSize(2);
    assertThat(email.text("/attachments/1")).isEqualTo("Plan.pdf");
    String eml =
        new String(
            rep.get("/api/outbox/" + latestEmail() + "/mail.eml").is(200).bytes(),
            StandardCharsets.UTF_8);
    assertThat(eml).containsPattern("Message-ID: <[^@]+@harrowplumb.example>");
    customer.get(door() + "/files/0").is(200);
    customer.get(door() + "/files/1").is(404);

    rep.post("/api/quotes/" + quote + "/sent-again", message).is(204);
    assertThat(rep.get("/api/quotes/" + quote).body().path("revision").asInt()).isEqualTo(1);
    customer.get(door()).is(200);
  }

  @Test
  void whatWasSentStaysAsItLeftHoweverTheSettingsChange() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    long quote = draft("Framed");
    act(quote, "/send", null).is(200);
    String door = door();
    Guest.Answer before = customer.get(door).is(200);
    String letter = rep.get("/api/quotes/" + quote).text("/words/letter");
    JsonNode texts = manager.get("/api/texts").is(200).body();
    JsonNode general =
        texts
            .path("texts")
            .valueStream()
            .filter(t -> t.path("purpose").asString().equals("general-terms"))
            .findFirst()
            .orElseThrow();
    String path = "/api/texts/" + general.path("id").asLong();
    Map<String, String> version =
        Map.of("If-Match", "\"" + general.path("version").asLong() + "\"");
    manager.send(HttpMethod.PUT, path, Map.of("body", "Other terms."), version).is(204);
    String opportunity = rep.get("/api/quotes/" + quote).text("/of/opportunityId");
    assertThat(customer.get(door).body().at("/offer/generalTerms"))
        .isEqualTo(before.body().at("/offer/generalTerms"));
    assertThat(customer.get(door).body().at("/offer/terms"))
        .isEqualTo(before.body().at("/offer/terms"));
    assertThat(rep.get("/api/quotes/" + quote).text("/words/letter")).isEqualTo(letter);
    assertThat(customer.get(sentDoor("Framed later")).body().at("/offer/generalTerms/0").asString())
        .isEqualTo("Other terms.");

    // What is lost can no longer be accepted by a link that is still about.
    Guest.Answer page = rep.get("/api/opportunities/" + opportunity);
    rep.send(
            HttpMethod.POST,
            "/api/opportunities/" + opportunity + "/lost",
            Map.of("reason", "Price", "competitor", ""),
            match(page, "/version"))
        .is(204);
    Guest.Answer lost = customer.get(door).is(200);
    assertThat(lost.text("/state")).isEqualTo("closed");
    assertThat(lost.text("/words")).contains("no longer open");
    customer.post(door + "/accepted", accepting(before, null)).is(409);
  }

  @Test
  void picturesHaveADoorOfTheirOwnAndAnEmailNamesItsUnknownFields() {
    long quote = draft("Pictured");
    Guest.Answer page = rep.get("/api/quotes/" + quote);
    Map<String, Object> terms = new HashMap<>();
    terms.putAll(Map.of("validUntil", "2027-04-30", "addressee", "Reed", "emailTo", "a@b.example"));
    terms.putAll(Map.of("letter", "x", "paymentTerms", "x", "deliveryTerms", "y"));
    terms.put("showPictures", true);
    rep.send(HttpMethod.PUT, "/api/quotes/" + quote, terms, match(page, "/version")).is(204);
    Guest.Answer refused = act(quote, "/send", Map.of("text", "For {nobody}"));
    assertThat(refused.is(422).text("/problems/0/at")).isEqualTo("text");
    act(quote, "/send", Map.of("text", "Until {valid until}: {link}")).is(200);
    assertThat(rep.get("/api/outbox/" + latestEmail()).text("/text"))
        .startsWith("Until 30 April 2027: http");
    String door = door();
    Guest.Answer seen = customer.get(door).is(200);
    assertThat(seen.body().at("/offer/lines/0/pictured").asBoolean()).isTrue();
    assertThat(seen.body().toString()).doesNotContain("base64");
    assertThat(customer.get(door + "/pictures/1").is(200).bytes()).isNotEmpty();
    customer.get(door + "/pictures/99").is(404);
    assertThat(rep.get("/api/quotes/" + quote + "/quote.pdf").is(200).bytes().length)
        .isLessThan(400_000);
  }

  @Test
  void ofTwoWhoAcceptAtOnceOneDoesAndNobodyAcceptsWhatIsRevised() throws Exception {
    String door = sentDoor("At once");
    Guest.Answer seen = customer.get(door);
    Map<String, Object> form = accepting(seen, null);
    Guest second = new Guest(HOUSE);
    second.get(door);
    assertThat(
            atOnce(
                () -> customer.post(door + "/accepted", form).status(),
                () -> second.post(door + "/accepted", form).status()))
        .containsExactlyInAnyOrder(200, 409);

    long quote = draft("Revised meanwhile");
    act(quote, "/send", null).is(200);
    String open = door();
    Map<String, Object> other = accepting(customer.get(open), null);
    Map<String, String> version = match(rep.get("/api/quotes/" + quote), "/version");
    List<Integer> both =
        atOnce(
            () -> customer.post(open + "/accepted", other).status(),
            () ->
                rep.send(HttpMethod.POST, "/api/quotes/" + quote + "/revisions", null, version)
                    .status());
    assertThat(both).contains(200).containsAnyOf(409, 412);
    String state = rep.get("/api/quotes/" + quote).text("/state");
    assertThat(state).isEqualTo(both.get(0) == 200 ? "accepted" : "superseded");
  }

  private static List<Integer> atOnce(Callable<Integer> one, Callable<Integer> other)
      throws Exception {
    CyclicBarrier start = new CyclicBarrier(2);
    ExecutorService hands = Executors.newFixedThreadPool(2);
    try {
      Future<Integer> first = hands.submit(() -> begin(start, one));
      Future<Integer> second = hands.submit(() -> begin(start, other));
      return List.of(first.get(), second.get());
    } finally {
      hands.shutdown();
    }
  }

  private static Integer begin(CyclicBarrier start, Callable<Integer> act) throws Exception {
    start.await();
    return act.call();
  }

  @Test
  void aRenewalSaysWhatItChangesAgainstTheRunningTerm() {
    long opportunity = newOpportunity(rep, "To be renewed");
    saveLines(
            rep,
            opportunity,
            List.of(plan("1", "CAL-B", "2", 12, 12), plan("2", "CAL-H", "1", 3, 12)))
        .is(200);
    Map<String, String> number = Map.of("poNumber", "PO-1");
    long order = rep.post("/api/opportunities/" + opportunity + "/order", number).is(200).id();
    String next = rep.get("/api/orders/" + order).is(200).text("/agreements/0/nextId");
    Map<String, Object> more = plan("1", "CAL-B", "3", 12, 12);
    saveLines(rep, Long.parseLong(next), List.of(more)).is(200);
    long quote = rep.post("/api/opportunities/" + next + "/quotes", null).is(200).id();
    act(quote, "/send", null).is(200);
    Guest.Answer seen = customer.get(door()).is(200);
    assertThat(seen.text("/offer/changes/0/words")).isEqualTo("Calibration plan, bench scale");
    assertThat(seen.text("/offer/changes/0/before")).startsWith("2 at 96");
    assertThat(seen.text("/offer/changes/0/after")).startsWith("3 at 96");
    assertThat(seen.text("/offer/changes/1/before")).contains("every 3 months");
    assertThat(seen.body().at("/offer/changes/1/after").isNull()).isTrue();
    assertThat(seen.body().at("/offer/changes")).hasSize(2);
    Guest.Answer fresh = customer.get(sentDoor("Nothing before it")).is(200);
    assertThat(fresh.body().at("/offer/changes").isNull()).isTrue();
  }
}
