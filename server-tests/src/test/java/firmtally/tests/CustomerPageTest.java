package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static firmtally.tests.Sales.sentQuote;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** The customer's own page: who gets in, what is shown and what is never shown. */
class CustomerPageTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final Pattern LINK = Pattern.compile("/customer/enter#(\\S+)");
  private static final Duration PATIENCE = Duration.ofSeconds(10);

  /** What no answer to a customer may name, as the words of a field. */
  private static final Set<String> INNER =
      Set.of(
          "id",
          "cost",
          "unitCost",
          "margin",
          "floor",
          "signOff",
          "rule",
          "note",
          "notes",
          "probability",
          "weighted",
          "accountId",
          "ownerId",
          "opportunityId",
          "contactId",
          "worksheet",
          "version",
          "source",
          "limit");

  private Guest rep;
  private Guest administrator;

  @BeforeEach
  void comeIn() {
    rep = Guest.signedIn(HOUSE, "mara");
    administrator = Guest.signedIn(HOUSE, "asa");
  }

  /** An account of its own with one contact, and what is known of both. */
  private record Buyer(String account, String contact, String email, String name) {}

  private Buyer buyer(String name) {
    String email = name.toLowerCase(java.util.Locale.ROOT).replace(' ', '.') + "@buyer.example";
    Map<String, Object> form =
        Map.of(
            "name",
            name,
            "kind",
            "company",
            "industry",
            "",
            "street",
            "1 Mill Lane",
            "postal",
            "55555",
            "town",
            "Saltmere",
            "email",
            "",
            "phone",
            "",
            "contact",
            "");
    String account = "" + rep.post("/api/accounts", form).is(200).id();
    String contact =
        ""
            + rep.post(
                    "/api/accounts/" + account + "/contacts",
                    Map.of(
                        "name",
                        "Jane " + name,
                        "role",
                        "",
                        "email",
                        email,
                        "phone",
                        "",
                        "channel",
                        "",
                        "hours",
                        ""))
                .is(200)
                .id();
    return new Buyer(account, contact, email, "Jane " + name);
  }

  private String access(Buyer buyer) {
    return "/api/accounts/" + buyer.account() + "/page-access/" + buyer.contact();
  }

  /** The secret of the latest link to somebody; it leaves after what asked for it. */
  private String link(String email, int after) {
    long until = System.nanoTime() + PATIENCE.toNanos();
    while (System.nanoTime() < until) {
      List<String> links = links(email);
      if (links.size() > after) {
        return links.get(0);
      }
      Thread.onSpinWait();
    }
    throw new AssertionError("no link came to " + email);
  }

  private List<String> links(String email) {
    List<String> links = new ArrayList<>();
    for (JsonNode mail : administrator.get("/api/outbox").is(200).body().path("rows")) {
      if (mail.path("recipient").asString().equals(email)) {
        Matcher found =
            LINK.matcher(
                administrator
                    .get("/api/outbox/" + mail.path("id").asString())
                    .is(200)
                    .text("/text"));
        if (found.find()) {
          links.add(found.group(1));
        }
      }
    }
    return links;
  }

  private Guest visitor(Buyer buyer) {
    int before = links(buyer.email()).size();
    rep.post(access(buyer), null).is(204);
    Guest guest = new Guest(HOUSE);
    guest.post("/api/customer/session", Map.of("token", link(buyer.email(), before))).is(204);
    return guest;
  }

  @Test
  void aLinkLetsInOnceAndOnlyWhomItWasSentTo() {
    Buyer buyer = buyer("Once Dairy");
    Guest guest = new Guest(HOUSE);
    guest.get("/api/customer").is(401);
    // Nobody opened the page to them yet, and they are told the same as anybody.
    guest.post("/api/customer/links", Map.of("email", buyer.email())).is(204);
    guest.post("/api/customer/links", Map.of("email", "nobody@nowhere.example")).is(204);
    guest.post("/api/customer/links", Map.of("email", "no address")).is(422);
    rep.post(access(buyer), null).is(204);
    String link = link(buyer.email(), 0);
    assertThat(links(buyer.email())).hasSize(1);
    guest.post("/api/customer/session", Map.of("token", link)).is(204);
    assertThat(guest.get("/api/customer").is(200).text("/name")).isEqualTo(buyer.name());
    new Guest(HOUSE).post("/api/customer/session", Map.of("token", link)).is(409);
    new Guest(HOUSE).post("/api/customer/session", Map.of("token", "guessed")).is(409);
    // Once they have access they ask for links themselves.
    guest
        .post(
            "/api/customer/links",
            Map.of("email", buyer.email().toUpperCase(java.util.Locale.ROOT)))
        .is(204);
    link(buyer.email(), 1);
    guest.send(HttpMethod.DELETE, "/api/customer/session", null, Map.of()).is(204);
    guest.get("/api/customer").is(401);
  }

  @Test
  void linksToOneAddressAreFewWhoeverAsks() {
    for (int i = 0; i < 3; i++) {
      new Guest(HOUSE).post("/api/customer/links", Map.of("email", "often@buyer.example")).is(204);
    }
    new Guest(HOUSE).post("/api/customer/links", Map.of("email", "often@buyer.example")).is(429);
  }

  @Test
  void theLinksOfOthersAreReadByAdministratorsAlone() {
    Buyer buyer = buyer("Secret Mill");
    rep.post(access(buyer), null).is(204);
    link(buyer.email(), 0);
    for (String login : List.of("mara", "helen", "otto")) {
      assertThat(Guest.signedIn(HOUSE, login).get("/api/outbox").is(200).body().path("rows"))
          .noneMatch(mail -> mail.path("recipient").asString().equals(buyer.email()));
    }
  }

  @Test
  void accessThatIsEndedEndsAtOnce() {
    Buyer buyer = buyer("Ended Brewery");
    Guest guest = visitor(buyer);
    guest.get("/api/customer/home").is(200);
    // Of another team: neither seen nor ended by them.
    Guest other = Guest.signedIn(HOUSE, "tom");
    other.send(HttpMethod.DELETE, access(buyer), null, Map.of()).is(403);
    rep.send(HttpMethod.DELETE, access(buyer), null, Map.of()).is(204);
    guest.get("/api/customer/home").is(401);
    assertThat(rep.get("/api/accounts/" + buyer.account() + "/page-access").text("/0/state"))
        .isEqualTo("ended");
    // Whoever got their address does not get their session.
    Guest again = visitor(buyer);
    Guest.Answer contact = rep.get("/api/contacts/" + buyer.contact()).is(200);
    rep.send(
            HttpMethod.PUT,
            "/api/accounts/" + buyer.account() + "/contacts/" + buyer.contact(),
            Map.of(
                "name",
                buyer.name(),
                "role",
                "",
                "email",
                "other@buyer.example",
                "phone",
                "",
                "channel",
                "",
                "hours",
                ""),
            Map.of("If-Match", contact.headers().getOrDefault("ETag", "\"1\"")))
        .is(204);
    again.get("/api/customer/home").is(401);
  }

  @Test
  void aCustomersSessionOpensNoInnerDoorAndOursOpensNoneOfTheirs() {
    Guest guest = visitor(buyer("Inner Farm"));
    Set<String> open = Set.of("/api/session", "/api/setup", "/api/company/particulars/logo");
    JsonNode paths = rep.get("/v3/api-docs").is(200).body().path("paths");
    for (String path : paths.propertyNames()) {
      JsonNode door = paths.path(path);
      boolean isInner =
          !path.startsWith("/api/customer")
              && !path.startsWith("/api/copy")
              && !path.endsWith(".ics");
      if (isInner && !open.contains(path) && door.has("get")) {
        assertThat(guest.get(path.replaceAll("\\{[a-z]+}", "1")).status()).as(path).isEqualTo(401);
      }
    }
    rep.get("/api/customer/home").is(401);
  }

  @Test
  void whatIsOrderedIsPricedByTheCoreAndGoesThroughRelease() {
    Buyer buyer = buyer("Order Yard");
    Guest guest = visitor(buyer);
    Map<String, String> good = Map.of("code", "bs 15", "quantity", "12");
    Guest.Answer shown =
        guest
            .post(
                "/api/customer/basket",
                Map.of(
                    "lines",
                    List.of(
                        good,
                        Map.of("code", "nope", "quantity", "1"),
                        Map.of("code", "BS-15", "quantity", "-2"))))
            .is(200);
    assertThat(shown.body().path("problems").asInt()).isEqualTo(2);
    assertThat(shown.text("/lines/1/problem")).contains("nope");
    assertThat(shown.text("/lines/2/at")).isEqualTo("quantity");
    // The rep's own price of the same twelve: the core's, breaks and all.
    long opportunity = newOpportunity(rep, "Same for Order Yard", buyer.account());
    String core =
        saveLines(rep, opportunity, List.of(line("1", "BS-15", "12", null)))
            .is(200)
            .text("/lines/0/figures/finalAmount");
    assertThat(shown.text("/lines/0/amount").replace("\u00a0", "")).isEqualTo(core);
    Map<String, Object> order =
        Map.of(
            "lines",
            List.of(good),
            "poNumber",
            "PO-OWN",
            "total",
            shown.text("/total"),
            "words",
            "Ring first");
    guest.post("/api/customer/orders", Map.of("lines", List.of(good), "total", "1.00")).is(409);
    String number = placed(guest, order, "order-yard-1");
    assertThat(placed(guest, order, "order-yard-1")).isEqualTo(number);
    assertThat(guest.get("/api/customer/orders").is(200).body().path("rows")).hasSize(1);
    // A new customer without a limit of their own is judged as any order is.
    String state = guest.get("/api/customer/orders/" + number).is(200).text("/order/state");
    assertThat(state).isIn("checking", "in-work");
    JsonNode activities =
        rep.get("/api/accounts/" + buyer.account()).is(200).body().path("activities");
    assertThat(activities)
        .anyMatch(a -> a.path("subject").asString().contains(number + ": " + buyer.name()));
    assertThat(guest.get("/api/customer/orders/" + number + "/again").is(200).text("/0/code"))
        .isEqualTo("BS-15");
    assertThat(
            new String(
                guest.get("/api/customer/orders/" + number + "/confirmation.pdf").is(200).bytes(),
                0,
                5,
                java.nio.charset.StandardCharsets.ISO_8859_1))
        .isEqualTo("%PDF-");
  }

  private static String placed(Guest guest, Map<String, Object> order, String key) {
    return guest
        .send(HttpMethod.POST, "/api/customer/orders", order, Map.of("Idempotency-Key", key))
        .is(200)
        .text("/number");
  }

  @Test
  void aQuoteIsReadPickedAndAcceptedByItsOwnCustomerAlone() {
    Buyer buyer = buyer("Quote Hall");
    long opportunity = newOpportunity(rep, "Own quote", buyer.account());
    saveLines(rep, opportunity, List.of(line("1", "BS-15", "2", null))).is(200);
    sentQuote(rep, opportunity);
    Guest guest = visitor(buyer);
    Guest.Answer home = guest.get("/api/customer/home").is(200);
    String number = home.text("/quotes/0/number");
    Guest stranger = visitor(buyer("Stranger Hall"));
    stranger.get("/api/customer/quotes/" + number).is(404);
    stranger.get("/api/customer/quotes/" + number + "/quote.pdf").is(404);
    Guest.Answer quote = guest.get("/api/customer/quotes/" + number).is(200);
    Map<String, Object> accept =
        Map.of("name", buyer.name(), "poNumber", "PO-7", "total", quote.text("/offer/total"));
    stranger.post("/api/customer/quotes/" + number + "/accepted", accept).is(404);
    assertThat(
            guest
                .post("/api/customer/quotes/" + number + "/accepted", accept)
                .is(200)
                .text("/state"))
        .isEqualTo("accepted");
    assertThat(guest.get("/api/customer/quotes").is(200).text("/rows/0/state"))
        .isEqualTo("accepted");
  }

  @Test
  void aQuestionIsAnActivityAndItsAnswerReachesThemOnce() {
    Buyer buyer = buyer("Ask Pharmacy");
    Guest guest = visitor(buyer);
    guest.post("/api/customer/questions", Map.of("words", "When do you call?")).is(204);
    guest.post("/api/customer/questions", Map.of("words", "")).is(422);
    String questions = "/api/accounts/" + buyer.account() + "/questions";
    String id = rep.get(questions).is(200).text("/0/id");
    rep.post(questions + "/" + id + "/answer", Map.of("words", "On Monday.")).is(204);
    rep.post(questions + "/" + id + "/answer", Map.of("words", "On Tuesday.")).is(409);
    assertThat(guest.get("/api/customer/questions").is(200).text("/0/answer"))
        .isEqualTo("On Monday.");
    JsonNode activities =
        rep.get("/api/accounts/" + buyer.account()).is(200).body().path("activities");
    assertThat(activities)
        .anyMatch(
            a ->
                a.path("subject").asString().contains("When do you call?")
                    && !a.path("doneAt").isNull());
  }

  /** Every answer that a customer can get, read field by field. */
  @Test
  void nothingInnerIsInAnyAnswer() {
    // Customers of the demo have quotes, orders in part delivered, invoices and questions.
    JsonNode accounts = rep.get("/api/accounts?text=").is(200).body().path("rows");
    String account = null;
    for (JsonNode one : accounts) {
      JsonNode access =
          rep.get("/api/accounts/" + one.path("id").asString() + "/page-access").is(200).body();
      if (account == null
          && access.size() > 0
          && access.path(0).path("state").asString().equals("open")) {
        account = one.path("id").asString();
      }
    }
    JsonNode contact = rep.get("/api/accounts/" + account + "/page-access").body().path(0);
    Guest guest =
        visitor(
            new Buyer(
                account,
                contact.path("id").asString(),
                contact.path("email").asString(),
                contact.path("name").asString()));
    String own = guest.get("/api/customer").is(200).text("/account");
    Set<String> others = new TreeSet<>();
    for (JsonNode one : accounts) {
      if (!one.path("name").asString().equals(own)) {
        others.add(one.path("name").asString());
      }
    }
    List<String> doors =
        new ArrayList<>(
            List.of("", "/home", "/quotes", "/orders", "/invoices", "/questions", "/products"));
    guest
        .rows("/api/customer/quotes")
        .forEach(q -> doors.add("/quotes/" + q.path("number").asString()));
    guest
        .rows("/api/customer/orders")
        .forEach(o -> doors.add("/orders/" + o.path("number").asString()));
    assertThat(doors.size()).isGreaterThan(9);
    for (String door : doors) {
      JsonNode answer = guest.get("/api/customer" + door).is(200).body();
      fields(answer).forEach(field -> assertThat(INNER).as(door).doesNotContain(field));
      String text = answer.toString();
      others.forEach(name -> assertThat(text).as(door).doesNotContain(name));
    }
  }

  private static Set<String> fields(JsonNode node) {
    Set<String> names = new TreeSet<>();
    if (node.isObject()) {
      node.properties()
          .forEach(
              entry -> {
                names.add(entry.getKey());
                names.addAll(fields(entry.getValue()));
              });
    } else {
      node.forEach(one -> names.addAll(fields(one)));
    }
    return names;
  }
}
