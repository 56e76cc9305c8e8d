package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.formats.reckon.Kinds;
import firmtally.formats.reckon.Reckon;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The reckoning over HTTP answers as the command line does. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class ReckonDoorTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final JsonMapper JSON = new JsonMapper();
  private static Guest rep;
  private static JsonNode door;

  static Stream<String> kinds() {
    return Kinds.all().stream();
  }

  @BeforeAll
  static void signIn() {
    rep = Guest.signedIn(HOUSE, "mara");
    door = rep.get("/v3/api-docs").is(200).body().path("paths").path("/api/reckon").path("post");
  }

  @ParameterizedTest
  @MethodSource("kinds")
  void answersTheExampleOfItsDescriptionAsTheCommandDoes(String kind) {
    JsonNode question =
        door.at("/requestBody/content/application~1json/examples/" + kind + "/value");
    assertThat(question.path("format").asString()).isEqualTo(Kinds.format(kind));
    byte[] bytes = Kinds.example(kind).getBytes(StandardCharsets.UTF_8);
    Guest.Answer answer = rep.post("/api/reckon", question).is(200);
    assertThat(answer.body()).isEqualTo(JSON.readTree(Reckon.answer(bytes).line()));
    assertThat(answer.body())
        .isEqualTo(door.at("/responses/200/content/application~1json/examples/" + kind + "/value"));
    Guest.Answer explained = rep.post("/api/reckon?workings=true", question).is(200);
    assertThat(explained.body()).isEqualTo(JSON.readTree(Reckon.answer(bytes, true).line()));
    assertThat(explained.body().path("workings")).isNotEmpty();
  }

  @Test
  void namesEveryProblemWithItsPath() {
    Map<String, Object> document =
        Map.of("format", "firm-tally/outlook/1", "currency", "EURO", "open", List.of(7), "x", 1);
    Guest.Answer refused = rep.post("/api/reckon", document).is(422);
    assertThat(refused.body().path("problems").findValuesAsString("at"))
        .containsExactlyInAnyOrder("currency", "won", "open[0]", "x");
  }

  @Test
  void isClosedToWhoeverIsNotSignedIn() {
    new Guest(HOUSE).post("/api/reckon", Map.of("format", "firm-tally/odds/1")).is(401);
  }

  @Test
  void aLongAnswerIsNotExplained() {
    Map<String, Object> bridge =
        Map.of(
            "format", "firm-tally/bridge/1",
            "currency", "EUR",
            "from", "0001-01",
            "to", "0999-12",
            "streams", List.of());
    assertThat(rep.post("/api/reckon", bridge).is(200).body().path("months")).hasSize(999 * 12);
    Guest.Answer refused = rep.post("/api/reckon?workings=true", bridge).is(422);
    assertThat(refused.text("/problems/0/message")).contains("too long to be explained");
  }

  /** The last, because nobody from this address is let in for a minute after it. */
  @Test
  @Order(Integer.MAX_VALUE)
  void whoeverAsksTooOftenWaits() {
    Guest program = Guest.signedIn(HOUSE, "nils");
    Map<String, Object> odds =
        Map.of("format", "firm-tally/odds/1", "stages", List.of(), "closed", List.of());
    List<Integer> statuses =
        IntStream.range(0, 130).mapToObj(i -> program.post("/api/reckon", odds).status()).toList();
    assertThat(statuses).contains(200, 429).containsOnly(200, 429);
  }
}
