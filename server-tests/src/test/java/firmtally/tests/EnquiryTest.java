package firmtally.tests;

import static firmtally.tests.Sales.match;
import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Enquiries: taken down, found again, given, worked, brought from files and from the web form. */
class EnquiryTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  static Map<String, Object> enquiry(String name, String contactDetails, String owner) {
    return new HashMap<>(
        Map.of(
            "name",
            name,
            "contactDetails",
            contactDetails,
            "subject",
            "Two scales",
            "town",
            "Saltmere",
            "owner",
            owner));
  }

  private static Guest.Answer act(Guest guest, long id, String act, Map<String, ?> body) {
    Guest.Answer page = guest.get("/api/enquiries/" + id).is(200);
    return guest.send(
        HttpMethod.POST, "/api/enquiries/" + id + act, body, match(page, "/enquiry/version"));
  }

  @Test
  void whoMayBeTheSameIsFoundByMailByDigitsAndByNearlyTheName() {
    Guest rep = Guest.signedIn(HOUSE, "nils");
    rep.post(
            "/api/enquiries",
            enquiry("Thornbury Mill", "office@thornbury.example, +49 555 0777 123", ""))
        .is(200);
    assertThat(rep.get("/api/enquiries/alike?email=OFFICE@thornbury.example").text("/0/why"))
        .isEqualTo("same email address");
    assertThat(rep.get("/api/enquiries/alike?phone=0555-0777/123").text("/0/why"))
        .isEqualTo("same phone number");
    assertThat(rep.get("/api/enquiries/alike?name=Thornbry Mill&town=Saltmere").text("/0/why"))
        .isEqualTo("name nearly the same");
    assertThat(rep.get("/api/enquiries/alike?name=Thornbry Mill&town=Oxbarrow").text("/0/why"))
        .isEqualTo("name nearly the same, in another place");
    assertThat(rep.get("/api/enquiries/alike?name=Something Else").body().size()).isZero();
    String contact =
        rep.get("/api/accounts/" + HOUSE.accountOf("nils", 0) + "/contacts")
            .is(200)
            .text("/0/phone");
    assertThat(rep.get("/api/enquiries/alike?phone=" + contact).body().findValuesAsString("id"))
        .contains("3");
  }

  @Test
  void oneWithoutAValueIsRankedByWhatSuchEnquiriesHaveBrought() {
    Guest rep = Guest.signedIn(HOUSE, "nils");
    Map<String, Object> typed = enquiry("Fern Farm", "f@fern.example", "");
    typed.put("source", "trade fair");
    long id = rep.post("/api/enquiries", typed).is(200).id();
    Guest.Answer page = rep.get("/api/enquiries/" + id).is(200);
    BigDecimal expected = new BigDecimal(page.text("/enquiry/expected"));
    assertThat(expected).isPositive();
    for (JsonNode row : rep.get("/api/day-sheet").is(200).body().at("/rows")) {
      if (row.path("record").asString().equals("enquiry") && row.path("id").asLong() == id) {
        assertThat(row.path("expected").asBoolean()).isTrue();
        assertThat(new BigDecimal(row.path("atStake").asString())).isEqualByComparingTo(expected);
      }
    }
    List<JsonNode> all = rep.rows("/api/enquiries?state=all&sort=value");
    assertThat(all.stream().map(row -> row.path("id").asLong()).distinct()).hasSize(all.size());
    assertThat(all)
        .hasSameSizeAs(rep.rows("/api/enquiries?state=all"))
        .extracting(
            row ->
                new BigDecimal(
                    row.path(row.path("value").isNull() ? "expected" : "value").asString()))
        .isSortedAccordingTo(Comparator.reverseOrder());
  }

  @Test
  void whoeverDoesNotSellOwnsNone() {
    Guest rep = Guest.signedIn(HOUSE, "nils");
    Map<String, Object> typed = enquiry("Hazel Farm", "h@hazel.example", "");
    typed.put("owner", String.valueOf(HOUSE.personOf("otto")));
    Guest.Answer refused = rep.post("/api/enquiries", typed).is(422);
    assertThat(refused.text("/problems/0/at")).isEqualTo("owner");
    assertThat(refused.text("/problems/0/message")).endsWith("does not sell.");
  }

  @Test
  void itsValueBecomesTheBudgetOfItsOpportunity() {
    Guest rep = Guest.signedIn(HOUSE, "nils");
    Map<String, Object> typed = enquiry("Worthing Farm", "w@worthing.example", "");
    typed.put("value", "5 000,50");
    long id = rep.post("/api/enquiries", typed).is(200).id();
    String made =
        rep.post("/api/enquiries/" + id + "/opportunity", Map.of()).is(200).text("/opportunityId");
    assertThat(rep.get("/api/opportunities/" + made).text("/about/budget")).isEqualTo("5000.50");
    Guest.Answer brief = rep.get("/api/opportunities/" + made + "/brief.pdf").is(200);
    assertThat(new String(brief.bytes(), 0, 5, StandardCharsets.US_ASCII)).isEqualTo("%PDF-");
  }

  @Test
  void itIsTalkedAboutParkedDroppedAndTakenUpAgain() {
    Guest rep = Guest.signedIn(HOUSE, "nils");
    long id = rep.post("/api/enquiries", enquiry("Parked Farm", "555 0188 001", "")).is(200).id();
    rep.post("/api/enquiries/" + id + "/talks", Map.of("kind", "note", "words", "By the gate."))
        .is(204);
    assertThat(rep.get("/api/enquiries/" + id).text("/enquiry/state")).isEqualTo("new");
    rep.post("/api/enquiries/" + id + "/talks", Map.of("kind", "call", "words", "Rang.")).is(204);
    assertThat(rep.get("/api/enquiries/" + id).text("/enquiry/state")).isEqualTo("talking");
    assertThat(
            rep.post("/api/enquiries/" + id + "/talks", Map.of("kind", "song", "words", ""))
                .is(422)
                .body()
                .findValuesAsString("at"))
        .containsExactlyInAnyOrder("kind", "words");

    String today = House.TODAY.toString();
    act(rep, id, "/on-hold", Map.of("until", today)).is(422);
    act(rep, id, "/on-hold", Map.of("until", "2090-01-31", "reason", "Away")).is(204);
    assertThat(rep.get("/api/enquiries/" + id).text("/enquiry/onHoldUntil"))
        .isEqualTo("2090-01-31");
    act(rep, id, "/reopened", Map.of()).is(204);
    act(rep, id, "/not-pursued", Map.of("reason", "")).is(422);
    act(rep, id, "/not-pursued", Map.of("reason", "Too small")).is(204);
    act(rep, id, "/on-hold", Map.of("until", "2090-01-31")).is(409);
    act(rep, id, "/reopened", Map.of()).is(204);
    List<String> log =
        rep.get("/api/records/enquiry/" + id + "/log").is(200).body().findValuesAsString("after");
    assertThat(log).contains("on hold until 2090-01-31: Away", "not pursued: Too small", "talking");
    Guest.signedIn(HOUSE, "priya").get("/api/enquiries/" + id).is(403);
  }

  private static Map<String, String> now(Guest manager) {
    long version = manager.get("/api/assignment/rules").body().get("version").asLong();
    return Map.of("If-Match", "\"" + version + "\"");
  }

  @Test
  void rulesAreTriedBeforeTheyAreKeptAndThenGiveInTurn() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    Guest.Answer kept = manager.get("/api/assignment/rules").is(200);
    long mara = kept.body().at("/rules/0/parts/0/personId").asLong();
    long other = kept.body().at("/rules/0/parts/1/personId").asLong();
    Map<String, Object> rule = new HashMap<>();
    rule.put("name", "Test post");
    rule.put("postalPrefixes", "99");
    rule.put(
        "parts",
        List.of(
            Map.of("personId", mara, "weight", "2", "given", 0),
            Map.of("personId", other, "weight", "1", "given", 0)));
    Map<String, Object> sample = Map.of("postal", "99110");
    assertThat(
            manager
                .post("/api/assignment/tried", Map.of("rules", List.of(rule), "sample", sample))
                .is(200)
                .text("/why"))
        .startsWith("Rule 1, Test post, assigns it to Mara Lind");
    assertThat(
            manager
                .post(
                    "/api/assignment/tried",
                    Map.of("rules", List.of(rule), "sample", Map.of("postal", "10000")))
                .text("/why"))
        .isEqualTo("No rule matches; it goes to Helen Sorrel.");
    Map<String, Object> poor = new HashMap<>(rule);
    poor.put("name", "");
    poor.put("parts", List.of(Map.of("personId", mara, "weight", "0", "given", 0)));
    assertThat(
            manager
                .send(HttpMethod.PUT, "/api/assignment/rules", List.of(poor), now(manager))
                .is(422)
                .body()
                .findValuesAsString("at"))
        .containsExactlyInAnyOrder("rules[0].name", "rules[0].parts");
    Guest.signedIn(HOUSE, "mara")
        .send(HttpMethod.PUT, "/api/assignment/rules", List.of(), now(manager))
        .is(403);

    Map<String, String> read = now(manager);
    manager.send(HttpMethod.PUT, "/api/assignment/rules", List.of(rule), read).is(204);
    assertThat(
            manager
                .send(HttpMethod.PUT, "/api/assignment/rules", List.of(rule), read)
                .is(412)
                .text("/detail"))
        .startsWith("Helen Sorrel changed assignment rules at ");
    try {
      StringBuilder order = new StringBuilder();
      for (int i = 0; i < 3; i++) {
        Map<String, Object> typed = enquiry("In turn " + i, "555 0166 00" + i, "rules");
        typed.put("postal", "99" + i);
        long id = manager.post("/api/enquiries", typed).is(200).id();
        order.append(manager.get("/api/enquiries/" + id).text("/enquiry/owner").charAt(0));
      }
      assertThat(order.toString()).isEqualTo("MMP");
    } finally {
      manager
          .send(HttpMethod.PUT, "/api/assignment/rules", kept.body().get("rules"), now(manager))
          .is(204);
    }
    Guest.Answer spread = manager.get("/api/assignment/distribution").is(200);
    assertThat(spread.body().at("/rows").size()).isPositive();
    assertThat(spread.text("/rows/0/medianHours")).isNotBlank();
    Guest.signedIn(HOUSE, "mara").get("/api/assignment/distribution").is(403);
  }

  @Test
  void aFileIsTriedThenTakenAllOrNothing() throws InterruptedException {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    byte[] file =
        """
        Company;E-Mail;City;Subject;Value
        Sedge Farm;sedge@sedge.example;Saltmere;Floor scale;1200
        Bad Mail;nothing;Oxbarrow;Silo;12x
        Sedge Again;SEDGE@sedge.example;Saltmere;Floor scale;
        """
            .getBytes(StandardCharsets.UTF_8);
    Guest.Answer read =
        manager.upload("/api/imports?kind=enquiries", "enquiries.csv", file).is(200);
    String path = "/api/imports/" + read.text("/id");
    assertThat(read.text("/total")).isEqualTo("3");
    Map<String, Integer> columns = new HashMap<>();
    read.body()
        .at("/fields")
        .forEach(f -> columns.put(f.at("/field").asString(), f.at("/column").asInt()));
    assertThat(columns)
        .containsEntry("name", 0)
        .containsEntry("email", 1)
        .containsEntry("value", 4);

    Map<String, Object> matching = new HashMap<>();
    matching.put("columns", columns);
    matching.put("values", Map.of("source", "fair", "campaign", "Autumn 9"));
    matching.putAll(Map.of("leaveOutBad", false, "leaveOutKnown", false));
    Map<String, Object> unmatched = new HashMap<>(matching);
    unmatched.put("columns", Map.of("name", 0, "subject", 99));
    assertThat(manager.post(path + "/checked", unmatched).is(422).body().findValuesAsString("at"))
        .containsExactlyInAnyOrder("subject", "email");

    manager.post(path + "/checked", matching).is(200);
    Guest.Answer checked = done(manager, path, "checked");
    assertThat(checked.text("/good")).isEqualTo("2");
    assertThat(checked.text("/bad")).isEqualTo("1");
    assertThat(checked.body().at("/problems").findValuesAsString("column"))
        .containsExactlyInAnyOrder("E-Mail", "Value");
    assertThat(checked.text("/problems/0/row")).isEqualTo("3");
    assertThat(checked.text("/knownRows/0/like")).isEqualTo("row 2");
    assertThat(new String(manager.get(path + "/bad.csv").is(200).bytes(), StandardCharsets.UTF_8))
        .contains("Problem", "Bad Mail")
        .doesNotContain("Sedge Farm");

    String all = "/api/enquiries?state=all&campaign=Autumn 9";
    manager.post(path + "/taken", matching).is(200);
    assertThat(done(manager, path, "checked").text("/words")).contains("nothing was imported");
    assertThat(manager.get(all).body().at("/rows").size()).isZero();

    matching.put("leaveOutBad", true);
    matching.put("leaveOutKnown", true);
    manager.post(path + "/taken", matching).is(200);
    assertThat(done(manager, path, "taken").text("/taken")).isEqualTo("1");
    assertThat(manager.get(all).body().at("/rows").findValuesAsString("name"))
        .containsExactly("Sedge Farm");
    // A second press answers as the first, and takes nothing down again.
    assertThat(manager.post(path + "/taken", matching).is(200).text("/taken")).isEqualTo("1");
    assertThat(manager.rows("/api/enquiries?state=all&q=Sedge")).hasSize(1);
    // Another question about the same file is none of it.
    matching.put("leaveOutKnown", false);
    manager.post(path + "/taken", matching).is(409);
    Guest.signedIn(HOUSE, "mara").get(path).is(404);
  }

  private static Guest.Answer done(Guest guest, String path, String phase)
      throws InterruptedException {
    for (int i = 0; i < 200; i++) {
      Guest.Answer now = guest.get(path).is(200);
      if (now.text("/phase").equals(phase)) {
        return now;
      }
      Thread.sleep(50);
    }
    throw new AssertionError("never " + phase);
  }

  @Test
  void aFileThatIsNoneIsRefused() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    assertThat(
            rep.upload("/api/imports?kind=enquiries", "picture.png", new byte[] {1, 0, 0, 3})
                .is(422)
                .text("/problems/0/message"))
        .isEqualTo("Choose a CSV or XLSX file.");
    Guest.signedIn(HOUSE, "otto")
        .upload("/api/imports?kind=enquiries", "a.csv", "a\n1\n".getBytes(StandardCharsets.UTF_8))
        .is(403);
  }

  @Test
  void theWebFormNeedsNoSignInAndIsThrottled() {
    Guest anybody = new Guest(HOUSE);
    Map<String, String> sent =
        Map.of(
            "name",
            "Web Farm",
            "subject",
            "A scale",
            "email",
            "web@webfarm.example",
            "postal",
            "24111");
    assertThat(anybody.post("/api/web-form", sent).is(202).text("/words")).startsWith("Thank you");
    assertThat(
            anybody
                .post("/api/web-form", Map.of("name", "", "subject", "x"))
                .is(422)
                .body()
                .findValuesAsString("at"))
        .containsExactlyInAnyOrder("name", "email");
    Map<String, String> filledByNoOne = new HashMap<>(sent);
    filledByNoOne.put("website", "http://spam.example");
    filledByNoOne.put("name", "Never kept");
    anybody.post("/api/web-form", filledByNoOne).is(202);
    Guest manager = Guest.signedIn(HOUSE, "helen");
    List<String> names =
        manager.get("/api/enquiries?state=all&source=web form").body().findValuesAsString("name");
    assertThat(names).contains("Web Farm").doesNotContain("Never kept");
    int status = 202;
    for (int i = 0; i < 8 && status != 429; i++) {
      status = anybody.post("/api/web-form", Map.of("name", "")).status();
    }
    assertThat(status).isEqualTo(429);
  }
}
