package firmtally.core.receivables;

import static firmtally.core.Some.eur;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RemindingTest {
  private static final List<Integer> DAYS = List.of(7, 21, 35);
  private static final LocalDate DUE = LocalDate.of(2027, 3, 1);

  private static Reminding.Item item(int stage, LocalDate remindedOn, LocalDate promisedOn) {
    return new Reminding.Item(
        "I-1",
        DUE,
        eur("100.00"),
        stage,
        Optional.ofNullable(remindedOn),
        Optional.ofNullable(promisedOn));
  }

  private static int stage(Reminding.Item item, String today) {
    return Reminding.of(List.of(item), DAYS, LocalDate.parse(today))
        .map(Reminding::stage)
        .orElse(0);
  }

  @ParameterizedTest
  @CsvSource({"2027-03-08, 0", "2027-03-09, 1", "2027-05-01, 1"})
  void theFirstBeginsTheDayAfterItsDays(String today, int stage) {
    assertThat(stage(item(0, null, null), today)).isEqualTo(stage);
  }

  @ParameterizedTest
  @CsvSource({
    "1, 2027-03-09, 2027-03-23, 0",
    "1, 2027-03-09, 2027-03-24, 2",
    "1, 2027-03-12, 2027-03-26, 0",
    "1, 2027-03-12, 2027-03-27, 2",
    "2, 2027-05-01, 2027-05-15, 0",
    "2, 2027-05-01, 2027-05-16, 3",
    "3, 2027-05-01, 2028-05-16, 0"
  })
  void theNextComesSoManyDaysAfterTheLast(int stage, String reminded, String today, int next) {
    assertThat(stage(item(stage, LocalDate.parse(reminded), null), today)).isEqualTo(next);
  }

  @ParameterizedTest
  @CsvSource({"2027-04-10, 0", "2027-04-11, 1"})
  void aPromiseIsWaitedFor(String today, int stage) {
    assertThat(stage(item(0, null, LocalDate.of(2027, 4, 10)), today)).isEqualTo(stage);
  }

  @Test
  void theFirmestOfAllIsTheLettersAndOnlyWhatIsDueStandsOnIt() {
    Reminding.Item second = item(1, LocalDate.of(2027, 3, 9), null);
    Reminding.Item first =
        new Reminding.Item(
            "I-2", DUE.plusDays(5), eur("20.00"), 0, Optional.empty(), Optional.empty());
    Reminding.Item young =
        new Reminding.Item(
            "I-3", DUE.plusDays(20), eur("7.00"), 0, Optional.empty(), Optional.empty());
    Reminding reminding =
        Reminding.of(List.of(young, first, second), DAYS, LocalDate.of(2027, 3, 25)).orElseThrow();
    assertThat(reminding.stage()).isEqualTo(2);
    assertThat(reminding.items()).containsExactly(first, second);
    assertThat(reminding.total()).isEqualTo(eur("120.00"));
  }

  @Test
  void thereAreThreeStages() {
    assertThatThrownBy(() -> Reminding.of(List.of(item(0, null, null)), List.of(7, 21), DUE))
        .hasMessage("there are 2 stages and not 3");
  }
}
