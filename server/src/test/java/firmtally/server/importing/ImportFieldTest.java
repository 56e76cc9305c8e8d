package firmtally.server.importing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;

class ImportFieldTest {
  private static final ImportField EMAIL = ImportField.optional("email", "Email", "emailaddress");

  @Test
  void headingsAreRecognisedWhateverTheirCaseAndPunctuation() {
    assertThat(EMAIL.isNamed("E-Mail Address")).isTrue();
    assertThat(EMAIL.isNamed("EMAIL:")).isTrue();
    assertThat(EMAIL.isNamed("Shade")).isFalse();
    assertThat(EMAIL.isNamed("")).isFalse();
    assertThat(ImportField.optional("tax", "Tax %").isNamed("Tax %")).isTrue();
    assertThat(ImportField.optional("own-4", "Größe").isNamed("größe")).isTrue();
  }

  @Test
  void anEmptyCellAndAColumnThatIsNotThereLeaveWhatIsKnown() {
    ImportRow row = new ImportRow(2, Map.of("town", "", "name", "Reed Farm"));
    assertThat(row.or("town", "Saltmere")).isEqualTo("Saltmere");
    assertThat(row.or("name", "Reed Barn")).isEqualTo("Reed Farm");
    assertThat(row.or("street", "Quay 1")).isEqualTo("Quay 1");
    assertThat(row.at("street")).isEmpty();
  }
}
