package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static firmtally.tests.Sales.sentQuote;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Who sees and changes what, at every door that leads to it. */
class RightsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  @Test
  void whatAnotherTeamSellsIsClosedAtEveryDoor() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long id = newOpportunity(rep, "Closed doors");
    saveLines(rep, id, List.of(line("1", "BS-15", "1", null))).is(200);
    long quote = sentQuote(rep, id);
    long order = Sales.order(rep, quote, "PO-CLOSED");
    Guest other = Guest.signedIn(HOUSE, "tom");
    for (String path :
        List.of(
            "/api/opportunities/" + id,
            "/api/trail/" + id,
            "/api/quotes/" + quote,
            "/api/orders/" + order,
            "/api/records/opportunity/" + id + "/log",
            "/api/records/quote/" + quote + "/log",
            "/api/records/order/" + order + "/log")) {
      assertThat(other.get(path).status()).as(path).isEqualTo(403);
      assertThat(rep.get(path).status()).as(path).isEqualTo(200);
    }
    String state = rep.get("/api/orders/" + order).text("/state");
    assertThat(rep.get("/api/orders?state=" + state).body().findValuesAsString("id"))
        .contains(String.valueOf(order));
    assertThat(other.get("/api/orders?state=" + state).body().findValuesAsString("title"))
        .doesNotContain("Closed doors");
    assertThat(Guest.signedIn(HOUSE, "otto").get("/api/orders/" + order).status()).isEqualTo(200);
  }

  @Test
  void aManagersDaySheetCountsWhatItShows() {
    for (String login : List.of("mara", "helen", "otto")) {
      Guest guest = Guest.signedIn(HOUSE, login);
      Guest.Answer sheet = guest.get("/api/day-sheet").is(200);
      assertThat(guest.get("/api/counts").text("/daySheet"))
          .isEqualTo(String.valueOf(sheet.body().at("/rows").size()));
    }
  }

  @Test
  void theDaySheetHasOneRowForARecordAndSaysWhatElseSpeaksForIt() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    JsonNode rows = rep.get("/api/day-sheet").is(200).body().at("/rows");
    List<String> records = new java.util.ArrayList<>();
    rows.forEach(row -> records.add(row.path("record").asString() + row.path("id").asString()));
    assertThat(records).doesNotHaveDuplicates().isNotEmpty();
    List<String> kinds = rows.findValuesAsString("kind");
    assertThat(kinds).contains("past-expected-close", "no-contact");
    for (JsonNode row : rows) {
      if (row.path("kind").asString().equals("past-expected-close")) {
        assertThat(row.path("stageId").isNull()).isFalse();
        assertThat(row.path("version").isNull()).isFalse();
      }
    }
  }

  @Test
  void aNewCloseInPlaceTakesTheRowAway() {
    Guest rep = Guest.signedIn(HOUSE, "nils");
    for (JsonNode row : rep.get("/api/day-sheet").is(200).body().at("/rows")) {
      if (row.path("kind").asString().equals("past-expected-close")) {
        String path = "/api/opportunities/" + row.path("id").asString() + "/place";
        Map<String, Object> place =
            Map.of("stageId", row.path("stageId").asLong(), "expectedClose", "2090-01-31");
        rep.send(HttpMethod.POST, path, place, Map.of("If-Match", row.path("version").asString()))
            .is(200);
        List<String> left = new java.util.ArrayList<>();
        rep.get("/api/day-sheet")
            .body()
            .at("/rows")
            .forEach(r -> left.add(r.path("kind").asString() + r.path("id").asString()));
        assertThat(left).doesNotContain("past-expected-close" + row.path("id").asString());
        return;
      }
    }
    throw new AssertionError("nothing is past expected close");
  }

  @Test
  void anEnquiryIsGivenChangedAndJoinedWithItsContact() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    long id =
        manager
            .post("/api/enquiries", EnquiryTest.enquiry("Given Farm", "555 0155 001", ""))
            .is(200)
            .id();
    Guest.Answer page = manager.get("/api/enquiries/" + id);
    long edda = 0;
    for (JsonNode person : manager.get("/api/users").body()) {
      edda = person.path("name").asString().equals("Edda Voss") ? person.path("id").asLong() : edda;
    }
    Map<String, String> version = match(page, "/enquiry/version");
    String owner = "/api/enquiries/" + id + "/owner";
    manager.send(HttpMethod.PUT, owner, Map.of("owner", String.valueOf(edda)), version).is(204);
    manager.send(HttpMethod.PUT, owner, Map.of("owner", String.valueOf(edda)), version).is(412);
    Guest rep = Guest.signedIn(HOUSE, "edda");
    Map<String, Object> changed =
        new HashMap<>(EnquiryTest.enquiry("Given Farm", "given@farm.example", ""));
    changed.put("person", "Una Reed");
    changed.put("family", "no such family");
    Guest.Answer now = rep.get("/api/enquiries/" + id);
    String path = "/api/enquiries/" + id;
    assertThat(
            rep.send(HttpMethod.PUT, path, changed, match(now, "/enquiry/version"))
                .is(422)
                .text("/problems/0/at"))
        .isEqualTo("family");
    changed.put("family", "bench");
    rep.send(HttpMethod.PUT, path, changed, match(now, "/enquiry/version")).is(204);
    String opportunity =
        rep.post(path + "/opportunity", Map.of("accountId", HOUSE.accountOf("edda", 0)))
            .is(200)
            .text("/opportunityId");
    Guest.Answer opened = rep.get("/api/opportunities/" + opportunity).is(200);
    assertThat(opened.body().at("/contacts").findValuesAsString("name")).contains("Una Reed");
    assertThat(opened.body().at("/about/contactId").isNull()).isFalse();
    assertThat(opened.text("/about/source")).isEqualTo("phone");
    rep.send(HttpMethod.PUT, path, changed, match(rep.get(path), "/enquiry/version")).is(409);
    Guest.signedIn(HOUSE, "nils")
        .post(path + "/talks", Map.of("kind", "call", "words", "x"))
        .is(403);
  }

  @Test
  void whoDoesNotSellTakesNothingOnAndMakesNoLists() {
    Guest controller = Guest.signedIn(HOUSE, "otto");
    long id =
        Guest.signedIn(HOUSE, "mara")
            .post("/api/enquiries", EnquiryTest.enquiry("No Sale", "555 0156 001", ""))
            .is(200)
            .id();
    controller.post("/api/enquiries/" + id + "/opportunity", Map.of()).is(403);
    controller
        .post(
            "/api/call-lists",
            Map.of("name", "x", "campaign", "y", "pick", Map.of("who", "accounts")))
        .is(403);
    controller
        .post("/api/accounts/" + HOUSE.accountOf("mara", 0) + "/contacts", Map.of("name", "x"))
        .is(403);
    controller.post("/api/opportunities/" + HOUSE.opportunityOf("priya") + "/copy", null).is(403);
    controller.post("/api/processes", Map.of("name", "x", "kind", "new")).is(403);
    controller.get("/api/records/process/1/log").is(403);
    controller.get("/api/records/account/" + HOUSE.accountOf("mara", 0) + "/log").is(200);
  }
}
