package firmtally.formats.reckon;

import firmtally.formats.json.Json;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.TreeSet;
import org.junit.jupiter.params.provider.Arguments;

/** Short documents, with {@code '} for {@code "}, and what is answered. */
final class Asked {
  private Asked() {}

  static Json.Obj ask(String document) {
    return GoldenTest.parse(
        Reckon.answer(document.replace('\'', '"').getBytes(StandardCharsets.UTF_8)));
  }

  /** The paths of its problems; none when it is answered with figures. */
  static TreeSet<String> problems(String document) {
    Json.Obj answer = ask(document);
    return answer.members().containsKey("problems") ? GoldenTest.paths(answer) : new TreeSet<>();
  }

  /** A document and the paths at which it is refused. */
  static Arguments refused(String document, String... at) {
    return Arguments.of(document, new TreeSet<>(Arrays.asList(at)));
  }
}
