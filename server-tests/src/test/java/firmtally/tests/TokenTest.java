package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;

/** Programs come in by tokens: as a user, within a scope, until a day. */
class TokenTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private final Guest administrator = Guest.signedIn(HOUSE, "asa");

  private static Map<String, Object> form(String login, String scope, String until) {
    return Map.of(
        "name", "Web shop", "personId", HOUSE.personOf(login), "scope", scope, "until", until);
  }

  private Guest.Answer made(String login, String scope) {
    return administrator.post("/api/tokens", form(login, scope, "2027-12-31")).is(200);
  }

  private static Guest.Answer ask(String secret, HttpMethod method, String path, Object body) {
    return new Guest(HOUSE).send(method, path, body, Map.of("Authorization", "Bearer " + secret));
  }

  private static Guest.Answer get(String secret, String path) {
    return ask(secret, HttpMethod.GET, path, null);
  }

  @Test
  void aTokenActsAsItsUserAndSeesWhatTheySee() {
    String mara = made("mara", "write").text("/secret");
    String tom = made("tom", "read").text("/secret");
    assertThat(mara).startsWith("tally_").isNotEqualTo(tom);
    long own = HOUSE.opportunityOf("mara");
    get(mara, "/api/opportunities/" + own).is(200);
    get(tom, "/api/opportunities/" + own).is(403);
    Map<String, Object> account =
        new HashMap<>(
            Map.of(
                "name",
                "By a program",
                "kind",
                "company",
                "industry",
                "",
                "postal",
                "",
                "town",
                "Saltmere"));
    account.putAll(Map.of("email", "", "phone", "", "contact", ""));
    long id = ask(mara, HttpMethod.POST, "/api/accounts", account).is(200).id();
    assertThat(get(mara, "/api/accounts/" + id).text("/owner")).isEqualTo("Mara Lind");
    ask(tom, HttpMethod.POST, "/api/accounts", account).is(403);
    ask(tom, HttpMethod.POST, "/api/reckon", Map.of("kind", "nothing")).is(422);
  }

  @Test
  void itIsShownOnceAndKeptAsAHash() {
    Guest.Answer made =
        administrator
            .send(
                HttpMethod.POST,
                "/api/tokens",
                form("mara", "read", "2027-12-31"),
                Map.of("Idempotency-Key", "one-token"))
            .is(200);
    Guest.Answer again =
        administrator
            .send(
                HttpMethod.POST,
                "/api/tokens",
                form("mara", "read", "2027-12-31"),
                Map.of("Idempotency-Key", "one-token"))
            .is(200);
    assertThat(again.id()).isEqualTo(made.id());
    assertThat(again.body().path("secret").isNull()).isTrue();
    String secret = made.text("/secret");
    assertThat(administrator.get("/api/tokens").is(200).body().toString()).doesNotContain(secret);
    assertThat(
            HOUSE.count("SELECT COUNT(*) FROM api_token WHERE token_hash LIKE '%" + secret + "%'"))
        .isZero();
  }

  @Test
  void itEndsByAnAdministratorWithItsDayAndWithItsUser() {
    Guest.Answer made = made("mara", "read");
    String secret = made.text("/secret");
    get(secret, "/api/accounts").is(200);
    administrator.send(HttpMethod.DELETE, "/api/tokens/" + made.id(), null, Map.of()).is(204);
    get(secret, "/api/accounts").is(401);
    administrator.send(HttpMethod.DELETE, "/api/tokens/" + made.id(), null, Map.of()).is(404);
    get("tally_guessed", "/api/accounts").is(401);
    get("", "/api/accounts").is(401);
    administrator.post("/api/tokens", form("mara", "read", "2027-03-14")).is(422);
    administrator.post("/api/tokens", form("mara", "read", "2030-01-01")).is(422);
    administrator.post("/api/tokens", form("mara", "all", "2027-12-31")).is(422);
    Map<String, Object> user =
        new HashMap<>(
            Map.of("login", "token-leaver", "name", "L. Eaver", "email", "l@harrowplumb.example"));
    user.putAll(Map.of("roles", List.of("rep"), "team", "North", "password", "tally-demo"));
    long leaver = administrator.post("/api/users", user).is(200).id();
    String theirs = made("token-leaver", "read").text("/secret");
    get(theirs, "/api/accounts").is(200);
    administrator.post("/api/users/" + leaver + "/deactivated", Map.of()).is(204);
    get(theirs, "/api/accounts").is(401);
  }

  @Test
  void onlyPeopleHandleUsersSessionsAndTokens() {
    String secret = made("asa", "write").text("/secret");
    for (String path : List.of("/api/tokens", "/api/users", "/api/session", "/api/customer/home")) {
      get(secret, path).is(403);
    }
    assertThat(raw(secret, "/api/%75sers")).isEqualTo(403);
    assertThat(raw(secret, "/api/%74okens")).isEqualTo(403);
    assertThat(raw(secret, "/api/accounts")).isEqualTo(200);
    for (String login : List.of("mara", "helen", "otto")) {
      Guest.signedIn(HOUSE, login).get("/api/tokens").is(403);
      Guest.signedIn(HOUSE, login).post("/api/tokens", form("mara", "read", "2027-12-31")).is(403);
    }
  }

  /** An address as it is written, letter by letter. */
  private static int raw(String secret, String path) {
    try {
      return HttpClient.newHttpClient()
          .send(
              HttpRequest.newBuilder(URI.create(HOUSE.address() + path))
                  .header("Authorization", "Bearer " + secret)
                  .build(),
              HttpResponse.BodyHandlers.discarding())
          .statusCode();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(e);
    }
  }

  @Test
  void aSessionBesideATokenDoesNotCount() {
    String reads = made("tom", "read").text("/secret");
    Guest mara = Guest.signedIn(HOUSE, "mara");
    long own = HOUSE.opportunityOf("mara");
    mara.get("/api/opportunities/" + own).is(200);
    mara.send(
            HttpMethod.GET,
            "/api/opportunities/" + own,
            null,
            Map.of("Authorization", "Bearer " + reads))
        .is(403);
    mara.send(HttpMethod.GET, "/api/accounts", null, Map.of("Authorization", "Bearer no")).is(401);
    // The session itself goes on.
    mara.get("/api/opportunities/" + own).is(200);
  }
}
