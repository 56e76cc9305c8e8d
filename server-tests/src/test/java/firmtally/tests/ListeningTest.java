package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What screens hear while they are open: what others changed, by record, once it is committed. */
class ListeningTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final JsonMapper JSON = new JsonMapper();
  private static final Duration PATIENCE = Duration.ofSeconds(20);

  /** Less than from one look at who is there to the next. */
  private static final Duration SOON = Duration.ofSeconds(12);

  /** A browser that listens; what it hears lies in a queue, and its end as an empty text. */
  private static final class Listener implements AutoCloseable {
    private final BlockingQueue<String> heard = new LinkedBlockingQueue<>();
    private final InputStream stream;

    Listener(Guest guest) throws Exception {
      CookieManager cookies = guest.cookies();
      HttpResponse<InputStream> answer =
          HttpClient.newBuilder()
              .cookieHandler(cookies)
              .build()
              .send(
                  HttpRequest.newBuilder(URI.create(HOUSE.address() + "/api/events")).build(),
                  HttpResponse.BodyHandlers.ofInputStream());
      assertThat(answer.statusCode()).isEqualTo(200);
      assertThat(answer.headers().firstValue("Content-Type").orElse(""))
          .startsWith("text/event-stream");
      stream = answer.body();
      Thread reader = new Thread(this::read, "listener");
      reader.setDaemon(true);
      reader.start();
      assertThat(heard.poll(PATIENCE.toSeconds(), TimeUnit.SECONDS)).isEqualTo(":still here");
    }

    private void read() {
      try (BufferedReader lines =
          new BufferedReader(new InputStreamReader(stream, StandardCharsets.UTF_8))) {
        for (String line = lines.readLine(); line != null; line = lines.readLine()) {
          if (!line.isEmpty()) {
            heard.add(line);
          }
        }
      } catch (IOException closed) {
        // Its end is told below.
      }
      heard.add("");
    }

    /** Waits until it is told of a change of a record. */
    boolean hears(String record, long id) throws InterruptedException {
      long end = System.nanoTime() + PATIENCE.toNanos();
      while (System.nanoTime() < end) {
        String line = heard.poll(1, TimeUnit.SECONDS);
        if (line != null && line.startsWith("data:")) {
          for (JsonNode changed : JSON.readTree(line.substring("data:".length()))) {
            if (changed.path("record").asString().equals(record)
                && changed.path("id").asLong() == id) {
              return true;
            }
          }
        }
      }
      return false;
    }

    boolean hasEnded() throws InterruptedException {
      long end = System.nanoTime() + SOON.toNanos();
      while (System.nanoTime() < end) {
        String line = heard.poll(1, TimeUnit.SECONDS);
        if (line != null && line.isEmpty()) {
          return true;
        }
      }
      return false;
    }

    @Override
    public void close() throws IOException {
      stream.close();
    }
  }

  private final Guest rep = Guest.signedIn(HOUSE, "mara");
  private final Guest manager = Guest.signedIn(HOUSE, "helen");

  @Test
  void nobodyListensWithoutASession() {
    new Guest(HOUSE).get("/api/events").is(401);
  }

  @Test
  void aChangeIsToldByItsRecordToWhoeverListens() throws Exception {
    long id = newOpportunity(rep, "Heard");
    try (Listener screen = new Listener(manager)) {
      saveLines(rep, id, java.util.List.of(line("1", "BS-15", "1", null))).is(200);
      assertThat(screen.hears("opportunity", id)).isTrue();
      long enquiry =
          rep.post("/api/enquiries", EnquiryTest.enquiry("Heard", "555 0808", "")).is(200).id();
      assertThat(screen.hears("enquiry", enquiry)).isTrue();
    }
  }

  @Test
  void whatIsRefusedIsNotTold() throws Exception {
    long id = newOpportunity(rep, "Not heard");
    try (Listener screen = new Listener(manager)) {
      rep.send(
              HttpMethod.PUT,
              "/api/opportunities/" + id + "/worksheet",
              Sales.form(java.util.List.of(line("1", "NO-SUCH", "1", null))),
              Map.of("If-Match", "2"))
          .is(422);
      long marker = newOpportunity(rep, "Marker");
      assertThat(screen.hears("opportunity", marker)).isTrue();
      assertThat(screen.heard).noneMatch(line -> line.contains("\"id\":" + id + "}"));
    }
  }

  @Test
  void whoDoesNotReadHoldsNobodyUp() throws Exception {
    // A browser that opened the stream and never reads from it.
    HttpClient deaf = HttpClient.newBuilder().cookieHandler(manager.cookies()).build();
    HttpResponse<InputStream> unread =
        deaf.send(
            HttpRequest.newBuilder(URI.create(HOUSE.address() + "/api/events")).build(),
            HttpResponse.BodyHandlers.ofInputStream());
    try (Listener screen = new Listener(rep)) {
      long id = newOpportunity(rep, "Past the deaf");
      for (int i = 0; i < 40; i++) {
        Map<String, String> call = Map.of("kind", "call", "subject", "Ring", "due", "2090-01-31");
        rep.post("/api/opportunities/" + id + "/activities", call).is(204);
      }
      assertThat(screen.hears("opportunity", id)).isTrue();
    } finally {
      unread.body().close();
    }
  }

  /** Ends the sessions of somebody who listens. */
  private enum Ending {
    SIGNED_OUT,
    SIGNED_OUT_EVERYWHERE,
    OTHER_TEAM,
    OTHER_ROLE,
    DEACTIVATED,
    PASSWORD_RESET
  }

  @ParameterizedTest
  @EnumSource(Ending.class)
  void aStreamEndsAtOnceWithItsSession(Ending ending) throws Exception {
    Guest administrator = Guest.signedIn(HOUSE, "asa");
    String login = "leaves-" + ending.ordinal();
    long id = added(administrator, login);
    Guest leaving = Guest.signedIn(HOUSE, login);
    try (Listener screen = new Listener(leaving)) {
      switch (ending) {
        case SIGNED_OUT -> leaving.send(HttpMethod.DELETE, "/api/session", null, Map.of());
        case SIGNED_OUT_EVERYWHERE ->
            leaving.send(HttpMethod.DELETE, "/api/session/all", null, Map.of());
        case OTHER_TEAM -> change(administrator, id, "rep", "South");
        case OTHER_ROLE -> change(administrator, id, "manager", "North");
        case DEACTIVATED -> administrator.post("/api/users/" + id + "/deactivated", Map.of());
        default ->
            administrator.send(
                HttpMethod.PUT,
                "/api/users/" + id + "/password",
                Map.of("password", "tally-other"),
                Map.of());
      }
      // Nothing else happens, and the next look at who is still there is 20 seconds away.
      assertThat(screen.hasEnded()).isTrue();
      leaving.get("/api/day-sheet").is(401);
    }
  }

  private static long added(Guest administrator, String login) {
    Map<String, Object> user =
        Map.of(
            "login",
            login,
            "name",
            login,
            "email",
            login + "@harrowplumb.example",
            "roles",
            List.of("rep"),
            "team",
            "North",
            "password",
            "tally-demo");
    return administrator.post("/api/users", user).is(200).id();
  }

  private static void change(Guest administrator, long id, String role, String team) {
    String name = "leaves " + role;
    administrator
        .send(
            HttpMethod.PUT,
            "/api/users/" + id,
            Map.of(
                "name",
                name,
                "email",
                "l@harrowplumb.example",
                "roles",
                List.of(role),
                "team",
                team),
            Map.of("If-Match", "\"1\""))
        .is(204);
  }
}
