package firmtally.tests;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** What stands on the company's papers, for tests that change some of it. */
final class Particulars {
  static final String DOOR = "/api/company/particulars";
  private static final List<String> TYPED =
      List.of(
          "name",
          "street",
          "postal",
          "town",
          "country",
          "phone",
          "email",
          "website",
          "taxId",
          "registration",
          "bank",
          "language",
          "region",
          "colour");

  private Particulars() {}

  /** What would be typed to leave all as it is. */
  static Map<String, Object> typed(JsonNode now) {
    Map<String, Object> typed = new HashMap<>();
    TYPED.forEach(name -> typed.put(name, now.path(name).asString()));
    return typed;
  }

  /** Changes one of them. */
  static Guest.Answer change(Guest manager, String name, String value) {
    JsonNode now = manager.get(DOOR).is(200).body();
    Map<String, Object> typed = typed(now);
    typed.put(name, value);
    return manager.send(
        HttpMethod.PUT,
        DOOR,
        typed,
        Map.of("If-Match", "\"" + now.path("version").asLong() + "\""));
  }
}
