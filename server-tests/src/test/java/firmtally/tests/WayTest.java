package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static firmtally.tests.Sales.sentQuote;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.util.List;
import java.util.Map;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.json.JsonMapper;

/** The way through the house over HTTP, against the real running server with the demo data. */
class WayTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  @Test
  void fromOpportunityToRenewalWithNothingTypedTwice() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long opportunity = newOpportunity(rep, "Packing hall");
    Map<String, Object> plan = line("2", "CAL-B", "2", null);
    plan.putAll(Map.of("everyMonths", 12, "termMonths", 12));
    Guest.Answer saved =
        saveLines(rep, opportunity, List.of(line("1", "BS-15", "30", "5"), plan)).is(200);
    String contract = saved.text("/totals/contract");
    assertThat(saved.text("/credit/verdict")).isEqualTo("hold");

    long quote = sentQuote(rep, opportunity);
    Guest.Answer locked = rep.get("/api/quotes/" + quote).is(200);
    assertThat(locked.text("/state")).isEqualTo("sent");
    assertThat(locked.text("/worksheet/locked")).isEqualTo("true");
    assertThat(locked.text("/worksheet/totals/contract")).isEqualTo(contract);
    assertThat(rep.get("/api/quotes/" + quote + "/quote.pdf").bytes())
        .startsWith('%', 'P', 'D', 'F');
    assertThat(rep.get("/api/outbox").is(200).text("/rows/0/recipient"))
        .isEqualTo("way@saltmere.example");
    assertThat(rep.get("/api/opportunities/" + opportunity).text("/stageId")).isEqualTo("3");

    Map<String, String> key = Map.of("Idempotency-Key", "way-1");
    Map<String, String> number = Map.of("poNumber", "PO-1");
    long order =
        rep.send(HttpMethod.POST, "/api/quotes/" + quote + "/order", number, key).is(200).id();
    assertThat(
            rep.send(HttpMethod.POST, "/api/quotes/" + quote + "/order", number, key).is(200).id())
        .isEqualTo(order);
    Guest.Answer held = rep.get("/api/orders/" + order).is(200);
    assertThat(held.text("/state")).isEqualTo("hold");
    assertThat(held.text("/holds/0/approval/reason")).isEqualTo("credit");
    assertThat(held.text("/may/release")).isEqualTo("false");

    Guest controller = Guest.signedIn(HOUSE, "otto");
    String release = "/api/orders/" + order + "/release";
    assertThat(
            rep.send(HttpMethod.POST, release, Map.of("comment", "me"), match(held, "/version"))
                .is(403)
                .text("/detail"))
        .isEqualTo("This is to be answered by: credit controller.");
    controller
        .send(HttpMethod.POST, release, Map.of("comment", ""), match(held, "/version"))
        .is(422);
    controller
        .send(
            HttpMethod.POST,
            release,
            Map.of("comment", "Paid in advance."),
            match(held, "/version"))
        .is(204);

    Guest.Answer released = rep.get("/api/orders/" + order).is(200);
    assertThat(released.text("/state")).isEqualTo("released");
    assertThat(released.text("/worksheet/totals/contract")).isEqualTo(contract);
    Guest.Answer won = rep.get("/api/opportunities/" + opportunity);
    assertThat(won.text("/state")).isEqualTo("won");
    assertThat(rep.get("/api/accounts/" + won.text("/accountId")).text("/status"))
        .isEqualTo("customer");
    Guest.Answer renewal =
        rep.get("/api/opportunities/" + released.text("/agreements/0/nextId")).is(200);
    assertThat(renewal.text("/expectedClose")).isEqualTo(released.text("/agreements/0/end"));
    assertThat(renewal.text("/activities/0/due")).isEqualTo(released.text("/agreements/0/callOn"));
    assertThat(renewal.text("/worksheet/lines/0/typed/product")).isEqualTo("CAL-B");
    assertThat(rep.get("/api/trail/" + opportunity).body().findValuesAsString("kind"))
        .containsExactly("opportunity", "quote", "order", "agreement", "opportunity");
  }

  @Test
  void everyFieldErrorIsNamedAtOnceAndNothingIsKept() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long opportunity = newOpportunity(rep, "Bad input");
    Guest.Answer refused =
        saveLines(
                rep,
                opportunity,
                List.of(line("1", "NO-SUCH", "0", null), line("2", "BS-15", "1,5 or so", "101")))
            .is(422);
    assertThat(refused.body().findValuesAsString("at"))
        .containsExactlyInAnyOrder(
            "lines[0].product",
            "lines[0].quantity",
            "lines[1].quantity",
            "lines[1].discountPercent");
    assertThat(rep.get("/api/opportunities/" + opportunity).body().at("/worksheet/lines").size())
        .isZero();
    assertThat(
            rep.post("/api/opportunities/" + opportunity + "/quotes", null).is(409).text("/detail"))
        .contains("at least one line");
  }

  @Test
  void theSecondOfTwoIsToldAndLosesNothing() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long opportunity = newOpportunity(rep, "Two at once");
    Guest.Answer before = rep.get("/api/opportunities/" + opportunity);
    Map<String, String> first =
        Map.of("title", "First", "expectedClose", "2030-01-31", "probability", "", "note", "");
    rep.send(HttpMethod.PUT, "/api/opportunities/" + opportunity, first, match(before, "/version"))
        .is(204);
    Guest manager = Guest.signedIn(HOUSE, "helen");
    Map<String, String> second =
        Map.of("title", "Second", "expectedClose", "2030-01-31", "probability", "", "note", "");
    Guest.Answer told =
        manager
            .send(
                HttpMethod.PUT,
                "/api/opportunities/" + opportunity,
                second,
                match(before, "/version"))
            .is(412);
    assertThat(told.text("/detail")).startsWith("Mara Lind changed title at ");
    Map<String, String> now = Map.of("If-Match", "\"" + told.text("/version") + "\"");
    manager.send(HttpMethod.PUT, "/api/opportunities/" + opportunity, second, now).is(204);
    assertThat(rep.get("/api/opportunities/" + opportunity).text("/title")).isEqualTo("Second");
    assertThat(
            rep.get("/api/records/opportunity/" + opportunity + "/log")
                .body()
                .findValuesAsString("person"))
        .contains("Helen Sorrel", "Mara Lind");
  }

  @Test
  void rolesAreCheckedAtTheActs() {
    long opportunity = newOpportunity(Guest.signedIn(HOUSE, "mara"), "Not theirs");
    Guest other = Guest.signedIn(HOUSE, "nils");
    assertThat(
            saveLines(other, opportunity, List.of(line("1", "BS-15", "1", null)))
                .is(403)
                .text("/detail"))
        .isEqualTo(
            "Only Mara Lind, whoever it is shared with, or a manager may change this opportunity;"
                + " you can read it.");
    Guest controller = Guest.signedIn(HOUSE, "otto");
    controller
        .post("/api/opportunities", Map.of("accountId", HOUSE.accountOf("mara", 0), "title", "x"))
        .is(403);
    new Guest(HOUSE).get("/api/opportunities").is(401);
    assertThat(
            saveLines(
                    Guest.signedIn(HOUSE, "helen"),
                    opportunity,
                    List.of(line("1", "BS-15", "1", null)))
                .status())
        .isEqualTo(200);
  }

  @Test
  void attemptsToSignInAreThrottled() {
    Guest guest = new Guest(HOUSE);
    Map<String, String> wrong = Map.of("login", "nobody", "password", "guess");
    for (int i = 0; i < 8; i++) {
      guest.post("/api/session", wrong).is(403);
    }
    // However slow this machine is, some of what is allowed comes back while it guesses.
    Guest.Answer answer = guest.post("/api/session", wrong);
    for (int i = 0; i < 100 && answer.status() == 403; i++) {
      answer = guest.post("/api/session", wrong);
    }
    assertThat(answer.is(429).headers()).containsEntry("retry-after", "60");
  }

  @Test
  void theDescriptionOfTheApiIsTheOneTheFrontEndIsBuiltFrom() throws Exception {
    Guest.Answer docs = Guest.signedIn(HOUSE, "mara").get("/v3/api-docs").is(200);
    String kept = Files.readString(Path.of("../web/openapi.json"));
    assertThat(docs.body()).isEqualTo(new JsonMapper().readTree(kept));
  }

  @Test
  void everyListHasSomethingInItAndEveryVerdictOccurs() throws Exception {
    try (Connection db =
        DriverManager.getConnection("jdbc:sqlite:" + HOUSE.data().resolve("firm-tally.sqlite"))) {
      for (String table :
          List.of(
              "enquiry",
              "quote",
              "sales_order",
              "approval",
              "agreement",
              "open_item",
              "goal",
              "outgoing_email")) {
        try (ResultSet rows = db.createStatement().executeQuery("SELECT COUNT(*) FROM " + table)) {
          assertThat(rows.getInt(1)).as(table).isPositive();
        }
      }
    }
    Guest rep = Guest.signedIn(HOUSE, "mara");
    assertThat(
            LongStream.rangeClosed(1, 60)
                .mapToObj(id -> rep.get("/api/accounts/" + id).text("/credit/verdict")))
        .contains("clear", "watch", "hold", "stop");
    Guest all = Guest.signedIn(HOUSE, "asa");
    assertThat(all.get("/api/orders?state=hold").body().findValuesAsString("holds"))
        .anyMatch(h -> h.contains("margin"))
        .anyMatch(h -> h.contains("credit"))
        .anyMatch(h -> h.contains("po-number"));
  }

  @Test
  void whatIsNotThereTellsNothingOfTheInside() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    assertThat(rep.get("/api/opportunities/999999").is(404).text("/detail"))
        .isEqualTo("Opportunity 999999 not found.");
    assertThat(rep.get("/api/opportunities/nonsense").body().toString())
        .doesNotContain("Exception", "firmtally.");
  }
}
