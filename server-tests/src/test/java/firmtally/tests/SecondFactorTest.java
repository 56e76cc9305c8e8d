package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import dev.samstevens.totp.code.DefaultCodeGenerator;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;

/** Signing in with a second factor, through the doors. */
class SecondFactorTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final String PATH = "/api/session/second-factor";

  /** The clock of the test's application began here. */
  private static final long BEGAN = Instant.parse("2027-03-15T08:00:00Z").getEpochSecond() / 30;

  private static final int MOST_STEPS = 60;
  private final Guest administrator = Guest.signedIn(HOUSE, "asa");

  private long user(String login) {
    return administrator
        .post(
            "/api/users",
            Map.of(
                "login",
                login,
                "name",
                "F. " + login,
                "email",
                login + "@harrowplumb.example",
                "roles",
                List.of("rep"),
                "team",
                "North",
                "password",
                "tally-demo"))
        .is(200)
        .id();
  }

  private record SetUp(String secret, long step, List<String> recovery) {}

  private static String code(String secret, long step) {
    try {
      return new DefaultCodeGenerator().generate(secret, step);
    } catch (Exception e) {
      throw new AssertionError(e);
    }
  }

  /** Sets one up; which half minute it is at the application is found by trying. */
  private static SetUp setUp(Guest who) {
    String secret = who.post(PATH, null).is(200).text("/secret");
    for (long step = BEGAN; step < BEGAN + MOST_STEPS; step++) {
      Guest.Answer answer =
          who.send(HttpMethod.PUT, PATH, Map.of("code", code(secret, step)), Map.of());
      if (answer.status() == 200) {
        List<String> codes =
            answer.body().path("codes").valueStream().map(c -> c.asString()).toList();
        return new SetUp(secret, step, codes);
      }
    }
    throw new AssertionError("no code fitted");
  }

  private static Map<String, String> with(String login, String code) {
    return Map.of("login", login, "password", "tally-demo", "code", code);
  }

  @Test
  void aCodeIsAskedForOnceThePasswordIsRightAndGoodOnlyOnce() {
    user("factor");
    Guest own = Guest.signedIn(HOUSE, "factor");
    SetUp set = setUp(own);
    assertThat(set.recovery()).hasSize(10).doesNotHaveDuplicates();
    own.post(PATH, null).is(409);
    Guest other = new Guest(HOUSE);
    Guest.Answer asked = other.post("/api/session", with("factor", "")).is(200);
    assertThat(asked.body().path("wantsCode").asBoolean()).isTrue();
    assertThat(asked.body().path("me").isNull()).isTrue();
    other.get("/api/counts").is(401);
    // The one that set it up is used up.
    other.post("/api/session", with("factor", code(set.secret(), set.step()))).is(422);
    other.post("/api/session", with("factor", "000 000")).is(422);
    other.post("/api/session", with("factor", code(set.secret(), set.step() + 1))).is(200);
    other.get("/api/counts").is(200);
    String recovery = set.recovery().get(3);
    Guest third = new Guest(HOUSE);
    third.post("/api/session", with("factor", recovery.toUpperCase())).is(200);
    new Guest(HOUSE).post("/api/session", with("factor", recovery)).is(422);
    assertThat(third.get("/api/session/own").is(200).text("/recoveryCodes")).isEqualTo("9");
    new Guest(HOUSE)
        .post("/api/session", Map.of("login", "factor", "password", "wrong", "code", recovery))
        .is(403);
  }

  @Test
  void itIsRemovedWithThePasswordOrByAnAdministrator() {
    long id = user("lost");
    Guest own = Guest.signedIn(HOUSE, "lost");
    setUp(own);
    own.post(PATH + "/removed", Map.of("password", "guess")).is(422);
    own.post(PATH + "/removed", Map.of("password", "tally-demo")).is(204);
    Guest.signedIn(HOUSE, "lost").get("/api/counts").is(200);
    setUp(own);
    String path = "/api/users/" + id + "/second-factor";
    Guest.signedIn(HOUSE, "helen").send(HttpMethod.DELETE, path, null, Map.of()).is(403);
    administrator.send(HttpMethod.DELETE, path, null, Map.of()).is(204);
    Guest.signedIn(HOUSE, "lost").get("/api/counts").is(200);
  }

  @Test
  void whereEverybodyMustHaveOneNothingElseIsOpenWithoutIt() {
    user("must");
    Guest own = Guest.signedIn(HOUSE, "must");
    String path = "/api/company/sign-in";
    own.send(HttpMethod.PUT, path, Map.of("secondFactorRequired", true), Map.of()).is(403);
    SetUp mine = setUp(administrator);
    assertThat(mine.recovery()).isNotEmpty();
    try {
      administrator
          .send(HttpMethod.PUT, path, Map.of("secondFactorRequired", true), Map.of())
          .is(204);
      own.get("/api/counts").is(403);
      assertThat(own.get("/api/session").body().at("/me/needsSecondFactor").asBoolean()).isTrue();
      setUp(own);
      own.get("/api/counts").is(200);
    } finally {
      administrator
          .send(HttpMethod.PUT, path, Map.of("secondFactorRequired", false), Map.of())
          .is(204);
      administrator.post(PATH + "/removed", Map.of("password", "tally-demo")).is(204);
    }
  }

  @Test
  void oneSessionIsEndedAndTheOthersGoOn() {
    user("places");
    Guest here = Guest.signedIn(HOUSE, "places");
    Guest there = Guest.signedIn(HOUSE, "places");
    var sessions = here.get("/api/session/own").is(200).body().path("sessions");
    assertThat(sessions).hasSize(2);
    long other =
        sessions
            .valueStream()
            .filter(one -> !one.path("here").asBoolean())
            .findFirst()
            .orElseThrow()
            .path("id")
            .asLong();
    Guest.signedIn(HOUSE, "mara")
        .send(HttpMethod.DELETE, "/api/session/all/" + other, null, Map.of())
        .is(404);
    here.send(HttpMethod.DELETE, "/api/session/all/" + other, null, Map.of()).is(204);
    there.get("/api/counts").is(401);
    here.get("/api/counts").is(200);
  }
}
