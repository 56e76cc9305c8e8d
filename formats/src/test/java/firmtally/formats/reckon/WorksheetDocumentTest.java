package firmtally.formats.reckon;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.formats.json.Fields;
import firmtally.formats.json.Json;
import firmtally.formats.json.JsonReader;
import firmtally.formats.json.Problems;
import java.io.IOException;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class WorksheetDocumentTest {
  static Stream<String> worksheets() throws Exception {
    return GoldenTest.cases().filter(name -> name.startsWith("worksheet-"));
  }

  /** What was agreed is worked out again to the same figures, whatever stands in it. */
  @ParameterizedTest
  @MethodSource("worksheets")
  void whatIsWrittenIsWorkedOutTheSame(String name) throws IOException {
    WorksheetQuestion asked = read(name);
    WorksheetQuestion again = WorksheetDocument.read(WorksheetDocument.write(asked));
    assertThat(WorksheetAnswer.of(again.answer()).get("lines"))
        .isEqualTo(WorksheetAnswer.of(asked.answer()).get("lines"));
    assertThat(WorksheetAnswer.of(again.answer()).get("totals"))
        .isEqualTo(WorksheetAnswer.of(asked.answer()).get("totals"));
    assertThat(again.answer().signOff()).isEqualTo(asked.answer().signOff());
    assertThat(again.answer().room()).isEqualTo(asked.answer().room());
  }

  @Test
  void namesTheProblemsOfADocumentThatIsNotInOrder() {
    assertThatThrownBy(
            () -> WorksheetDocument.read("{\"format\":\"firm-tally/worksheet/1\",\"lines\":[]}"))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("currency is missing")
        .hasMessageContaining("date is missing");
  }

  private static WorksheetQuestion read(String name) throws IOException {
    byte[] bytes =
        GoldenTest.class.getResourceAsStream("/golden/" + name + ".in.json").readAllBytes();
    Problems problems = new Problems();
    Fields fields = Fields.of((Json.Obj) JsonReader.read(bytes), problems);
    return WorksheetReader.of(Question.document(fields, problems)).read().orElseThrow();
  }
}
