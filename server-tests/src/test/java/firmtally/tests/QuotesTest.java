package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static firmtally.tests.Sales.sentQuote;
import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Quotes: which one leads, revisions under one number, comparisons, and whether a yes holds. */
class QuotesTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  private static String value(Guest guest, long opportunity) {
    return guest
        .rows("/api/opportunities?state=all&q=" + number(guest, opportunity))
        .get(0)
        .path("value")
        .asString();
  }

  private static String number(Guest guest, long opportunity) {
    return guest.get("/api/opportunities/" + opportunity).is(200).text("/number");
  }

  private static long opportunity(Guest rep, String title, String discount) {
    long id = newOpportunity(rep, title);
    saveLines(rep, id, List.of(line("1", "BS-15", "10", discount))).is(200);
    return id;
  }

  private static long quote(Guest rep, long opportunity) {
    return rep.post("/api/opportunities/" + opportunity + "/quotes", null).is(200).id();
  }

  private static void discount(Guest rep, long quote, String percent) {
    Guest.Answer page = rep.get("/api/quotes/" + quote).is(200);
    Map<String, Object> form = Map.of("lines", List.of(line("1", "BS-15", "10", percent)));
    rep.send(
            HttpMethod.PUT,
            "/api/quotes/" + quote + "/worksheet",
            form,
            match(page, "/worksheet/version"))
        .is(200);
  }

  private static Guest.Answer act(Guest guest, long quote, String act, Object body) {
    Guest.Answer page = guest.get("/api/quotes/" + quote).is(200);
    return guest.send(HttpMethod.POST, "/api/quotes/" + quote + act, body, match(page, "/version"));
  }

  @Test
  void theValueFollowsTheLeadFromTheMomentItExists() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long opportunity = opportunity(rep, "Led", null);
    String own = value(rep, opportunity);
    long first = quote(rep, opportunity);
    assertThat(rep.get("/api/quotes/" + first).body().path("leads").asBoolean()).isTrue();
    discount(rep, first, "5");
    String led = value(rep, opportunity);
    assertThat(new BigDecimal(led))
        .isEqualByComparingTo(new BigDecimal(own).multiply(new BigDecimal("0.95")));
    assertThat(rep.get("/api/sheet").is(200).body().toString())
        .contains("\"value\":\"" + led + "\"");

    // The second begins as the lead is, its terms too; it does not lead by itself.
    Guest.Answer page = rep.get("/api/quotes/" + first);
    Map<String, Object> terms =
        Map.of(
            "validUntil",
            House.TODAY.plusDays(9).toString(),
            "addressee",
            "Reed",
            "emailTo",
            "a@reed.example",
            "letter",
            "Our own words.",
            "paymentTerms",
            "Now",
            "deliveryTerms",
            "Here");
    rep.send(HttpMethod.PUT, "/api/quotes/" + first, terms, match(page, "/version")).is(204);
    long second = quote(rep, opportunity);
    Guest.Answer other = rep.get("/api/quotes/" + second).is(200);
    assertThat(other.text("/terms/letter")).isEqualTo("Our own words.");
    assertThat(other.text("/worksheet/totals/contract")).isEqualTo(led);
    assertThat(other.body().path("leads").asBoolean()).isFalse();
    long plain =
        rep.post("/api/opportunities/" + opportunity + "/quotes?fromLines=true", null).is(200).id();
    assertThat(rep.get("/api/quotes/" + plain).text("/worksheet/totals/contract")).isEqualTo(own);
    rep.post("/api/quotes/" + plain + "/lead", null).is(204);
    assertThat(value(rep, opportunity)).isEqualTo(own);
    act(rep, plain, "/withdrawn", Map.of("words", "Made by mistake")).is(204);
    assertThat(value(rep, opportunity)).as("the latest other one leads").isEqualTo(led);
    act(rep, plain, "/lead", null).is(409);
  }

  @Test
  void ownLinesAreBroughtOverByAnActAndNeverInSilence() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long opportunity = opportunity(rep, "Drifting", null);
    rep.get("/api/opportunities/" + opportunity + "/lead").is(409);
    long quote = quote(rep, opportunity);
    String path = "/api/opportunities/" + opportunity + "/lead";
    assertThat(rep.get(path).is(200).body().path("differs").asBoolean()).isFalse();
    String before = value(rep, opportunity);
    saveLines(rep, opportunity, List.of(line("1", "BS-15", "12", null))).is(200);
    assertThat(value(rep, opportunity)).isEqualTo(before);
    Guest.Answer lead = rep.get(path).is(200);
    assertThat(lead.body().path("differs").asBoolean()).isTrue();
    assertThat(lead.text("/comparison/lines/0/after/quantity")).isEqualTo("12");
    assertThat(rep.post(path, null).is(200).id()).isEqualTo(quote);
    assertThat(value(rep, opportunity)).isNotEqualTo(before);
    assertThat(rep.get(path).body().path("differs").asBoolean()).isFalse();

    act(rep, quote, "/send", null).is(200);
    saveLines(rep, opportunity, List.of(line("1", "BS-15", "9", null))).is(200);
    long revision = rep.post(path, null).is(200).id();
    Guest.Answer page = rep.get("/api/quotes/" + revision).is(200);
    assertThat(page.text("/revision")).isEqualTo("2");
    assertThat(page.body().path("leads").asBoolean()).isTrue();
    Guest south = Guest.signedIn(HOUSE, "priya");
    south.get(path).is(403);
    south.post(path, null).is(403);
    south.get("/api/quotes/" + revision + "/compared").is(403);
  }

  @Test
  void aRevisionHasTheNumberAndTheOneBeforeIsOrderedAtNoDoor() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long opportunity = opportunity(rep, "Revised", null);
    long first = sentQuote(rep, opportunity);
    Guest.Answer before = rep.get("/api/quotes/" + first).is(200);
    long second = act(rep, first, "/revisions", null).is(200).id();
    Guest.Answer after = rep.get("/api/quotes/" + second).is(200);
    assertThat(after.text("/number")).isEqualTo(before.text("/number"));
    assertThat(after.text("/state")).isEqualTo("draft");
    assertThat(rep.get("/api/quotes/" + first).text("/state")).isEqualTo("superseded");
    act(rep, first, "/revisions", null).is(409);
    act(rep, first, "/accepted", Map.of("words", "by phone")).is(409);
    rep.post("/api/quotes/" + first + "/order", Map.of("poNumber", "PO-1")).is(409);
    // What was sent stays as it was.
    assertThat(rep.get("/api/quotes/" + first + "/quote.pdf").is(200).bytes())
        .startsWith('%', 'P', 'D', 'F');
    discount(rep, second, "4");
    Guest.Answer compared = rep.get("/api/quotes/" + second + "/compared?with=" + first).is(200);
    assertThat(compared.text("/after")).endsWith(", revision 2");
    BigDecimal change = new BigDecimal(compared.text("/totals/change"));
    assertThat(new BigDecimal(compared.text("/lines/0/parts/discount")))
        .isEqualByComparingTo(change)
        .isNegative();
    assertThat(new BigDecimal(compared.text("/lines/0/marginChange"))).isEqualByComparingTo(change);
    rep.get("/api/quotes/" + second + "/compared?with=" + first(rep)).is(409);
    act(rep, second, "/send", null).is(200);
    act(rep, second, "/accepted", Map.of("words", "")).is(422);
    act(rep, second, "/accepted", Map.of("words", "By phone, Ms Reed")).is(204);
    assertThat(rep.get("/api/quotes/" + second).text("/terms/reason"))
        .isEqualTo("By phone, Ms Reed");
    rep.post("/api/quotes/" + second + "/order", Map.of("poNumber", "PO-2")).is(200);
    act(rep, second, "/withdrawn", Map.of("words", "Too late")).is(409);
  }

  /** A quote of another opportunity. */
  private static long first(Guest rep) {
    return quote(rep, opportunity(rep, "Other", null));
  }

  @Test
  void aDeclinedQuoteCanOnlyBeRevised() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long quote = sentQuote(rep, opportunity(rep, "Declined", null));
    act(rep, quote, "/declined", Map.of("words", "Price")).is(204);
    act(rep, quote, "/lead", null).is(409);
    rep.post("/api/quotes/" + quote + "/order", Map.of("poNumber", "")).is(409);
    assertThat(
            act(
                    rep,
                    act(rep, quote, "/revisions", null).is(200).id(),
                    "/declined",
                    Map.of("words", "x"))
                .is(409)
                .text("/detail"))
        .isNotEmpty();
  }

  @Test
  void aYesHoldsForWhatIsNoWorseAndAsksAgainForWhatIs() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    Guest manager = Guest.signedIn(HOUSE, "helen");
    long quote = quote(rep, opportunity(rep, "Signed", "15"));
    assertThat(rep.get("/api/quotes/" + quote).body().at("/may/askForSignOff").asBoolean())
        .isTrue();
    act(rep, quote, "/send", null).is(409);
    rep.post("/api/quotes/" + quote + "/sign-off", Map.of("why", "A large order")).is(204);
    String asked = rep.get("/api/quotes/" + quote).text("/approvals/0/approval/id");
    manager.post("/api/approvals/" + asked + "/answer", Map.of("yes", true, "comment", "")).is(204);
    assertThat(rep.get("/api/quotes/" + quote).body().path("signedOff").asBoolean()).isTrue();

    discount(rep, quote, "13");
    assertThat(rep.get("/api/quotes/" + quote).body().path("signedOff").asBoolean())
        .as("better than what was signed off")
        .isTrue();
    assertThat(rep.get("/api/quotes/" + quote + "/cover").is(200).body().path("holds").asBoolean())
        .isTrue();
    discount(rep, quote, "16");
    Guest.Answer cover = rep.get("/api/quotes/" + quote + "/cover").is(200);
    assertThat(cover.body().path("holds").asBoolean()).isFalse();
    assertThat(cover.text("/reasons/0/words")).contains("16 % where 10 % may be given");
    assertThat(cover.body().at("/reasons/0/working/steps")).isNotEmpty();
    Guest.signedIn(HOUSE, "otto").get("/api/quotes/" + quote + "/cover").is(403);
    Guest.Answer worse = rep.get("/api/quotes/" + quote);
    assertThat(worse.body().path("signedOff").asBoolean()).isFalse();
    assertThat(worse.body().at("/may/askForSignOff").asBoolean()).isTrue();
    act(rep, quote, "/send", null).is(409);
    discount(rep, quote, "15");
    act(rep, quote, "/send", null).is(200);

    // The next revision is covered by the same yes, unless it is worse.
    long revision = act(rep, quote, "/revisions", null).is(200).id();
    assertThat(rep.get("/api/quotes/" + revision).body().path("signedOff").asBoolean()).isTrue();
    discount(rep, revision, "17");
    act(rep, revision, "/send", null).is(409);
  }

  private static List<String> kinds(Guest guest, long quote) {
    List<String> kinds = new ArrayList<>();
    for (JsonNode row : guest.get("/api/day-sheet").is(200).body().at("/rows")) {
      if (row.path("record").asString().equals("quote") && row.path("id").asLong() == quote) {
        kinds.add(row.path("kind").asString());
      }
    }
    return kinds;
  }

  @Test
  void theDiscountThatWouldDoIsNamedAndTakenWithOneAct() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    Guest manager = Guest.signedIn(HOUSE, "helen");
    long opportunity = newOpportunity(rep, "Countered");
    saveLines(
            rep,
            opportunity,
            List.of(line("1", "BS-15", "60", "18"), line("2", "FP-600", "40", "4")))
        .is(200);
    long quote = quote(rep, opportunity);
    String path = "/api/quotes/" + quote + "/counter";
    manager.post(path, Map.of("percent", "12")).is(409);
    rep.post("/api/quotes/" + quote + "/sign-off", Map.of("why", "They buy for three sites"))
        .is(204);
    assertThat(rep.get("/api/quotes/" + quote).text("/approvals/0/approval/words"))
        .contains("discount on row 1, BS-15: 18 % where 10 % may be given");
    assertThat(kinds(manager, quote)).containsExactly("sign-off");
    Guest.Answer seen = manager.get(path + "?percent=12").is(200);
    assertThat(seen.body().at("/lines/0/parts/discount").asString()).doesNotStartWith("-");
    assertThat(new BigDecimal(seen.text("/lines/1/change"))).isZero();
    assertThat(manager.get(path + "?percent=101").is(422).text("/problems/0/at"))
        .isEqualTo("percent");
    manager.post(path, Map.of("percent", "20")).is(409);
    rep.post(path, Map.of("percent", "12")).is(403);
    Guest.signedIn(HOUSE, "priya").get(path + "?percent=12").is(403);
    manager.post(path, Map.of("percent", "12", "comment", "No more than that.")).is(204);

    Guest.Answer told = rep.get("/api/quotes/" + quote).is(200);
    assertThat(told.text("/approvals/0/approval/answer")).isEqualTo("counter");
    assertThat(told.text("/approvals/0/approval/counter")).isEqualTo("12");
    assertThat(told.body().at("/may/takeCounter").asBoolean()).isTrue();
    assertThat(kinds(rep, quote)).containsExactly("sign-off-counter");
    act(rep, quote, "/send", null).is(409);
    rep.post(path + "/taken", null).is(204);
    Guest.Answer taken = rep.get("/api/quotes/" + quote).is(200);
    assertThat(taken.body().path("signedOff").asBoolean()).isTrue();
    assertThat(taken.text("/worksheet/lines/0/typed/discountPercent")).isEqualTo("12");
    assertThat(taken.text("/worksheet/lines/1/typed/discountPercent")).isEqualTo("4");
    assertThat(taken.body().at("/may/takeCounter").asBoolean()).isFalse();
    act(rep, quote, "/send", null).is(200);
  }

  @Test
  void theRepHearsOfAYesAndOfTheCustomersAnswer() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    Guest manager = Guest.signedIn(HOUSE, "helen");
    long opportunity = newOpportunity(rep, "Heard");
    saveLines(rep, opportunity, List.of(line("1", "FP-600", "90", "14"))).is(200);
    long quote = quote(rep, opportunity);
    rep.post("/api/quotes/" + quote + "/sign-off", Map.of("why", "Ninety at once")).is(204);
    assertThat(kinds(rep, quote)).as("whoever asked does not answer").isEmpty();
    String asked = rep.get("/api/quotes/" + quote).text("/approvals/0/approval/id");
    manager.post("/api/approvals/" + asked + "/answer", Map.of("yes", true, "comment", "")).is(204);
    assertThat(kinds(rep, quote)).containsExactly("sign-off-yes");
    assertThat(kinds(manager, quote)).isEmpty();
    act(rep, quote, "/send", null).is(200);
    act(rep, quote, "/accepted", Map.of("words", "By phone")).is(204);
    assertThat(kinds(rep, quote)).containsExactly("quote-accepted");
  }

  @Test
  void twoWhoReviseAtOnceMakeOneRevision() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long quote = sentQuote(rep, opportunity(rep, "Twice", null));
    Guest.Answer page = rep.get("/api/quotes/" + quote).is(200);
    String path = "/api/quotes/" + quote + "/revisions";
    rep.send(HttpMethod.POST, path, null, match(page, "/version")).is(200);
    assertThat(rep.send(HttpMethod.POST, path, null, match(page, "/version")).status())
        .isIn(409, 412);
    assertThat(rep.get("/api/quotes/" + quote).body().at("/siblings")).hasSize(2);
  }

  @Test
  void aManagerWhoIsAwayIsStoodInFor() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    Guest manager = Guest.signedIn(HOUSE, "helen");
    Guest deputy = Guest.signedIn(HOUSE, "nils");
    long quote = quote(rep, opportunity(rep, "Stood in", "20"));
    rep.post("/api/quotes/" + quote + "/sign-off", Map.of("why", "Three halls")).is(204);
    String asked = rep.get("/api/quotes/" + quote).text("/approvals/0/approval/id");
    Map<String, Object> yes = Map.of("yes", true, "comment", "");
    deputy.post("/api/approvals/" + asked + "/answer", yes).is(403);
    assertThat(kinds(deputy, quote)).doesNotContain("sign-off");

    long nils = HOUSE.personOf("nils");
    Map<String, Object> away =
        Map.of("deputyId", nils, "from", "2027-03-15", "until", "2027-03-19");
    manager
        .post("/api/absences", Map.of("deputyId", nils, "from", "x", "until", "2027-03-19"))
        .is(422);
    manager
        .post(
            "/api/absences",
            Map.of("deputyId", HOUSE.personOf("otto"), "from", "2027-03-15", "until", "2027-03-19"))
        .is(422);
    long absence = manager.post("/api/absences", away).is(200).id();
    assertThat(kinds(deputy, quote)).contains("sign-off");
    rep.send(HttpMethod.DELETE, "/api/absences/" + absence, null, Map.of()).is(403);
    deputy.post("/api/approvals/" + asked + "/answer", yes).is(204);
    manager.send(HttpMethod.DELETE, "/api/absences/" + absence, null, Map.of()).is(204);
    assertThat(rep.get("/api/quotes/" + quote).body().path("signedOff").asBoolean()).isTrue();
  }

  @Test
  void theListIsNarrowedByWhatIsAskedAndSeen() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    long deep = quote(rep, opportunity(rep, "Narrowed", "40"));
    rep.post("/api/quotes/" + deep + "/sign-off", Map.of("why", "x")).is(204);
    assertThat(ids(rep, "?waiting=true")).contains(deep);
    assertThat(ids(rep, "?discount=39")).contains(deep);
    assertThat(ids(rep, "?discount=41")).doesNotContain(deep);
    assertThat(ids(rep, "?least=2850")).contains(deep);
    assertThat(ids(rep, "?least=2850.01&owner=" + HOUSE.personOf("mara"))).doesNotContain(deep);
    assertThat(ids(rep, "?owner=" + HOUSE.personOf("edda"))).doesNotContain(deep);
    assertThat(ids(Guest.signedIn(HOUSE, "tom"), "?waiting=true")).doesNotContain(deep);
    rep.get("/api/quotes?least=much").is(422);
    long soon = quote(rep, opportunity(rep, "Soon over", null));
    Map<String, Object> terms = new HashMap<>();
    terms.putAll(Map.of("validUntil", "2027-03-18", "addressee", "Reed", "emailTo", "a@b.example"));
    terms.putAll(Map.of("letter", "x", "paymentTerms", "x", "deliveryTerms", "y"));
    Guest.Answer page = rep.get("/api/quotes/" + soon);
    rep.send(HttpMethod.PUT, "/api/quotes/" + soon, terms, match(page, "/version")).is(204);
    assertThat(ids(rep, "?expiring=true")).as("a draft expires for nobody").doesNotContain(soon);
    act(rep, soon, "/send", null).is(200);
    assertThat(ids(rep, "?expiring=true")).contains(soon);
    Guest.Answer before = rep.get("/api/quotes/answers").is(200);
    act(rep, soon, "/declined", Map.of("words", "Too dear")).is(204);
    assertThat(rep.get("/api/quotes/answers").body().path("lost").asInt())
        .isEqualTo(before.body().path("lost").asInt() + 1);
  }

  private static List<Long> ids(Guest guest, String query) {
    return guest.rows("/api/quotes" + query).stream().map(row -> row.path("id").asLong()).toList();
  }

  @Test
  void textsOfTheHouseStandOnItsQuotes() {
    Guest rep = Guest.signedIn(HOUSE, "mara");
    Guest manager = Guest.signedIn(HOUSE, "helen");
    Map<String, Object> text =
        Map.of(
            "purpose",
            "quote-letter",
            "business",
            "new",
            "language",
            "en",
            "body",
            "For {contact}, {price}");
    assertThat(manager.post("/api/texts", text).is(422).text("/problems/0/message"))
        .contains("{price}");
    Map<String, Object> good =
        Map.of(
            "purpose",
            "quote-letter",
            "business",
            "new",
            "language",
            "en",
            "body",
            "For {contact} by {valid until}");
    rep.post("/api/texts", good).is(403);
    long id = manager.post("/api/texts", good).is(200).id();
    manager.post("/api/texts", good).is(422);
    long quote = quote(rep, opportunity(rep, "Texts", null));
    Guest.Answer page = rep.get("/api/quotes/" + quote).is(200);
    assertThat(page.text("/terms/letter")).isEqualTo("For {contact} by {valid until}");
    assertThat(page.text("/words/letter")).startsWith("For Ada").contains(" by 14 April 2027");
    manager.send(HttpMethod.DELETE, "/api/texts/" + id, null, Map.of()).is(204);
    manager.send(HttpMethod.DELETE, "/api/texts/1", null, Map.of()).is(409);

    Map<String, Object> terms = new HashMap<>();
    terms.putAll(Map.of("validUntil", "2027-04-30", "addressee", "Reed", "emailTo", "a@b.example"));
    terms.putAll(Map.of("letter", "{nobody}", "paymentTerms", "x", "deliveryTerms", "y"));
    assertThat(
            rep.send(HttpMethod.PUT, "/api/quotes/" + quote, terms, match(page, "/version"))
                .is(422)
                .text("/problems/0/at"))
        .isEqualTo("letter");
  }
}
