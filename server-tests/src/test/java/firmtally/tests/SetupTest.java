package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** The first visit to an empty database. */
class SetupTest {
  @RegisterExtension static final House HOUSE = House.empty();

  @Test
  void theFirstVisitSetsUpAndTheSecondCannot() {
    Guest guest = new Guest(HOUSE);
    assertThat(guest.get("/api/session").text("/needsSetup")).isEqualTo("true");
    Map<String, String> poor =
        Map.of(
            "code",
            House.SETUP_CODE,
            "company",
            "",
            "currency",
            "HRK",
            "name",
            "",
            "email",
            "",
            "login",
            "ana",
            "password",
            "short");
    assertThat(guest.post("/api/setup", poor).is(422).body().findValuesAsString("at"))
        .containsExactlyInAnyOrder("company", "currency", "name", "email", "password");
    Map<String, String> good =
        Map.of(
            "code",
            House.SETUP_CODE,
            "company",
            "Small House",
            "currency",
            "JPY",
            "name",
            "Ana",
            "email",
            "ana@small.example",
            "login",
            "ana",
            "password",
            "long enough");
    Map<String, String> guessed = new HashMap<>(good);
    guessed.put("code", "0000-0000");
    assertThat(guest.post("/api/setup", guessed).is(422).text("/problems/0/at")).isEqualTo("code");
    Map<String, String> elsewhere = new HashMap<>(good);
    elsewhere.put("timeZone", "Europe/Atlantis");
    assertThat(guest.post("/api/setup", elsewhere).is(422).text("/problems/0/at"))
        .isEqualTo("timeZone");
    // So far east that the company's day is already the next when the tests' morning has come to
    // Greenwich.
    elsewhere.put("timeZone", "Pacific/Kiritimati");
    guest.post("/api/setup", elsewhere).is(204);
    guest.post("/api/setup", good).is(409);
    Guest.Answer session = guest.get("/api/session").is(200);
    assertThat(session.text("/timeZone")).isEqualTo("Pacific/Kiritimati");
    assertThat(session.text("/today"))
        .isEqualTo(LocalDate.ofInstant(House.MORNING, ZoneId.of("Pacific/Kiritimati")).toString());
    guest.post("/api/session", Map.of("login", "ana", "password", "long enough")).is(200);
    assertThat(guest.get("/api/company").text("/minorDigits")).isEqualTo("0");
    assertThat(guest.get("/api/day-sheet").is(200).body().at("/rows").size()).isZero();
    assertThat(guest.get("/api/table?rows=stage").is(200).body().at("/rows").size()).isEqualTo(1);
    for (String report : new String[] {"movement", "funnel", "outlook", "outlook/history"}) {
      guest.get("/api/" + report).is(200);
    }
  }
}
