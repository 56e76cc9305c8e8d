package firmtally.server.company.text;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** The texts in other languages that a company may begin with. */
@Component
class ShippedTexts {
  /** The languages that there are texts in; English ones every company has. */
  private static final List<String> LANGUAGES = List.of("de", "fr");

  private final Map<String, List<Shipped>> texts = new TreeMap<>();

  ShippedTexts() {
    LANGUAGES.forEach(language -> texts.put(language, read(language)));
  }

  /** A text for a purpose and a kind of business; blank for all. */
  record Shipped(String purpose, String business, String body) {}

  private static List<Shipped> read(String language) {
    try (InputStream in = ShippedTexts.class.getResourceAsStream("/texts/" + language + ".json")) {
      List<Shipped> texts = new ArrayList<>();
      new JsonMapper()
          .readTree(in)
          .forEachEntry(
              (purpose, businesses) ->
                  businesses.forEachEntry(
                      (business, body) ->
                          texts.add(new Shipped(purpose, business, body.asString()))));
      return texts;
    } catch (IOException e) {
      throw new IllegalStateException("the texts are part of the application", e);
    }
  }

  /** By their two letters. */
  List<String> languages() {
    return LANGUAGES;
  }

  /** Those in a language; none where there are none. */
  List<Shipped> in(String language) {
    return texts.getOrDefault(language, List.of());
  }
}
