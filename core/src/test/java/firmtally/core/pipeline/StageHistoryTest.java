package firmtally.core.pipeline;

import static firmtally.core.Some.percent;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.money.Percent;
import firmtally.core.working.Working;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class StageHistoryTest {
  private static final List<StageOdds> STAGES =
      List.of(
          new StageOdds("lead", percent("10")),
          new StageOdds("trial", percent("35")),
          new StageOdds("offer", percent("60")));

  private static List<ClosedOpportunity> closed(String reached, int won, int lost) {
    List<ClosedOpportunity> closed = new ArrayList<>();
    closed.addAll(Collections.nCopies(won, new ClosedOpportunity(reached, true)));
    closed.addAll(Collections.nCopies(lost, new ClosedOpportunity(reached, false)));
    return closed;
  }

  private static StageHistory trial(int won, int lost, long pseudo) {
    return StageHistory.of(STAGES, closed("trial", won, lost), BigInteger.valueOf(pseudo)).get(1);
  }

  /** The example of the class's documentation. */
  @Test
  void workedExample() {
    StageHistory history = trial(3, 3, 10);
    assertThat(history.observed()).contains(percent("50"));
    assertThat(history.low()).contains(percent("22.13"));
    assertThat(history.high()).contains(percent("77.87"));
    assertThat(history.adjusted()).contains(percent("40.63"));
  }

  @Test
  void aWonOneCountsAsHavingReachedAll() {
    List<StageHistory> history =
        StageHistory.of(STAGES, closed("lead", 1, 2), StageHistory.USUAL_PSEUDO);
    assertThat(history).extracting(StageHistory::entered).containsExactly(3, 1, 1);
    assertThat(history).extracting(StageHistory::won).containsExactly(1, 1, 1);
  }

  @Test
  void aLostOneCountsUpToWhereItGot() {
    List<StageHistory> history =
        StageHistory.of(STAGES, closed("trial", 0, 2), StageHistory.USUAL_PSEUDO);
    assertThat(history).extracting(StageHistory::entered).containsExactly(2, 2, 0);
    assertThat(history.get(2).observed()).isEmpty();
    assertThat(history.get(2).low()).isEmpty();
    assertThat(history.get(2).adjusted()).contains(percent("60"));
  }

  @ParameterizedTest
  @CsvSource({"0, 1, 0", "0, 1000, 0", "1, 0, 100", "5000, 0, 100"})
  void theIntervalEndsExactlyAtNoneAndAll(int won, int lost, String end) {
    StageHistory history = trial(won, lost, 10);
    assertThat(won == 0 ? history.low() : history.high()).contains(percent(end));
  }

  /** Law: the observed share lies within, and more of the same makes the interval narrower. */
  @Test
  void moreHistoryIsNarrower() {
    Percent width = Percent.HUNDRED;
    for (int times : List.of(1, 3, 10, 100, 1000)) {
      StageHistory history = trial(3 * times, 7 * times, 10);
      Percent low = history.low().orElseThrow();
      Percent high = history.high().orElseThrow();
      assertThat(history.observed().orElseThrow()).isBetween(low, high);
      Percent here = Percent.of(high.value().subtract(low.value()));
      assertThat(here).isLessThan(width);
      width = here;
    }
  }

  @Test
  void withoutAnythingThereIsNothingToAdjust() {
    assertThat(trial(0, 0, 0).adjusted()).isEmpty();
    assertThat(trial(0, 0, 1).adjusted()).contains(percent("35"));
    assertThat(trial(1, 0, 0).adjusted()).contains(Percent.HUNDRED);
  }

  @Test
  void aVeryLargePseudoLeavesTheStatedOdds() {
    BigInteger huge = BigInteger.TEN.pow(40);
    assertThat(StageHistory.of(STAGES, closed("offer", 50, 0), huge).get(1).adjusted())
        .contains(percent("35"));
  }

  @Test
  void refusesWhatIsNoStage() {
    assertThatThrownBy(
            () -> StageHistory.of(STAGES, closed("ghost", 1, 0), StageHistory.USUAL_PSEUDO))
        .hasMessage("reached ghost is no stage");
    assertThatThrownBy(() -> trial(1, 1, -1)).hasMessage("pseudo -1 is below 0");
    assertThatThrownBy(
            () ->
                StageHistory.of(
                    List.of(STAGES.get(0), STAGES.get(0)), List.of(), StageHistory.USUAL_PSEUDO))
        .hasMessage("stage id lead stands twice");
    assertThatThrownBy(() -> new StageOdds("", percent("1"))).hasMessage("stage id is empty");
    assertThatThrownBy(() -> new StageOdds("s", percent("100.01")))
        .hasMessage("percent 100.01 is outside [0, 100]");
  }

  @Test
  void workingsComeOutAtTheFigures() {
    List<StageHistory> history =
        StageHistory.of(STAGES, closed("trial", 3, 4), StageHistory.USUAL_PSEUDO);
    List<Working> workings = StageHistory.workings(history, StageHistory.USUAL_PSEUDO);
    assertThat(workings).hasSize(12);
    IntStream.range(0, 3)
        .forEach(
            i -> {
              StageHistory stage = history.get(i);
              assertThat(result(workings, i, "observed")).isEqualTo(stage.observed());
              assertThat(result(workings, i, "low")).isEqualTo(stage.low());
              assertThat(result(workings, i, "high")).isEqualTo(stage.high());
              assertThat(result(workings, i, "adjusted")).isEqualTo(stage.adjusted());
            });
  }

  private static Optional<Percent> result(List<Working> workings, int stage, String figure) {
    return workings.stream()
        .filter(w -> w.of().equals("stages[" + stage + "]." + figure))
        .findFirst()
        .orElseThrow()
        .result()
        .map(Percent::parse);
  }
}
