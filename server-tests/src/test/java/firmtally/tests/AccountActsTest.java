package firmtally.tests;

import static firmtally.tests.Sales.match;
import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/**
 * Accounts: changed, noted on, ranked, handed over, called from lists; and the calendar of it all.
 */
class AccountActsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  private static Map<String, Object> edit(Guest.Answer account) {
    Map<String, Object> edit = new HashMap<>();
    for (String field :
        List.of("name", "industry", "street", "postal", "town", "email", "phone", "termsDays")) {
      edit.put(field, account.text("/" + field));
    }
    edit.put(
        "priceGroup", account.body().at("/priceGroup").isNull() ? "" : account.text("/priceGroup"));
    edit.put("poNumberRequired", false);
    return edit;
  }

  @Test
  void aRepChangesTheirAccountButNotItsTerms() {
    Guest rep = Guest.signedIn(HOUSE, "tom");
    Guest.Answer account = rep.get("/api/accounts/" + HOUSE.accountOf("tom", 1)).is(200);
    assertThat(account.text("/owner")).isEqualTo("Tom Winnow");
    Map<String, Object> edit = edit(account);
    edit.put("street", "9 New Lane");
    Map<String, String> version = match(account, "/version");
    rep.send(HttpMethod.PUT, "/api/accounts/" + HOUSE.accountOf("tom", 1), edit, version).is(204);
    rep.send(HttpMethod.PUT, "/api/accounts/" + HOUSE.accountOf("tom", 1), edit, version).is(412);
    edit.put("termsDays", "60");
    edit.put("email", "no email");
    Guest.Answer now = rep.get("/api/accounts/" + HOUSE.accountOf("tom", 1));
    assertThat(
            rep.send(
                    HttpMethod.PUT,
                    "/api/accounts/" + HOUSE.accountOf("tom", 1),
                    edit,
                    match(now, "/version"))
                .is(422)
                .body()
                .findValuesAsString("at"))
        .containsExactlyInAnyOrder("termsDays", "email");
    edit.put("email", "");
    Guest manager = Guest.signedIn(HOUSE, "helen");
    manager
        .send(
            HttpMethod.PUT,
            "/api/accounts/" + HOUSE.accountOf("tom", 1),
            edit,
            match(now, "/version"))
        .is(204);
    assertThat(rep.get("/api/accounts/" + HOUSE.accountOf("tom", 1)).text("/termsDays"))
        .isEqualTo("60");
    assertThat(
            rep.get("/api/records/account/" + HOUSE.accountOf("tom", 1) + "/log")
                .body()
                .findValuesAsString("what"))
        .contains("address", "terms", "email");
    Guest.signedIn(HOUSE, "mara")
        .send(HttpMethod.PUT, "/api/accounts/" + HOUSE.accountOf("tom", 1), edit, version)
        .is(403);
  }

  @Test
  void aContactHasAPageWithWhatOneSeesOfIt() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long account = HOUSE.accountOf("mara", 0);
    long contact =
        rep.post(
                "/api/accounts/" + account + "/contacts",
                Map.of("name", "Ove Tarn", "role", "works", "email", "ove@tarn.example"))
            .is(200)
            .id();
    Map<String, Object> opening =
        Map.of("accountId", account, "title", "Hopper for Ove", "contactId", contact);
    long opportunity = rep.post("/api/opportunities", opening).is(200).id();
    Map<String, Object> asked = new HashMap<>(EnquiryTest.enquiry("Tarn", "ove@tarn.example", ""));
    rep.post("/api/enquiries", asked).is(200);
    Guest.Answer page = rep.get("/api/contacts/" + contact).is(200);
    assertThat(page.text("/contact/name")).isEqualTo("Ove Tarn");
    assertThat(page.text("/opportunities/0/title")).isEqualTo("Hopper for Ove");
    assertThat(page.body().at("/opportunities/0/isMain").asBoolean()).isTrue();
    assertThat(page.body().at("/enquiries")).hasSize(1);
    assertThat(page.body().at("/others").findValuesAsString("name")).doesNotContain("Ove Tarn");
    Guest south = Guest.signedIn(HOUSE, "priya");
    Guest.Answer theirs = south.get("/api/contacts/" + contact).is(200);
    assertThat(theirs.body().at("/opportunities"))
        .as("another team’s opportunity %s", opportunity)
        .isEmpty();
    assertThat(theirs.body().at("/enquiries")).isEmpty();
    rep.get("/api/contacts/999999").is(404);
  }

  @Test
  void aBookIsToldBeforeItIsGivenAway() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long mara = HOUSE.personOf("mara");
    JsonNode book = rep.get("/api/reassignments/book?owner=" + mara).is(200).body();
    assertThat(book.size()).isGreaterThan(5);
    for (JsonNode account : book) {
      assertThat(
              rep.rows(
                  "/api/opportunities?owner=" + mara + "&account=" + account.path("id").asLong()))
          .hasSizeLessThanOrEqualTo(account.path("opportunities").asInt());
    }
    rep.get("/api/reassignments/book?owner=" + HOUSE.personOf("nils")).is(403);
    Guest.signedIn(HOUSE, "helen").get("/api/reassignments/book?owner=" + mara).is(200);
  }

  @Test
  void contactsAndNotesAreKept() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    String path = "/api/accounts/" + HOUSE.accountOf("mara", 0);
    Map<String, Object> contact =
        new HashMap<>(
            Map.of(
                "name", "Una Reed", "role", "buys", "phone", "555 0333 444", "channel", "phone"));
    long id = rep.post(path + "/contacts", contact).is(200).id();
    contact.put("hours", "after two");
    rep.send(HttpMethod.PUT, path + "/contacts/" + id, contact, Map.of("If-Match", "1")).is(204);
    rep.send(HttpMethod.PUT, path + "/contacts/" + id, contact, Map.of("If-Match", "1")).is(412);
    assertThat(
            rep.post(path + "/contacts", Map.of("name", "", "email", "x", "channel", "drum"))
                .is(422)
                .body()
                .findValuesAsString("at"))
        .containsExactlyInAnyOrder("name", "email", "channel");
    JsonNode hit = rep.get("/api/find?q=una reed").is(200).body().path(0);
    assertThat(hit.path("kind").asString()).isEqualTo("contact");
    assertThat(hit.path("id").asLong()).isEqualTo(id);
    assertThat(rep.get("/api/find?q=555 0333 444").body().path(0).path("words").asString())
        .isEqualTo("Una Reed");

    rep.post(path + "/notes", Map.of("words", "Ask for the ramp.", "pinned", true)).is(204);
    rep.post(path + "/notes", Map.of("words", " ", "pinned", true)).is(422);
    Guest.Answer page = rep.get(path);
    assertThat(page.text("/notes/0/words")).isEqualTo("Ask for the ramp.");
    String note = path + "/notes/" + page.text("/notes/0/id");
    rep.send(HttpMethod.PUT, note, Map.of("pinned", false), Map.of()).is(204);
    assertThat(rep.get(path).body().at("/notes").findValuesAsString("pinned")).contains("false");
    rep.post(path + "/activities", Map.of("kind", "call", "subject", "Ring", "due", "2090-01-31"))
        .is(204);
    assertThat(rep.get(path).body().at("/activities").findValuesAsString("subject"))
        .contains("Ring");
  }

  @Test
  void thePageTellsWhatWasBoughtAndTheLastPricePaid() throws SQLException {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    Guest.Answer page = manager.get("/api/accounts/" + HOUSE.accountOf("mara", 0)).is(200);
    String sum =
        "SELECT SUM(w.contract) FROM sales_order s JOIN worksheet w ON w.id = s.worksheet_id WHERE s.account_id = 1";
    try (Connection database =
            DriverManager.getConnection(
                "jdbc:sqlite:" + HOUSE.data().resolve("firm-tally.sqlite"));
        var rows = database.createStatement().executeQuery(sum)) {
      assertThat(new BigDecimal(page.text("/bought/amount")))
          .isEqualByComparingTo(BigDecimal.valueOf(rows.getLong(1), 2));
    }
    assertThat(new BigDecimal(page.text("/items/0/lastPrice"))).isPositive();
    assertThat(page.text("/items/0/lastOn")).isLessThanOrEqualTo(page.text("/bought/lastOn"));
  }

  @Test
  void customersAreRanked() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    for (String by : List.of("sales", "margin", "growth")) {
      List<BigDecimal> figures = new ArrayList<>();
      for (JsonNode row : rep.get("/api/accounts/ranking?by=" + by).is(200).body().at("/rows")) {
        figures.add(new BigDecimal(row.path(by).asString()));
        assertThat(new BigDecimal(row.path("growth").asString()))
            .isEqualByComparingTo(
                new BigDecimal(row.path("sales").asString())
                    .subtract(new BigDecimal(row.path("salesBefore").asString())));
      }
      assertThat(figures)
          .hasSizeGreaterThan(10)
          .isSortedAccordingTo(java.util.Comparator.reverseOrder());
    }
  }

  private static long personId(Guest guest, String name) {
    for (JsonNode person : guest.get("/api/users").is(200).body()) {
      if (person.path("name").asString().equals(name)) {
        return person.path("id").asLong();
      }
    }
    throw new AssertionError("nobody is called " + name);
  }

  @Test
  void aBookGoesToAColleagueAndComesBack() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    long book = HOUSE.accountOf("tom", 2);
    long tom = personId(manager, "Tom Winnow");
    long priya = personId(manager, "Priya Raut");
    Map<String, Object> form =
        new HashMap<>(
            Map.of("fromId", tom, "toId", priya, "until", "2020-01-01", "accounts", List.of(book)));
    assertThat(manager.post("/api/reassignments", form).is(422).text("/problems/0/at"))
        .isEqualTo("until");
    form.put("until", House.TODAY.toString());
    Guest.signedIn(HOUSE, "mara").post("/api/reassignments", form).is(403);
    long id = manager.post("/api/reassignments", form).is(200).id();
    assertThat(manager.get("/api/accounts/" + book).text("/owner")).isEqualTo("Priya Raut");
    manager
        .get("/api/accounts/" + book)
        .body()
        .at("/opportunities")
        .forEach(
            o -> {
              if (o.path("state").asString().equals("open")) {
                assertThat(o.path("owner").asString()).isEqualTo("Priya Raut");
              }
            });
    manager.post("/api/reassignments/" + id + "/ended", null).is(204);
    manager.post("/api/reassignments/" + id + "/ended", null).is(404);
    assertThat(manager.get("/api/accounts/" + book).text("/owner")).isEqualTo("Tom Winnow");
    form.put("toId", tom);
    assertThat(manager.post("/api/reassignments", form).is(422).body().findValuesAsString("at"))
        .contains("toId");
  }

  /**
   * What was noted and planned goes with the outcome; there is one step back, for whoever took it.
   */
  private static void undoneAsIfItHadNotBeen(Guest rep, long list, String entry) {
    String account =
        "/api/accounts/" + rep.get("/api/call-lists/" + list).text("/entries/0/accountId");
    List<String> before = subjects(rep, account);
    Guest.signedIn(HOUSE, "nils").post(entry + "/undone", null).is(403);
    rep.post(entry + "/undone", null).is(204);
    Guest.Answer undone = rep.get("/api/call-lists/" + list);
    assertThat(undone.body().at("/entries/0/outcome").isNull()).isTrue();
    assertThat(undone.body().at("/entries/0/againOn").isNull()).isTrue();
    assertThat(before).filteredOn(s -> s.startsWith("Spring 9")).hasSize(2);
    assertThat(subjects(rep, account)).noneMatch(s -> s.startsWith("Spring 9"));
    rep.post(entry + "/undone", null).is(409);
    rep.post(entry, Map.of("outcome", "not-reached", "words", "Line busy")).is(200);
    rep.post(entry, Map.of("outcome", "reached")).is(200);
    rep.post(entry + "/undone", null).is(204);
    Guest.Answer back = rep.get("/api/call-lists/" + list);
    assertThat(back.text("/entries/0/outcome")).isEqualTo("not-reached");
    assertThat(back.text("/entries/0/words")).isEqualTo("Line busy");
  }

  private static List<String> subjects(Guest guest, String account) {
    return guest.get(account).body().at("/activities").findValuesAsString("subject");
  }

  @Test
  void aCallListIsPickedWalkedAndShowsWhatItBrought() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    Map<String, Object> pick = Map.of("who", "contacts", "industry", "dairy");
    Guest.Answer picked = rep.post("/api/call-lists/picked", pick).is(200);
    assertThat(picked.body().path("total").asInt()).isPositive();
    assertThat(
            rep.post(
                    "/api/call-lists",
                    Map.of("name", "", "campaign", "", "pick", Map.of("town", "Nowhere")))
                .is(422)
                .body()
                .findValuesAsString("at"))
        .containsExactlyInAnyOrder("name", "campaign", "pick");
    long id =
        rep.post("/api/call-lists", Map.of("name", "Dairies", "campaign", "Spring 9", "pick", pick))
            .is(200)
            .id();
    Guest.Answer list = rep.get("/api/call-lists/" + id).is(200);
    assertThat(list.body().at("/entries").size()).isEqualTo(picked.body().path("total").asInt());
    String first = "/api/call-lists/entries/" + list.text("/entries/0/id");
    assertThat(
            rep.post(first, Map.of("outcome", "call-again", "againOn", "x"))
                .is(422)
                .text("/problems/0/at"))
        .isEqualTo("againOn");
    rep.post(first, Map.of("outcome", "call-again", "againOn", "2090-01-31")).is(200);
    undoneAsIfItHadNotBeen(rep, id, first);
    assertThat(
            rep.post(first, Map.of("outcome", "opportunity", "title", ""))
                .is(422)
                .text("/problems/0/at"))
        .isEqualTo("title");
    String raised =
        rep.post(first, Map.of("outcome", "opportunity", "title", "Raised by phone"))
            .is(200)
            .text("/opportunityId");
    assertThat(rep.get("/api/opportunities/" + raised).text("/about/campaign"))
        .isEqualTo("Spring 9");
    Guest.Answer after = rep.get("/api/call-lists/" + id);
    assertThat(after.text("/result/opportunities")).isEqualTo("1");
    assertThat(after.text("/list/raised")).isEqualTo("1");
    assertThat(
            rep.get("/api/accounts/" + list.text("/entries/0/accountId"))
                .body()
                .at("/activities")
                .findValuesAsString("subject"))
        .anyMatch(s -> s.startsWith("Spring 9"));
    Guest.signedIn(HOUSE, "nils").post("/api/call-lists/" + id + "/closed", null).is(403);
    rep.post("/api/call-lists/" + id + "/closed", null).is(204);
    rep.post(first, Map.of("outcome", "reached")).is(409);
  }

  @Test
  void theCalendarGoesOutBehindASecretLink() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    LocalDate today = House.TODAY;
    String days = "?from=" + today.minusDays(10) + "&to=" + today.plusDays(20);
    Guest.Answer calendar = rep.get("/api/calendar" + days).is(200);
    assertThat(calendar.body().at("/activities").size()).isPositive();
    assertThat(calendar.body().at("/closes").size()).isPositive();
    rep.get("/api/calendar?from=x&to=y").is(422);
    rep.get("/api/calendar?from=2026-01-01&to=2028-01-01").is(422);

    String link = rep.get("/api/calendar/link").is(200).text("/url");
    assertThat(rep.get("/api/calendar/link").text("/url")).isEqualTo(link);
    String path = link.substring(link.indexOf("/api/"));
    Guest anybody = new Guest(HOUSE);
    assertThat(new String(anybody.get(path).is(200).bytes(), StandardCharsets.UTF_8))
        .startsWith("BEGIN:VCALENDAR")
        .contains("is expected to close", "/opportunities/");
    rep.post("/api/calendar/link", null).is(200);
    anybody.get(path).is(404);
  }

  @Test
  void somebodyIsPutIntoAnotherTeam() {
    Guest administrator = Guest.signedIn(HOUSE, "asa");
    Map<String, Object> person = new HashMap<>();
    person.putAll(
        Map.of(
            "login",
            "pia",
            "name",
            "Pia Reed",
            "email",
            "pia@reed.example",
            "roles",
            List.of("rep")));
    person.putAll(Map.of("team", "South", "password", "tally-demo"));
    long id = administrator.post("/api/users", person).is(200).id();
    Guest pia = Guest.signedIn(HOUSE, "pia");
    assertThat(pia.get("/api/session").text("/me/team")).isEqualTo("South");
    Map<String, String> first = Map.of("If-Match", "\"1\"");
    Map<String, Object> changed = new HashMap<>();
    changed.putAll(
        Map.of("name", "Pia Reed", "email", "pia@reed.example", "roles", List.of("rep")));
    changed.put("team", "North");
    pia.send(HttpMethod.PUT, "/api/users/" + id, changed, first).is(403);
    administrator.send(HttpMethod.PUT, "/api/users/" + id, changed, first).is(204);
    administrator.send(HttpMethod.PUT, "/api/users/" + id, changed, first).is(412);
    pia.get("/api/counts").is(401);
    pia = Guest.signedIn(HOUSE, "pia");
    assertThat(pia.get("/api/session").text("/me/team")).isEqualTo("North");
  }
}
