package firmtally.core.renewal;

import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.percent;
import static firmtally.core.Some.price;
import static firmtally.core.Some.quantity;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.money.Percent;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NextTermTest {
  private static RunningTerm.PlanLine plan(String id, String net, int every) {
    return new RunningTerm.PlanLine(id, quantity("2"), price(net), every);
  }

  private static RunningTerm term(
      String start, int months, int notice, Percent uplift, RunningTerm.PlanLine... lines) {
    return new RunningTerm(EUR, LocalDate.parse(start), months, notice, uplift, List.of(lines));
  }

  @ParameterizedTest
  @CsvSource({
    "2027-03-01, 12, 1, 2028-02-29, 2028-03-01, 2028-01-29",
    "2028-02-29, 12, 1, 2029-02-27, 2029-02-28, 2029-01-27",
    "2027-08-31, 1, 0, 2027-09-29, 2027-09-30, 2027-09-29",
    "2027-10-31, 4, 2, 2028-02-28, 2028-02-29, 2027-12-28",
    "2027-01-01, 1200, 1200, 2126-12-31, 2127-01-01, 2026-12-31"
  })
  void monthStepsKeepTheDayOrTakeTheLast(
      String start, int months, int notice, String end, String renewal, String call) {
    NextTerm next = term(start, months, notice, Percent.ZERO).next();
    assertThat(next.end()).hasToString(end);
    assertThat(next.renewalStart()).hasToString(renewal);
    assertThat(next.callOn()).hasToString(call);
  }

  @Test
  void valueIsWhatTheTermBringsAndChangeWhatTheUpliftDoes() {
    NextTerm next =
        term("2027-03-01", 12, 1, percent("3.5"), plan("a", "95.0050", 12), plan("b", "10", 1))
            .next();
    // 2 × 98.3302 is 196.66; 2 × 10.35 is 20.70, twelve times.
    assertThat(next.lines())
        .extracting(l -> l.charge().toString())
        .containsExactly("EUR 196.66", "EUR 20.70");
    assertThat(next.value()).isEqualTo(eur("445.06"));
    assertThat(next.before()).isEqualTo(eur("430.01"));
    assertThat(next.change()).isEqualTo(eur("15.05"));
    // 196.66/12 + 20.70 is 37.0883…, rounded once.
    assertThat(next.monthly()).isEqualTo(eur("37.09"));
  }

  @ParameterizedTest
  @CsvSource({"-100, 0.00", "1000, 220.00"})
  void theBoundsOfAnUplift(String uplift, String charge) {
    assertThat(
            term("2027-03-01", 12, 1, percent(uplift), plan("a", "10", 12))
                .next()
                .lines()
                .get(0)
                .charge())
        .isEqualTo(eur(charge));
  }

  @Test
  void refusesWhatIsOutOfBounds() {
    assertThatThrownBy(() -> term("2027-03-01", 12, 1, percent("-100.0001")))
        .hasMessage("upliftPercent -100.0001 is outside [-100, 1000]");
    assertThatThrownBy(() -> term("2027-03-01", 12, 1, percent("1000.0001")))
        .hasMessage("upliftPercent 1000.0001 is outside [-100, 1000]");
    assertThatThrownBy(() -> term("2027-03-01", 0, 1, Percent.ZERO))
        .hasMessage("termMonths 0 is outside [1, 1200]");
    assertThatThrownBy(() -> term("2027-03-01", 1201, 1, Percent.ZERO))
        .hasMessage("termMonths 1201 is outside [1, 1200]");
    assertThatThrownBy(() -> term("2027-03-01", 12, -1, Percent.ZERO))
        .hasMessage("noticeMonths -1 is outside [0, 1200]");
    assertThatThrownBy(() -> term("2027-03-01", 12, 1, Percent.ZERO, plan("a", "1", 5)))
        .hasMessage("termMonths 12 is not a multiple of everyMonths 5");
    assertThatThrownBy(
            () -> term("2027-03-01", 12, 1, Percent.ZERO, plan("a", "1", 1), plan("a", "1", 1)))
        .hasMessage("line id a stands twice");
    assertThatThrownBy(() -> plan("a", "1", 0)).hasMessage("everyMonths 0 is outside [1, 1200]");
    assertThatThrownBy(() -> plan("a", "1", 1201))
        .hasMessage("everyMonths 1201 is outside [1, 1200]");
    assertThatThrownBy(() -> new RunningTerm.PlanLine("a", quantity("0"), price("1"), 1))
        .hasMessage("quantity 0 is not above 0");
  }

  @Test
  void workingsComeOutAtTheFigures() {
    RunningTerm term =
        term("2027-03-01", 12, 1, percent("3.5"), plan("a", "95.0050", 12), plan("b", "10", 1));
    NextTerm next = term.next();
    next.workings("x.", term)
        .forEach(
            w ->
                assertThat(w.result().orElseThrow())
                    .as(w.of())
                    .satisfies(
                        result -> {
                          switch (w.of()) {
                            case "x.before" -> same(result, "430.01");
                            case "x.value" -> same(result, "445.06");
                            case "x.change" -> same(result, "15.05");
                            case "x.monthly" -> same(result, "37.09");
                            case "x.lines[0].unitNet" -> same(result, "98.3302");
                            case "x.lines[1].charge" -> same(result, "20.70");
                            default -> assertThat(result).isNotBlank();
                          }
                        }));
    assertThat(next.workings("x.", term)).hasSize(11);
  }

  private static void same(String result, String wanted) {
    assertThat(new BigDecimal(result)).isEqualByComparingTo(wanted);
  }
}
