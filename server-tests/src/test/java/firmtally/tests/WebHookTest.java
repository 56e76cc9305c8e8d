package firmtally.tests;

import static firmtally.tests.Sales.newOpportunity;
import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.BooleanSupplier;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** A real receiver is told of changes, signed, in the sight of a user, and again when it fails. */
class WebHookTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final String DOOR = "/api/web-hooks";
  private static final int MOST_MILLIS = 20_000;
  private final Guest administrator = Guest.signedIn(HOUSE, "asa");
  private final Guest rep = Guest.signedIn(HOUSE, "mara");
  private final List<Told> told = new CopyOnWriteArrayList<>();
  private volatile int answer = 200;
  private HttpServer receiver;

  private record Told(String body, Map<String, String> headers) {}

  @BeforeEach
  void open() throws IOException {
    receiver = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    receiver.createContext("/", this::receive);
    receiver.start();
  }

  @AfterEach
  void close() {
    administrator
        .get(DOOR)
        .body()
        .path("hooks")
        .forEach(
            hook -> {
              if (hook.path("endedAt").isNull()) {
                administrator.send(
                    HttpMethod.DELETE, DOOR + "/" + hook.path("id").asLong(), null, Map.of());
              }
            });
    receiver.stop(0);
  }

  private void receive(HttpExchange exchange) throws IOException {
    Map<String, String> headers = new HashMap<>();
    exchange
        .getRequestHeaders()
        .forEach((name, all) -> headers.put(name.toLowerCase(), all.get(0)));
    told.add(
        new Told(
            new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8), headers));
    byte[] words = "Thank you".getBytes(StandardCharsets.UTF_8);
    exchange.sendResponseHeaders(answer, words.length);
    exchange.getResponseBody().write(words);
    exchange.close();
  }

  private String address() {
    return "http://127.0.0.1:" + receiver.getAddress().getPort() + "/told?by=tally";
  }

  private Map<String, Object> hook(String name, String sees, String... kinds) {
    return Map.of(
        "name",
        name,
        "url",
        address(),
        "personId",
        HOUSE.personOf(sees),
        "kinds",
        List.of(kinds),
        "active",
        true);
  }

  private static void await(BooleanSupplier holds) throws InterruptedException {
    long until = System.currentTimeMillis() + MOST_MILLIS;
    while (!holds.getAsBoolean()) {
      assertThat(System.currentTimeMillis()).as("in time").isLessThan(until);
      Thread.sleep(50);
    }
  }

  @Test
  void whatChangedIsToldWithASignatureThatHolds() throws Exception {
    Guest.Answer made = administrator.post(DOOR, hook("Ours", "mara", "opportunity")).is(200);
    assertThat(administrator.get(DOOR).body().toString()).doesNotContain(made.text("/secret"));
    long opportunity = newOpportunity(rep, "Told of");
    String number = rep.get("/api/opportunities/" + opportunity).text("/number");
    await(() -> told.stream().anyMatch(t -> t.body().contains(number)));
    Told of = told.stream().filter(t -> t.body().contains(number)).findFirst().orElseThrow();
    assertThat(of.body())
        .contains("\"event\":\"opportunity.changed\"", "\"id\":" + opportunity)
        .doesNotContain("Told of");
    String digest =
        "sha-256=:"
            + Base64.getEncoder()
                .encodeToString(
                    MessageDigest.getInstance("SHA-256")
                        .digest(of.body().getBytes(StandardCharsets.UTF_8)))
            + ":";
    assertThat(of.headers().get("content-digest")).isEqualTo(digest);
    String parameters = of.headers().get("signature-input").substring("tally=".length());
    assertThat(parameters).startsWith("(\"@method\" \"@target-uri\" \"content-digest\");created=");
    String base =
        "\"@method\": POST\n\"@target-uri\": "
            + address()
            + "\n\"content-digest\": "
            + digest
            + "\n\"@signature-params\": "
            + parameters;
    Mac mac = Mac.getInstance("HmacSHA256");
    mac.init(
        new SecretKeySpec(made.text("/secret").getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
    assertThat(of.headers().get("signature"))
        .isEqualTo(
            "tally=:"
                + Base64.getEncoder()
                    .encodeToString(mac.doFinal(base.getBytes(StandardCharsets.UTF_8)))
                + ":");
  }

  @Test
  void whatItsUserDoesNotSeeIsNotTold() throws Exception {
    administrator.post(DOOR, hook("South", "tom", "opportunity")).is(200);
    long hidden = newOpportunity(rep, "Not for the South");
    Guest tom = Guest.signedIn(HOUSE, "tom");
    long seen = newOpportunity(tom, "For the South");
    await(() -> told.stream().anyMatch(t -> t.body().contains("\"id\":" + seen)));
    assertThat(told).noneMatch(t -> t.body().contains("\"id\":" + hidden + ","));
  }

  @Test
  void whatIsNotTakenIsKeptAndSentAgain() throws Exception {
    answer = 500;
    long id = administrator.post(DOOR, hook("Broken", "helen", "account")).is(200).id();
    administrator.post(DOOR + "/" + id + "/trial", null).is(204);
    String door = DOOR + "/" + id + "/deliveries";
    await(() -> administrator.get(door).body().at("/rows/0/tries").asInt() > 0);
    JsonNode failed = administrator.get(door).body().at("/rows/0");
    assertThat(failed.path("state").asString()).isEqualTo("waiting");
    assertThat(failed.path("status").asInt()).isEqualTo(500);
    assertThat(failed.path("answer").asString()).isEqualTo("Thank you");
    assertThat(failed.path("nextAt").asString()).isGreaterThan(failed.path("at").asString());
    answer = 202;
    administrator.post(door + "/" + failed.path("id").asLong() + "/sent-again", null).is(204);
    await(() -> administrator.get(door).body().at("/rows/0/state").asString().equals("delivered"));
    assertThat(new ArrayList<>(told))
        .extracting(t -> t.headers().get("idempotency-key"))
        .containsOnly("hook-delivery-" + failed.path("id").asLong());
  }

  @Test
  void oneThatDoesNotAnswerDoesNotKeepTheOthers() throws Exception {
    Map<String, Object> dead = new HashMap<>(hook("Dead", "mara", "opportunity"));
    dead.put("url", "http://127.0.0.1:9/nobody");
    long silent = administrator.post(DOOR, dead).is(200).id();
    for (int i = 0; i < 3; i++) {
      newOpportunity(rep, "Dead " + i);
    }
    administrator.post(DOOR, hook("Alive", "mara", "opportunity")).is(200);
    long told = newOpportunity(rep, "Alive");
    await(() -> this.told.stream().anyMatch(t -> t.body().contains("\"id\":" + told)));
    assertThat(
            administrator
                .get(DOOR + "/" + silent + "/deliveries")
                .body()
                .at("/rows/0/state")
                .asString())
        .isEqualTo("waiting");
  }

  @Test
  void whoAnswersWithoutAnEndIsNotWaitedForAndNotKept() throws Exception {
    receiver.removeContext("/");
    receiver.createContext(
        "/",
        exchange -> {
          exchange.sendResponseHeaders(200, 0);
          byte[] much = new byte[64 * 1024];
          java.util.Arrays.fill(much, (byte) 'x');
          try {
            for (int i = 0; i < 100_000; i++) {
              exchange.getResponseBody().write(much);
            }
          } catch (IOException gone) {
            exchange.close();
          }
        });
    long id = administrator.post(DOOR, hook("Endless", "helen", "account")).is(200).id();
    administrator.post(DOOR + "/" + id + "/trial", null).is(204);
    String door = DOOR + "/" + id + "/deliveries";
    await(() -> administrator.get(door).body().at("/rows/0/tries").asInt() > 0);
    JsonNode row = administrator.get(door).body().at("/rows/0");
    assertThat(row.path("state").asString()).isEqualTo("waiting");
    assertThat(row.path("answer").asString()).isEqualTo("No answer within 10 seconds");
  }

  @Test
  void onlyAnAdministratorAndOnlyARealAddress() {
    rep.get(DOOR).is(403);
    rep.post(DOOR, hook("Mine", "mara", "quote")).is(403);
    Map<String, Object> wrong = new HashMap<>(hook("Wrong", "mara", "quote"));
    for (String url : List.of("", "ftp://x.example", "https://user:pw@x.example", "nowhere")) {
      wrong.put("url", url);
      administrator.post(DOOR, wrong).is(422);
    }
    wrong = new HashMap<>(hook("Wrong", "mara", "person"));
    administrator.post(DOOR, wrong).is(422);
    long id = administrator.post(DOOR, hook("Changed", "mara", "quote")).is(200).id();
    Map<String, Object> rests = new HashMap<>(hook("Changed", "mara", "quote", "order"));
    rests.put("active", false);
    administrator.send(HttpMethod.PUT, DOOR + "/" + id, rests, Map.of("If-Match", "\"1\"")).is(204);
    administrator.send(HttpMethod.PUT, DOOR + "/" + id, rests, Map.of("If-Match", "\"1\"")).is(412);
    administrator.post(DOOR + "/" + id + "/trial", null).is(409);
    administrator.send(HttpMethod.DELETE, DOOR + "/" + id, null, Map.of()).is(204);
    administrator.send(HttpMethod.DELETE, DOOR + "/" + id, null, Map.of()).is(404);
  }
}
