package firmtally.formats.reckon;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Boundaries of the contract beside its worked cases. */
class ReckonTest {
  private static String ask(String document) {
    return Reckon.answer(document.replace('\'', '"').getBytes(StandardCharsets.UTF_8)).line();
  }

  private static String line(String fields) {
    return ask(
        "{'format':'firm-tally/worksheet/1','currency':'EUR','date':'2027-03-15','lines':[{'id':'1',"
            + "'inline':{'listPrice':'10','unitCost':'4','taxPercent':'19'},"
            + fields
            + "}]}");
  }

  @ParameterizedTest
  @CsvSource({
    "quantity, 0.001, true",
    "quantity, 0, false",
    "quantity, 0.0001, false",
    "quantity, 1.0000, true",
    "discountPercent, 100, true",
    "discountPercent, 100.0001, false",
    "discountPercent, 0.0001, true",
    "discountPercent, 0.00001, false",
    "unitPrice, 0, true",
    "unitPrice, 0.0001, true",
    "unitPrice, -0.0001, false"
  })
  void acceptsTheLastAndRefusesTheFirst(String field, String value, boolean good) {
    String quantity = "quantity".equals(field) ? "" : "'quantity':'1',";
    String answer = line(quantity + "'" + field + "':'" + value + "'");
    assertThat(answer.contains("\"at\":\"lines[0]." + field + "\"")).isEqualTo(!good);
  }

  @ParameterizedTest
  @CsvSource({"1, 1200, true", "1, 1201, false", "7, 12, false", "4, 12, true", "0, 12, false"})
  void plansAreOfWholeMonths(int every, int term, boolean good) {
    String answer =
        line("'quantity':'1','recurring':{'everyMonths':" + every + ",'termMonths':" + term + "}");
    assertThat(answer.contains("problems")).isEqualTo(!good);
  }

  @Test
  void aGiftThatIsFalseIsTheSameAsNone() {
    assertThat(line("'quantity':'1','gift':false,'discountPercent':'5'"))
        .contains("\"net\":\"9.50\"");
  }

  @Test
  void whichFieldsStandThereIsJudgedByName() {
    assertThat(line("'quantity':'1','unitPrice':'1','discountPercent':null"))
        .contains("\"at\":\"lines[0]\"")
        .contains("\"at\":\"lines[0].discountPercent\"");
  }

  @ParameterizedTest
  @CsvSource({"HRK", "XAU", "XTS", "eur", "DEM"})
  void refusesCurrenciesThatAreNotActive(String code) {
    assertThat(
            ask(
                "{'format':'firm-tally/worksheet/1','currency':'"
                    + code
                    + "','date':'2027-03-15','lines':[]}"))
        .contains("\"at\":\"currency\"");
  }

  @Test
  void aFileThatCannotBeReadHasOneProblem() {
    assertThat(Reckon.unreadable("gone").line())
        .isEqualTo("{\"problems\":[{\"at\":\"\",\"message\":\"gone\"}]}");
  }
}
