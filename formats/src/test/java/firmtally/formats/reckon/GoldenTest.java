package firmtally.formats.reckon;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.formats.json.Json;
import firmtally.formats.json.JsonReader;
import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * The worked cases of the contract, through the door: JSON in, JSON out. Their results were given
 * with the contract.
 */
class GoldenTest {
  static Stream<String> cases() throws IOException, URISyntaxException {
    Path folder = Path.of(GoldenTest.class.getResource("/golden").toURI());
    try (Stream<Path> files = Files.list(folder)) {
      return files
          .map(file -> file.getFileName().toString())
          .filter(name -> name.endsWith(".in.json"))
          .map(name -> name.substring(0, name.length() - ".in.json".length()))
          .sorted()
          .toList()
          .stream();
    }
  }

  @ParameterizedTest
  @MethodSource("cases")
  void reproducesTheWorkedCase(String name) throws IOException {
    Reckon.Answer answer = Reckon.answer(read(name + ".in.json"));
    Json.Obj expected = (Json.Obj) JsonReader.read(read(name + ".out.json"));
    Json.Obj actual = parse(answer);
    if (expected.members().containsKey("problems")) {
      assertThat(answer.good()).isFalse();
      assertThat(paths(actual)).isEqualTo(paths(expected));
    } else {
      assertThat(answer.good()).isTrue();
      assertThat(new Comparison(expected).differences(actual)).isEmpty();
    }
  }

  /** Each working comes out at the figure that it explains, and no figure lacks one. */
  @ParameterizedTest
  @MethodSource("cases")
  void workingsComeOutAtTheFigures(String name) throws IOException {
    Reckon.Answer answer = Reckon.answer(read(name + ".in.json"), true);
    if (!answer.good()) {
      return;
    }
    Json.Obj document = parse(answer);
    List<Json> workings = ((Json.Arr) document.members().get("workings")).items();
    Set<String> explained = new HashSet<>();
    for (Json working : workings) {
      Json.Obj parts = (Json.Obj) working;
      String of = ((Json.Text) parts.members().get("of")).value();
      explained.add(of);
      Json figure = Paths.find(document, of);
      Json result = parts.members().get("result");
      if (figure instanceof Json.Arr closers) {
        assertThat(result).as(of).isEqualTo(new Json.Text(closers.items().size() + " taken"));
      } else {
        assertThat(Comparison.isSame(Paths.plain(figure), result))
            .as("%s: %s but its working says %s", of, figure, result)
            .isTrue();
      }
    }
    assertThat(Paths.figures(document)).isSubsetOf(explained);
  }

  static Json.Obj parse(Reckon.Answer answer) {
    return (Json.Obj) JsonReader.read(answer.line().getBytes(StandardCharsets.UTF_8));
  }

  static byte[] read(String name) throws IOException {
    return GoldenTest.class.getResourceAsStream("/golden/" + name).readAllBytes();
  }

  static TreeSet<String> paths(Json.Obj problems) {
    TreeSet<String> paths = new TreeSet<>();
    for (Json problem : ((Json.Arr) problems.members().get("problems")).items()) {
      paths.add(((Json.Text) ((Json.Obj) problem).members().get("at")).value());
    }
    return paths;
  }
}
