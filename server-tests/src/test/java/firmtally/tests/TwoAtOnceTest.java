package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static firmtally.tests.Sales.sentQuote;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;

/** Two people at the same thing at the same moment: one of them is told, and nothing is doubled. */
class TwoAtOnceTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final ExecutorService HANDS = Executors.newFixedThreadPool(8);

  @AfterAll
  static void rest() {
    HANDS.shutdown();
  }

  /** Lets all begin at the same moment, and gives their answers. */
  private static List<Guest.Answer> atOnce(List<Callable<Guest.Answer>> acts) throws Exception {
    CyclicBarrier start = new CyclicBarrier(acts.size());
    List<Future<Guest.Answer>> begun = new ArrayList<>();
    for (Callable<Guest.Answer> act : acts) {
      begun.add(
          HANDS.submit(
              () -> {
                start.await();
                return act.call();
              }));
    }
    List<Guest.Answer> answers = new ArrayList<>();
    for (Future<Guest.Answer> one : begun) {
      answers.add(one.get());
    }
    return answers;
  }

  private static List<Integer> statuses(List<Guest.Answer> answers) {
    return answers.stream().map(Guest.Answer::status).sorted().toList();
  }

  private final Guest rep = Guest.signedIn(HOUSE, "mara");
  private final Guest manager = Guest.signedIn(HOUSE, "helen");

  @Test
  void oneOfTwoWhoSaveTheSameLinesIsToldWhoWasFirst() throws Exception {
    long id = newOpportunity(rep, "Lines at once");
    Map<String, String> seen = match(rep.get("/api/opportunities/" + id), "/worksheet/version");
    String path = "/api/opportunities/" + id + "/worksheet";
    List<Guest.Answer> answers =
        atOnce(
            List.of(
                () ->
                    rep.send(
                        HttpMethod.PUT,
                        path,
                        Sales.form(List.of(line("1", "BS-15", "1", null))),
                        seen),
                () ->
                    manager.send(
                        HttpMethod.PUT,
                        path,
                        Sales.form(List.of(line("1", "BS-15", "2", null))),
                        seen)));
    assertThat(statuses(answers)).containsExactly(200, 412);
    Guest.Answer told = answers.stream().filter(a -> a.status() == 412).findFirst().orElseThrow();
    assertThat(told.text("/detail")).contains("Your entries are kept");
    assertThat(told.text("/version")).isEqualTo("3");
    String quantity = rep.get("/api/opportunities/" + id).text("/worksheet/lines/0/typed/quantity");
    assertThat(quantity).isEqualTo(answers.get(0).status() == 200 ? "1" : "2");
  }

  @Test
  void oneOfTwoWhoChangeAnOpportunityIsTold() throws Exception {
    long id = newOpportunity(rep, "Title at once");
    Map<String, String> seen = match(rep.get("/api/opportunities/" + id), "/version");
    Map<String, Object> form = new HashMap<>();
    for (String name :
        List.of("probability", "note", "priority", "interest", "business", "budget", "source")) {
      form.put(name, null);
    }
    form.put("campaign", null);
    form.put("contactId", null);
    form.put("expectedClose", "2027-06-30");
    List<Callable<Guest.Answer>> acts = new ArrayList<>();
    for (Guest who : List.of(rep, manager)) {
      Map<String, Object> own = new HashMap<>(form);
      own.put("title", "By " + acts.size());
      acts.add(() -> who.send(HttpMethod.PUT, "/api/opportunities/" + id, own, seen));
    }
    List<Guest.Answer> answers = atOnce(acts);
    assertThat(statuses(answers)).containsExactly(204, 412);
    String wanted = answers.get(0).status() == 204 ? "By 0" : "By 1";
    assertThat(rep.get("/api/opportunities/" + id).text("/title")).isEqualTo(wanted);
  }

  @Test
  void aQuoteIsOrderedByOneOfTwo() throws Exception {
    long id = newOpportunity(rep, "Order at once");
    saveLines(rep, id, List.of(line("1", "BS-15", "1", null))).is(200);
    long quote = sentQuote(rep, id);
    long before = HOUSE.count("SELECT count(*) FROM document WHERE kind = 'order'");
    String path = "/api/quotes/" + quote + "/order";
    List<Guest.Answer> answers =
        atOnce(
            List.of(
                () -> rep.post(path, Map.of("poNumber", "PO-A")),
                () -> manager.post(path, Map.of("poNumber", "PO-B"))));
    assertThat(statuses(answers)).containsExactly(200, 409);
    assertThat(HOUSE.count("SELECT count(*) FROM document WHERE kind = 'order'"))
        .isEqualTo(before + 1);
    assertThat(HOUSE.count("SELECT count(*) FROM document WHERE follows_id = " + quote))
        .isEqualTo(1);
  }

  @Test
  void aQuoteLeavesOnceHoweverManySendIt() throws Exception {
    long id = newOpportunity(rep, "Send at once");
    saveLines(rep, id, List.of(line("1", "BS-15", "1", null))).is(200);
    long quote = rep.post("/api/opportunities/" + id + "/quotes", null).is(200).id();
    Map<String, String> seen = match(rep.get("/api/quotes/" + quote), "/version");
    long before = HOUSE.count("SELECT count(*) FROM outgoing_email");
    String path = "/api/quotes/" + quote + "/send";
    List<Guest.Answer> answers =
        atOnce(
            List.of(
                () -> rep.send(HttpMethod.POST, path, null, seen),
                () -> manager.send(HttpMethod.POST, path, null, seen),
                () -> rep.send(HttpMethod.POST, path, null, seen)));
    assertThat(statuses(answers).get(0)).isEqualTo(200);
    assertThat(statuses(answers).subList(1, 3)).allMatch(status -> status == 409 || status == 412);
    assertThat(HOUSE.count("SELECT count(*) FROM outgoing_email")).isEqualTo(before + 1);
  }

  @Test
  void anEnquiryIsTakenOnByOneOfTwo() throws Exception {
    long id =
        rep.post("/api/enquiries", EnquiryTest.enquiry("Taken at once", "555 0909", ""))
            .is(200)
            .id();
    long before = HOUSE.count("SELECT count(*) FROM opportunity");
    String path = "/api/enquiries/" + id + "/opportunity";
    Map<String, Object> none = new HashMap<>();
    none.put("accountId", null);
    List<Guest.Answer> answers =
        atOnce(List.of(() -> rep.post(path, none), () -> manager.post(path, none)));
    assertThat(statuses(answers)).containsExactly(200, 409);
    assertThat(HOUSE.count("SELECT count(*) FROM opportunity")).isEqualTo(before + 1);
    assertThat(HOUSE.count("SELECT count(*) FROM account WHERE name = 'Taken at once'"))
        .isEqualTo(1);
  }

  @Test
  void anActivityIsDoneByOneOfTwo() throws Exception {
    long id = newOpportunity(rep, "Done at once");
    String step = rep.get("/api/opportunities/" + id).text("/activities/0/id");
    String path = "/api/activities/" + step + "/done";
    List<Guest.Answer> answers =
        atOnce(
            List.of(
                () -> rep.post(path, Map.of("outcome", "Mine.")),
                () -> manager.post(path, Map.of("outcome", "No, mine."))));
    assertThat(statuses(answers)).containsExactly(204, 409);
  }

  @Test
  void numbersRunOnWithoutAGapHoweverManyMakeQuotes() throws Exception {
    List<Callable<Guest.Answer>> acts = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      long id = newOpportunity(rep, "Number " + i);
      saveLines(rep, id, List.of(line("1", "BS-15", "1", null))).is(200);
      acts.add(() -> rep.post("/api/opportunities/" + id + "/quotes", null));
    }
    long last = HOUSE.count("SELECT next FROM counter WHERE name = 'Q'");
    List<Long> numbers = new ArrayList<>();
    for (Guest.Answer made : atOnce(acts)) {
      String number = rep.get("/api/quotes/" + made.is(200).id()).text("/number");
      numbers.add(Long.parseLong(number.substring(2)));
    }
    numbers.sort(null);
    for (int i = 0; i < numbers.size(); i++) {
      assertThat(numbers.get(i)).isEqualTo(last + 1 + i);
    }
  }

  @Test
  void whoIsPutIntoAnotherTeamWhileTheyReadSeesEitherAllOrNothing() throws Exception {
    Guest administrator = Guest.signedIn(HOUSE, "asa");
    Map<String, Object> user = new HashMap<>(Map.of("login", "wanderer", "name", "Wanda"));
    user.putAll(Map.of("email", "w@harrowplumb.example", "roles", List.of("rep"), "team", "North"));
    user.put("password", "tally-demo");
    long id = administrator.post("/api/users", user).is(200).id();
    Guest wanderer = Guest.signedIn(HOUSE, "wanderer");
    long opportunity = newOpportunity(rep, "Between teams");
    Map<String, Object> to = new HashMap<>(Map.of("name", "Wanda", "email", "w@w.example"));
    to.putAll(Map.of("roles", List.of("rep"), "team", "South"));
    List<Guest.Answer> answers =
        atOnce(
            List.of(
                () -> wanderer.get("/api/opportunities/" + opportunity),
                () ->
                    administrator.send(
                        HttpMethod.PUT, "/api/users/" + id, to, Map.of("If-Match", "1"))));
    assertThat(answers.get(0).status()).isIn(200, 401, 403);
    answers.get(1).is(204);
    wanderer.get("/api/opportunities/" + opportunity).is(401);
    Guest.signedIn(HOUSE, "wanderer").get("/api/opportunities/" + opportunity).is(403);
  }
}
