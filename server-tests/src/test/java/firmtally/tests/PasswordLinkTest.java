package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Invitations, and passwords that were forgotten. */
class PasswordLinkTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final Pattern LINK = Pattern.compile("/password#([A-Za-z0-9_-]+)");
  private static final String GOOD = "eleven brass weights";
  private final Guest administrator = Guest.signedIn(HOUSE, "asa");
  private final Guest guest = new Guest(HOUSE);

  /** The secrets of the links to somebody, the latest first. */
  private List<String> links(String email) {
    List<String> links = new ArrayList<>();
    for (JsonNode mail : administrator.get("/api/outbox").is(200).body().path("rows")) {
      if (email.equals(mail.path("recipient").asString())) {
        String eml = administrator.get("/api/outbox/" + mail.path("id").asString()).is(200).words();
        Matcher found = LINK.matcher(eml.replace("=\r\n", "").replace("=3D", "="));
        if (found.find()) {
          links.add(found.group(1));
        }
      }
    }
    return links;
  }

  private String latest(String email, int before) throws InterruptedException {
    for (int tries = 0; tries < 100; tries++) {
      List<String> links = links(email);
      if (links.size() > before) {
        return links.get(0);
      }
      Thread.sleep(50);
    }
    throw new AssertionError("no link came to " + email);
  }

  private long invited(String login) {
    Map<String, Object> user =
        Map.of(
            "login",
            login,
            "name",
            "Ines " + login,
            "email",
            login + "@harrowplumb.example",
            "roles",
            List.of("rep", "credit-controller"),
            "team",
            "North");
    return administrator.post("/api/users", user).is(200).id();
  }

  private Guest.Answer signIn(String login, String password) {
    return new Guest(HOUSE).post("/api/session", Map.of("login", login, "password", password));
  }

  @Test
  void whoIsInvitedChoosesAPasswordOnceAndWorksInEachOfTheirRoles() throws Exception {
    long id = invited("ines");
    assertThat(view(id).path("invited").asBoolean()).isTrue();
    signIn("ines", "").is(403);
    String token = latest("ines@harrowplumb.example", 0);
    Guest.Answer link = guest.post("/api/sign-in/link", Map.of("token", token)).is(200);
    assertThat(link.text("/login")).isEqualTo("ines");
    assertThat(link.text("/purpose")).isEqualTo("invitation");
    Guest.Answer easy =
        guest.post("/api/sign-in/password", Map.of("token", token, "password", "password123"));
    assertThat(easy.is(422).text("/problems/0/message")).contains("easy to guess");
    guest.post("/api/sign-in/password", Map.of("token", token, "password", GOOD)).is(204);
    guest.post("/api/sign-in/password", Map.of("token", token, "password", GOOD)).is(409);
    guest.post("/api/sign-in/link", Map.of("token", token)).is(409);
    assertThat(signIn("ines", GOOD).is(200).text("/me/roles/0")).isEqualTo("credit-controller");
    Guest ines = new Guest(HOUSE);
    ines.post("/api/session", Map.of("login", "ines", "password", GOOD)).is(200);
    // A credit controller's door, and a rep's.
    ines.get("/api/payments").is(200);
    ines.post("/api/enquiries", EnquiryTest.enquiry("Of two roles", "555 77", "" + id)).is(200);
    assertThat(view(id).path("invited").asBoolean()).isFalse();
  }

  private JsonNode view(long id) {
    for (JsonNode user : administrator.get("/api/users").is(200).body()) {
      if (user.path("id").asLong() == id) {
        return user;
      }
    }
    throw new AssertionError("no user " + id);
  }

  @Test
  void aNewInvitationEndsTheOneBefore() throws Exception {
    long id = invited("iona");
    String first = latest("iona@harrowplumb.example", 0);
    administrator.post("/api/users/" + id + "/password-link", null).is(204);
    String second = latest("iona@harrowplumb.example", 1);
    guest.post("/api/sign-in/link", Map.of("token", first)).is(409);
    guest.post("/api/sign-in/link", Map.of("token", second)).is(200);
    Guest.signedIn(HOUSE, "helen").post("/api/users/" + id + "/password-link", null).is(403);
  }

  @Test
  void whoForgotTheirsIsSentALinkAndNobodyLearnsWhoIsKnown() throws Exception {
    long id = invited("fay");
    String invitation = latest("fay@harrowplumb.example", 0);
    guest
        .post("/api/sign-in/password", Map.of("token", invitation, "password", "brass on chalk"))
        .is(204);
    Guest before = new Guest(HOUSE);
    before.post("/api/session", Map.of("login", "fay", "password", "brass on chalk")).is(200);
    guest.post("/api/sign-in/forgotten", Map.of("login", "nobody at all")).is(204);
    guest.post("/api/sign-in/forgotten", Map.of("login", "FAY@harrowplumb.example")).is(204);
    String token = latest("fay@harrowplumb.example", 1);
    guest.post("/api/sign-in/password", Map.of("token", token, "password", GOOD)).is(204);
    before.get("/api/counts").is(401);
    signIn("fay", GOOD).is(200);
    // Who was shut out meanwhile cannot come back by a link.
    administrator.post("/api/users/" + id + "/password-link", null).is(204);
    String late = latest("fay@harrowplumb.example", 2);
    administrator.post("/api/users/" + id + "/deactivated", Map.of()).is(204);
    guest.post("/api/sign-in/password", Map.of("token", late, "password", GOOD)).is(409);
    guest.post("/api/sign-in/forgotten", Map.of("login", "fay")).is(204);
    assertThat(links("fay@harrowplumb.example")).hasSize(3);
  }

  @Test
  void whoWasInvitedIsNotLockedOutByWhoeverSaysThatTheyForgot() throws Exception {
    long id = invited("ida");
    latest("ida@harrowplumb.example", 0);
    guest.post("/api/sign-in/forgotten", Map.of("login", "ida")).is(204);
    String again = latest("ida@harrowplumb.example", 1);
    Guest.Answer link = guest.post("/api/sign-in/link", Map.of("token", again)).is(200);
    // Still the invitation, with its seven days.
    assertThat(link.text("/purpose")).isEqualTo("invitation");
    assertThat(
            HOUSE.count(
                "SELECT count(*) FROM password_link WHERE used_at IS NULL AND until > '2027-03-21' AND person_id = "
                    + id))
        .isEqualTo(1);
  }

  @Test
  void noLinkOutlivesAChangeOfThePasswordOrOfTheAddress() throws Exception {
    long id = invited("ilse");
    String first = latest("ilse@harrowplumb.example", 0);
    String path = "/api/users/" + id;
    administrator
        .send(HttpMethod.PUT, path + "/password", Map.of("password", GOOD), Map.of())
        .is(204);
    guest.post("/api/sign-in/link", Map.of("token", first)).is(409);
    administrator.post(path + "/password-link", null).is(204);
    String second = latest("ilse@harrowplumb.example", 1);
    Map<String, Object> moved =
        Map.of(
            "name",
            "Ilse",
            "email",
            "ilse.new@harrowplumb.example",
            "roles",
            List.of("rep"),
            "team",
            "North");
    String version = view(id).path("version").asString();
    administrator
        .send(HttpMethod.PUT, path, moved, Map.of("If-Match", "\"" + version + "\""))
        .is(204);
    guest.post("/api/sign-in/link", Map.of("token", second)).is(409);
  }

  @Test
  void theEmailOfALinkIsReadByAdministratorsAlone() throws Exception {
    invited("isla");
    latest("isla@harrowplumb.example", 0);
    Guest helen = Guest.signedIn(HOUSE, "helen");
    assertThat(helen.get("/api/outbox").is(200).words()).doesNotContain("isla@");
  }

  @Test
  void nobodyIsSentLinksWithoutEnd() {
    for (int i = 0; i < 3; i++) {
      guest.send(HttpMethod.POST, "/api/sign-in/forgotten", Map.of("login", "same name"), Map.of());
    }
    guest.post("/api/sign-in/forgotten", Map.of("login", "Same Name")).is(429);
  }
}
