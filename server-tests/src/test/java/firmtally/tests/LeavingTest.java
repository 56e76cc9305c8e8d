package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Somebody leaves, and a colleague has their work. */
class LeavingTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  /** One of its own: whoever leaves could not sign in for the tests of the shared one. */
  private House house;

  private Guest administrator;

  @TempDir Path folder;

  @BeforeEach
  void copy() throws IOException {
    HOUSE.copyTo(folder);
    house = House.on(folder);
    house.beforeAll(null);
    administrator = Guest.signedIn(house, "asa");
  }

  @AfterEach
  void close() {
    house.close();
  }

  private long idOf(String login) {
    return Guest.signedIn(house, login).get("/api/session").is(200).body().at("/me/id").asLong();
  }

  private JsonNode work(long id) {
    return administrator.get("/api/users/" + id + "/work").is(200).body();
  }

  private static Map<String, Object> to(long id) {
    return Map.of("toId", id);
  }

  @Test
  void everythingThatIsOpenGoesToAColleagueAndWhatWasDoneStays() {
    long nils = idOf("nils");
    long edda = idOf("edda");
    long otto = idOf("otto");
    JsonNode before = work(nils);
    JsonNode hers = work(edda);
    assertThat(before.path("accounts").asLong()).isPositive();
    assertThat(before.path("opportunities").asLong()).isPositive();
    assertThat(before.path("enquiries").asLong()).isPositive();
    Guest leaver = Guest.signedIn(house, "nils");
    long won = leaver.rows("/api/opportunities?state=won&owner=" + nils).size();
    Map<String, Object> away =
        Map.of("deputyId", edda, "from", "2027-04-01", "until", "2027-04-09");
    leaver.post("/api/absences", away).is(200);
    String path = "/api/users/" + nils + "/deactivated";
    assertThat(administrator.post(path, Map.of()).is(422).text("/problems/0/at")).isEqualTo("toId");
    administrator.post(path, to(nils)).is(422);
    // Who does not sell owns nothing.
    administrator.post(path, to(otto)).is(422);
    Guest.signedIn(house, "helen").post(path, to(edda)).is(403);
    leaver.get("/api/counts").is(200);
    administrator.post(path, to(edda)).is(204);
    leaver.get("/api/counts").is(401);
    JsonNode left = work(nils);
    JsonNode now = work(edda);
    for (String part : List.of("accounts", "opportunities", "enquiries", "activities")) {
      assertThat(left.path(part).asLong()).as(part).isZero();
      assertThat(now.path(part).asLong())
          .as(part)
          .isEqualTo(before.path(part).asLong() + hers.path(part).asLong());
    }
    assertThat(administrator.rows("/api/opportunities?state=won&owner=" + nils)).hasSize((int) won);
    assertThat(Guest.signedIn(house, "edda").get("/api/absences").is(200).body()).isEmpty();
    String rules = administrator.get("/api/enquiries/rules").words();
    assertThat(rules).doesNotContain("\"personId\":" + nils + ",");
    administrator.send(HttpMethod.POST, path, to(edda), Map.of()).is(409);
  }
}
