package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.server.sales.quote.QuoteService;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Rules that follow up what happened: written, tried, fired once, and what they did said. */
class FollowUpTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final String DOOR = "/api/follow-up-rules";
  private final Guest administrator = Guest.signedIn(HOUSE, "asa");
  private final Guest rep = Guest.signedIn(HOUSE, "mara");

  private static Map<String, Object> rule(String name, String event, Object... actions) {
    Map<String, Object> rule = new HashMap<>();
    rule.putAll(Map.of("name", name, "event", event, "active", true));
    rule.put("conditions", new HashMap<>());
    rule.put("actions", List.of(actions));
    return rule;
  }

  @SuppressWarnings("unchecked")
  private static Map<String, Object> where(Map<String, Object> rule, String key, Object value) {
    ((Map<String, Object>) rule.get("conditions")).put(key, value);
    return rule;
  }

  private static Map<String, Object> plan(String words, String days) {
    return Map.of("kind", "plan", "activity", "call", "words", words, "days", days);
  }

  private static Map<String, Object> tag(String words) {
    return Map.of("kind", "tag", "words", words);
  }

  private long opened(String title) {
    Map<String, Object> opening = new HashMap<>();
    opening.putAll(Map.of("accountId", HOUSE.accountOf("mara", 1), "title", title));
    return rep.post("/api/opportunities", opening).is(200).id();
  }

  /** The latest firing of a rule for a record. */
  private JsonNode firing(String rule, long record) throws InterruptedException {
    for (int i = 0; i < 200; i++) {
      for (JsonNode one : administrator.get(DOOR + "/firings").is(200).body().path("firings")) {
        if (one.path("rule").asString().equals(rule) && one.path("recordId").asLong() == record) {
          return one;
        }
      }
      Thread.sleep(50);
    }
    throw new AssertionError(rule + " did not fire");
  }

  @Test
  void aRuleFiresOnceForWhatItAsksForAndSaysWhatItDid() throws InterruptedException {
    Map<String, Object> typed =
        where(
            rule("Fresh ones", "opportunity-opened", plan("Call about {title}", "3"), tag("fresh")),
            "team",
            "North");
    long id = administrator.post(DOOR, typed).is(200).id();
    assertThat(administrator.post(DOOR, typed).is(422).text("/problems/0/at")).isEqualTo("name");
    long made = opened("Followed up");
    JsonNode fired = firing("Fresh ones", made);
    assertThat(fired.path("done").asString())
        .startsWith("call planned for Mara")
        .endsWith("on 2027-03-18; tagged fresh");
    assertThat(fired.path("failed").asBoolean()).isFalse();
    String page = rep.get("/api/opportunities/" + made).words();
    assertThat(page).contains("Call about Followed up").contains("fresh");
    assertThat(
            HOUSE.count(
                "SELECT COUNT(*) FROM change_log WHERE what = 'follow-up rule' AND record = 'opportunity' AND record_id = "
                    + made))
        .isEqualTo(1);
    // Another team's is none of it, and nothing is done twice.
    Guest tom = Guest.signedIn(HOUSE, "tom");
    long theirs =
        tom.post(
                "/api/opportunities",
                Map.of("accountId", HOUSE.accountOf("tom", 0), "title", "Not followed"))
            .is(200)
            .id();
    long second = opened("Followed again");
    firing("Fresh ones", second);
    assertThat(HOUSE.count("SELECT COUNT(*) FROM follow_up_firing WHERE rule_id = " + id))
        .isEqualTo(2);
    assertThat(HOUSE.count("SELECT COUNT(*) FROM follow_up_firing WHERE record_id = " + theirs))
        .isZero();
    // Of what happens while it is not active it knows nothing.
    typed.put("active", false);
    change(id, 1, typed).is(204);
    change(id, 1, typed).is(412);
    long unseen = opened("Unseen");
    typed.put("active", true);
    change(id, 2, typed).is(204);
    firing("Fresh ones", opened("Seen again"));
    assertThat(HOUSE.count("SELECT COUNT(*) FROM follow_up_firing WHERE record_id = " + unseen))
        .isZero();
    administrator.send(HttpMethod.DELETE, DOOR + "/" + id, null, Map.of()).is(204);
  }

  private Guest.Answer change(long id, long version, Object typed) {
    return administrator.send(
        HttpMethod.PUT, DOOR + "/" + id, typed, Map.of("If-Match", "\"" + version + "\""));
  }

  @Test
  void anEmailThatCannotBeWrittenLeavesNothingHalfDone() throws InterruptedException {
    Map<String, Object> email =
        Map.of("kind", "email", "words", "Thank you", "text", "{salutation} {nothing}");
    Map<String, Object> typed = rule("Thanks", "opportunity-opened", tag("half"), email);
    long id = administrator.post(DOOR, typed).is(200).id();
    long made = opened("Half done");
    JsonNode fired = firing("Thanks", made);
    assertThat(fired.path("failed").asBoolean()).isTrue();
    assertThat(
            HOUSE.count(
                "SELECT COUNT(*) FROM opportunity_tag WHERE tag = 'half' AND opportunity_id = "
                    + made))
        .isZero();
    administrator.send(HttpMethod.DELETE, DOOR + "/" + id, null, Map.of()).is(204);
  }

  @Test
  void anEmailSaysATextOfTheSettingsInTheCustomersLanguage() throws InterruptedException {
    long before = Sales.newOpportunity(rep, "Tischwaage");
    String customer = rep.get("/api/opportunities/" + before).is(200).text("/accountId");
    Sales.writeIn(administrator, "de", customer);
    Map<String, Object> email =
        Map.of("kind", "email", "words", "Zu {title}", "purpose", "introduction-email");
    Map<String, Object> wrong =
        Map.of("kind", "email", "words", "x", "purpose", "invoice-email", "text", "x");
    assertThat(
            administrator
                .post(DOOR, rule("Wrong text", "opportunity-opened", wrong))
                .is(422)
                .text("/problems/0/at"))
        .isEqualTo("actions[0].purpose");
    long id =
        administrator.post(DOOR, rule("Introduced", "opportunity-opened", email)).is(200).id();
    assertThat(administrator.get(DOOR).is(200).words()).contains("introduction-email");
    long made = Sales.newOpportunity(rep, "Bodenwaage", customer);
    assertThat(firing("Introduced", made).path("failed").asBoolean()).isFalse();
    assertThat(
            HOUSE.count(
                "SELECT COUNT(*) FROM outgoing_email WHERE subject = 'Zu Bodenwaage'"
                    + " AND text LIKE 'Guten Tag Ada Fallow,%Interesse an Bodenwaage%Mara Lind%'"))
        .isEqualTo(1);
    // A text that somebody emptied is not sent.
    JsonNode text = null;
    for (JsonNode one : administrator.get("/api/texts").is(200).body().path("texts")) {
      boolean isIt = one.path("purpose").asString().equals("introduction-email");
      text = isIt && one.path("language").asString().equals("de") ? one : text;
    }
    String path = "/api/texts/" + text.path("id").asLong();
    long version = text.path("version").asLong();
    administrator
        .send(HttpMethod.PUT, path, Map.of("body", ""), Map.of("If-Match", "\"" + version + "\""))
        .is(204);
    long silent = Sales.newOpportunity(rep, "Ohne Worte", customer);
    assertThat(firing("Introduced", silent).path("done").asString()).contains("is empty");
    administrator
        .send(
            HttpMethod.PUT,
            path,
            Map.of("body", text.path("body").asString()),
            Map.of("If-Match", "\"" + (version + 1) + "\""))
        .is(204);
    administrator.send(HttpMethod.DELETE, DOOR + "/" + id, null, Map.of()).is(204);
  }

  @Test
  void itIsTriedOnTheLastMonth() {
    Map<String, Object> sent = rule("Large quotes", "quote-sent", plan("Ask", "3"));
    JsonNode all = administrator.post(DOOR + "/trial", sent).is(200).body();
    JsonNode large =
        administrator.post(DOOR + "/trial", where(sent, "valueFrom", "5000")).is(200).body();
    assertThat(all.path("times").asInt()).isPositive();
    assertThat(large.path("times").asInt()).isLessThan(all.path("times").asInt());
    assertThat(all.path("latest").path(0).path("number").asString()).startsWith("Q-");
    // Entries of data that was taken over are not in the order of their days.
    assertThat(all.path("latest").findValuesAsString("at"))
        .isSortedAccordingTo(Comparator.reverseOrder())
        .allSatisfy(at -> assertThat(at).isGreaterThan("2027-02-13"));
    assertThat(HOUSE.count("SELECT COUNT(*) FROM follow_up_rule WHERE name = 'Large quotes'"))
        .isZero();
    Map<String, Object> none = rule("", "nothing", Map.of("kind", "shout", "words", ""));
    assertThat(administrator.post(DOOR + "/trial", none).is(422).body().findValuesAsString("at"))
        .contains("name", "event", "actions[0].kind", "actions[0].words");
    rep.post(DOOR + "/trial", sent).is(403);
    Guest.signedIn(HOUSE, "helen").get(DOOR).is(403);
  }

  /** What a rule waits for is told by words of the log: who changes those changes the rules. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "enquiry-added",
        "opportunity-opened",
        "stage-reached",
        "opportunity-won",
        "opportunity-lost",
        "quote-sent",
        "quote-accepted",
        "quote-expired",
        "order-placed",
        "order-released"
      })
  void whatItWaitsForHasHappenedInTheLastMonth(String event) {
    Map<String, Object> typed = rule("Any " + event, event, plan("Look", "1"));
    if (event.equals("enquiry-added")) {
      rep.post("/api/enquiries", EnquiryTest.enquiry("Waited For", "555 0177 31", "")).is(200);
    }
    if (event.equals("quote-expired")) {
      HOUSE.part(QuoteService.class).run(House.TODAY);
    }
    assertThat(administrator.post(DOOR + "/trial", typed).is(200).body().path("times").asInt())
        .isPositive();
  }

  @Test
  void aDeclinedQuoteIsWaitedForToo() throws InterruptedException {
    long id =
        administrator
            .post(DOOR, rule("Declined", "quote-declined", plan("Ask why", "0")))
            .is(200)
            .id();
    JsonNode quote = rep.rows("/api/quotes?state=sent").get(0);
    long quoteId = quote.path("id").asLong();
    JsonNode page = rep.get("/api/quotes/" + quoteId).is(200).body();
    rep.send(
            HttpMethod.POST,
            "/api/quotes/" + quoteId + "/declined",
            Map.of("words", "Too dear"),
            Map.of("If-Match", "\"" + page.path("version").asLong() + "\""))
        .is(204);
    assertThat(firing("Declined", quoteId).path("done").asString()).startsWith("call planned");
    administrator.send(HttpMethod.DELETE, DOOR + "/" + id, null, Map.of()).is(204);
  }

  @Test
  void whatCameInByAFileIsNotFollowedUp() throws InterruptedException {
    long id =
        administrator
            .post(DOOR, rule("New enquiries", "enquiry-added", plan("Ask {account}", "0")))
            .is(200)
            .id();
    Importing.of(rep, "enquiries", "Name;Subject;Email\nFiled One;Scale;one@filed.example\n")
        .taken();
    long typed =
        rep.post("/api/enquiries", EnquiryTest.enquiry("Typed One", "555 0199 77", ""))
            .is(200)
            .id();
    assertThat(firing("New enquiries", typed).path("done").asString())
        .startsWith("call planned for");
    assertThat(HOUSE.count("SELECT COUNT(*) FROM follow_up_firing WHERE rule_id = " + id))
        .isEqualTo(1);
    administrator.send(HttpMethod.DELETE, DOOR + "/" + id, null, Map.of()).is(204);
  }
}
