package firmtally.server.company.setup;

import firmtally.formats.writing.PaperWords;
import java.io.IOException;
import java.io.InputStream;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * What is proposed by country: its currency and its taxes on sales. Proposals to be looked at, as
 * laws change.
 */
@Component
class Countries {
  private final List<Country> all;

  Countries() {
    try (InputStream in = Countries.class.getResourceAsStream("/countries.json")) {
      this.all =
          new JsonMapper()
              .readTree(in)
              .valueStream()
              .map(Countries::country)
              .sorted(Comparator.comparing(Country::name))
              .toList();
    } catch (IOException e) {
      throw new IllegalStateException("countries.json is part of the application", e);
    }
  }

  private static Country country(JsonNode node) {
    String code = node.path("code").asString();
    return new Country(
        code,
        new Locale.Builder().setRegion(code).build().getDisplayCountry(Locale.ENGLISH),
        node.path("currency").asString(),
        node.path("taxes").valueStream().map(JsonNode::asString).toList(),
        PaperWords.languageOf(code));
  }

  /**
   * A country.
   *
   * @param code of two letters, as ISO 3166 has it
   * @param taxes in percent, the standard one first
   * @param language that papers are written in, as far as there are words in it: {@code de}
   */
  record Country(String code, String name, String currency, List<String> taxes, String language) {}

  List<Country> all() {
    return all;
  }

  Optional<Country> find(String code) {
    return all.stream().filter(country -> country.code().equals(code)).findFirst();
  }
}
