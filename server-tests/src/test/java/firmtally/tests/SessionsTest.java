package firmtally.tests;

import static firmtally.tests.Sales.newOpportunity;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;

/** Rights are read fresh, and sessions can be ended. */
class SessionsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  private final Guest administrator = Guest.signedIn(HOUSE, "asa");

  private long user(String login, String role, String team) {
    Map<String, Object> user = new HashMap<>(Map.of("login", login, "name", "S. " + login));
    user.putAll(
        Map.of("email", login + "@harrowplumb.example", "roles", List.of(role), "team", team));
    user.put("password", "tally-demo");
    return administrator.post("/api/users", user).is(200).id();
  }

  private void change(long id, String version, String role, String team) {
    Map<String, Object> to = new HashMap<>(Map.of("name", "S.", "email", "s@s.example"));
    to.putAll(Map.of("roles", List.of(role), "team", team));
    Map<String, String> header = Map.of("If-Match", version);
    administrator.send(HttpMethod.PUT, "/api/users/" + id, to, header).is(204);
  }

  @Test
  void aChangedTeamAndRoleBiteAtTheNextRequest() {
    long northern = newOpportunity(Guest.signedIn(HOUSE, "mara"), "Seen and gone");
    long id = user("moved", "rep", "North");
    Guest moved = Guest.signedIn(HOUSE, "moved");
    moved.get("/api/opportunities/" + northern).is(200);
    change(id, "1", "rep", "South");
    moved.get("/api/session").is(200);
    moved.get("/api/counts").is(401);
    moved = Guest.signedIn(HOUSE, "moved");
    moved.get("/api/opportunities/" + northern).is(403);
    moved.post("/api/processes", Map.of("name", "Mine", "kind", "new")).is(403);
    change(id, "2", "manager", "North");
    moved = Guest.signedIn(HOUSE, "moved");
    moved.get("/api/opportunities/" + northern).is(200);
    assertThat(moved.get("/api/session").text("/me/roles/0")).isEqualTo("manager");
  }

  @Test
  void whoIsDeactivatedIsOutAtOnceAndComesBackOnlyWhenReactivated() {
    long id = user("leaver", "rep", "North");
    Guest leaver = Guest.signedIn(HOUSE, "leaver");
    leaver.get("/api/counts").is(200);
    administrator.post("/api/users/" + id + "/deactivated", Map.of()).is(204);
    leaver.get("/api/counts").is(401);
    Map<String, String> typed = Map.of("login", "leaver", "password", "tally-demo");
    leaver.post("/api/session", typed).is(403);
    Guest rep = Guest.signedIn(HOUSE, "mara");
    rep.post("/api/enquiries", EnquiryTest.enquiry("To a leaver", "555 02", "" + id)).is(422);
    administrator.post("/api/users/" + id + "/reactivated", null).is(204);
    leaver.post("/api/session", typed).is(200);
  }

  @Test
  void theLastAdministratorStays() {
    Guest.Answer me = administrator.get("/api/session");
    administrator.post("/api/users/" + me.text("/me/id") + "/deactivated", Map.of()).is(409);
    administrator.get("/api/counts").is(200);
  }

  @Test
  void sessionsAreEndedByTheirOwnerAndByTheAdministrator() {
    long id = user("twice", "rep", "North");
    Guest here = Guest.signedIn(HOUSE, "twice");
    Guest there = Guest.signedIn(HOUSE, "twice");
    administrator.send(HttpMethod.DELETE, "/api/users/" + id + "/sessions", null, Map.of()).is(204);
    here.get("/api/counts").is(401);
    there.get("/api/counts").is(401);
    here = Guest.signedIn(HOUSE, "twice");
    there = Guest.signedIn(HOUSE, "twice");
    here.send(HttpMethod.DELETE, "/api/session/all", null, Map.of()).is(204);
    here.get("/api/counts").is(401);
    there.get("/api/counts").is(401);
  }

  @Test
  void aChangedPasswordEndsTheOtherSessionsAndNotThisOne() {
    user("careful", "rep", "North");
    Guest here = Guest.signedIn(HOUSE, "careful");
    Guest there = Guest.signedIn(HOUSE, "careful");
    String path = "/api/session/password";
    Map<String, String> wrong = Map.of("old", "guess", "password", "long enough");
    assertThat(here.send(HttpMethod.PUT, path, wrong, Map.of()).is(422).text("/problems/0/at"))
        .isEqualTo("old");
    Map<String, String> right = Map.of("old", "tally-demo", "password", "long enough");
    here.send(HttpMethod.PUT, path, right, Map.of()).is(204);
    here.get("/api/counts").is(200);
    there.get("/api/counts").is(401);
    there.post("/api/session", Map.of("login", "careful", "password", "tally-demo")).is(403);
    there.post("/api/session", Map.of("login", "careful", "password", "long enough")).is(200);
  }

  @Test
  void thePasswordSetByTheAdministratorEndsEverySession() {
    long id = user("forgot", "rep", "North");
    Guest forgot = Guest.signedIn(HOUSE, "forgot");
    String path = "/api/users/" + id + "/password";
    administrator.send(HttpMethod.PUT, path, Map.of("password", "short"), Map.of()).is(422);
    administrator.send(HttpMethod.PUT, path, Map.of("password", "set anew 1"), Map.of()).is(204);
    forgot.get("/api/counts").is(401);
    forgot.post("/api/session", Map.of("login", "forgot", "password", "set anew 1")).is(200);
  }
}
