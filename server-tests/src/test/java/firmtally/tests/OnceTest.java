package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;

/** A double press, or a message that comes twice, makes one thing. */
class OnceTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  private final Guest rep = Guest.signedIn(HOUSE, "mara");

  private Guest.Answer press(String path, Object body, String key) {
    return rep.send(HttpMethod.POST, path, body, Map.of("Idempotency-Key", key));
  }

  /** Sends the same twice with one key, once more with another, and counts what came of it. */
  private void makesOne(String path, Object body, String table) {
    long before = HOUSE.count("SELECT count(*) FROM " + table);
    String key = "twice " + path + table;
    Guest.Answer first = press(path, body, key);
    assertThat(first.status()).as(first.body().toString()).isBetween(200, 204);
    Guest.Answer second = press(path, body, key);
    assertThat(second.status()).isEqualTo(first.status());
    assertThat(second.id()).isEqualTo(first.id());
    assertThat(HOUSE.count("SELECT count(*) FROM " + table)).as(path).isEqualTo(before + 1);
    press(path, body, key + " another");
    assertThat(HOUSE.count("SELECT count(*) FROM " + table)).as(path).isEqualTo(before + 2);
  }

  @Test
  void whateverIsMadeIsMadeOnce() {
    long id = newOpportunity(rep, "Twice");
    saveLines(rep, id, List.of(line("1", "BS-15", "1", null))).is(200);
    String account = rep.get("/api/opportunities/" + id).text("/accountId");
    makesOne("/api/enquiries", EnquiryTest.enquiry("Twice Farm", "555 0707", ""), "enquiry");
    Map<String, Object> opening = Map.of("accountId", Long.parseLong(account), "title", "Again");
    makesOne("/api/opportunities", opening, "opportunity");
    Map<String, String> customer = new HashMap<>(Map.of("name", "Twice", "kind", "company"));
    customer.putAll(Map.of("industry", "", "postal", "", "town", "Saltmere", "email", ""));
    customer.putAll(Map.of("phone", "", "contact", "Ida Twice"));
    makesOne("/api/accounts", customer, "account");
    makesOne("/api/opportunities/" + id + "/copy", null, "opportunity");
    Map<String, String> call = Map.of("kind", "call", "subject", "Ring", "due", "2090-01-31");
    makesOne("/api/opportunities/" + id + "/activities", call, "activity");
    makesOne("/api/accounts/" + account + "/activities", call, "activity");
    makesOne("/api/accounts/" + account + "/contacts", Map.of("name", "Uda Reed"), "contact");
    Map<String, Object> note = Map.of("words", "Twice", "pinned", false);
    makesOne("/api/accounts/" + account + "/notes", note, "account_note");
    makesOne("/api/opportunities/" + id + "/quotes", null, "quote");
  }

  @Test
  void twoPressesAtTheSameMomentMakeOne() throws Exception {
    long before = HOUSE.count("SELECT count(*) FROM enquiry");
    Map<String, Object> body = EnquiryTest.enquiry("At once", "555 0708", "");
    ExecutorService hands = Executors.newFixedThreadPool(2);
    Future<Guest.Answer> one = hands.submit(() -> press("/api/enquiries", body, "at once"));
    Future<Guest.Answer> two = hands.submit(() -> press("/api/enquiries", body, "at once"));
    assertThat(one.get().is(200).id()).isEqualTo(two.get().is(200).id());
    hands.shutdown();
    assertThat(HOUSE.count("SELECT count(*) FROM enquiry")).isEqualTo(before + 1);
  }

  @Test
  void oneKeyForTwoActsIsRefusedInWords() {
    press("/api/enquiries", EnquiryTest.enquiry("Key", "555 0709", ""), "for two").is(200);
    Map<String, Object> opening = Map.of("accountId", HOUSE.accountOf("mara", 0), "title", "Key");
    assertThat(press("/api/opportunities", opening, "for two").is(422).text("/problems/0/message"))
        .startsWith("This key was used for something else");
  }

  @Test
  void anotherRuleUnderTheSameKeyIsNotAnsweredAsAdded() {
    Guest manager = Guest.signedIn(HOUSE, "helen");
    Map<String, Object> rule = new HashMap<>(Map.of("code", "ONCE-1", "scope", "everyone"));
    rule.put("family", "bench");
    rule.put("breaks", List.of(Map.of("minQuantity", "900", "percentOff", "1")));
    Map<String, String> key = Map.of("Idempotency-Key", "one rule");
    manager.send(HttpMethod.POST, "/api/price-rules", rule, key).is(200);
    assertThat(
            manager.send(HttpMethod.POST, "/api/price-rules", rule, key).is(200).text("/codes/0"))
        .isEqualTo("ONCE-1");
    rule.put("code", "ONCE-2");
    manager.send(HttpMethod.POST, "/api/price-rules", rule, key).is(422);
    manager.get("/api/price-rules?about=ONCE-2").is(200);
    assertThat(manager.rows("/api/price-rules?about=ONCE")).hasSize(1);
  }

  @Test
  void whatIsNewIsNotReopened() {
    long id =
        rep.post("/api/enquiries", EnquiryTest.enquiry("Still new", "555 0713", "")).is(200).id();
    Map<String, String> seen = Map.of("If-Match", "1");
    String path = "/api/enquiries/" + id + "/reopened";
    assertThat(rep.send(HttpMethod.POST, path, null, seen).is(409).text("/detail"))
        .isEqualTo("This enquiry is new.");
  }

  @Test
  void aKeyIsItsSendersOwn() {
    press("/api/enquiries", EnquiryTest.enquiry("Own key", "555 0710", ""), "shared word").is(200);
    long before = HOUSE.count("SELECT count(*) FROM enquiry");
    Guest other = Guest.signedIn(HOUSE, "tom");
    Map<String, Object> body = EnquiryTest.enquiry("Own key", "555 0711", "");
    other
        .send(HttpMethod.POST, "/api/enquiries", body, Map.of("Idempotency-Key", "shared word"))
        .is(200);
    assertThat(HOUSE.count("SELECT count(*) FROM enquiry")).isEqualTo(before + 1);
  }

  @Test
  void whatWasRefusedIsNotDoneByItsKey() {
    Map<String, Object> poor = EnquiryTest.enquiry("", "", "");
    press("/api/enquiries", poor, "tried").is(422);
    press("/api/enquiries", EnquiryTest.enquiry("Better", "555 0712", ""), "tried").is(200);
  }
}
