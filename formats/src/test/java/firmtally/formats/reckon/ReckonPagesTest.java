package firmtally.formats.reckon;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.formats.json.Json;
import firmtally.formats.json.JsonReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What the pages of the reckoning say is answered, is. */
class ReckonPagesTest {
  private static final Path PAGES = Path.of("../docs/reckoning");
  private static final Pattern BLOCK = Pattern.compile("```json\n(.*?)```", Pattern.DOTALL);

  static Stream<String> kinds() {
    return Kinds.all().stream();
  }

  private static Json.Obj parse(String json) {
    return (Json.Obj) JsonReader.read(json.getBytes(StandardCharsets.UTF_8));
  }

  @ParameterizedTest
  @MethodSource("kinds")
  void thePageIsRight(String kind) throws IOException {
    String page = Files.readString(PAGES.resolve(kind + ".md"));
    List<String> blocks =
        BLOCK.matcher(page).results().map((MatchResult block) -> block.group(1)).toList();
    assertThat(blocks).hasSize(3);
    assertThat(blocks.get(0)).isEqualTo(Kinds.example(kind));
    byte[] question = blocks.get(0).getBytes(StandardCharsets.UTF_8);
    assertThat(parse(blocks.get(1))).isEqualTo(parse(Reckon.answer(question).line()));
    Json workings = parse(Reckon.answer(question, true).line()).members().get("workings");
    assertThat(((Json.Arr) workings).items()).contains(parse(blocks.get(2)));
  }

  @Test
  void theContentsNameEveryKind() throws IOException {
    String contents = Files.readString(PAGES.resolve("README.md"));
    assertThat(Kinds.all()).allMatch(kind -> contents.contains("(" + kind + ".md)"));
  }
}
