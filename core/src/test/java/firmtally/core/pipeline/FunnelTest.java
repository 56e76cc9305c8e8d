package firmtally.core.pipeline;

import static firmtally.core.Some.percent;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class FunnelTest {
  private static final LocalDate DAY = LocalDate.of(2027, 3, 1);
  private static final LocalDate START = LocalDate.of(2027, 1, 1);
  private static final List<String> STAGES = List.of("lead", "trial", "offer");

  private static StagePath.Move move(int day, String to) {
    return new StagePath.Move(START.plusDays(day), to);
  }

  private static StagePath open(String ref, StagePath.Move... moves) {
    return new StagePath(ref, List.of(moves), Optional.empty());
  }

  private static StagePath closed(String ref, int day, boolean won, StagePath.Move... moves) {
    return new StagePath(
        ref, List.of(moves), Optional.of(new StagePath.Close(START.plusDays(day), won)));
  }

  private static Funnel.Stage lead(StagePath... paths) {
    return Funnel.of(STAGES, DAY, List.of(paths)).stages().get(0);
  }

  /** The example of the class's documentation. */
  @Test
  void workedExample() {
    Funnel.Stage lead =
        lead(
            closed("1", 10, false, move(0, "lead"), move(10, "trial")),
            closed("2", 6, true, move(0, "lead"), move(5, "trial")),
            open("3", move(0, "lead"), move(0, "offer")),
            open("4", move(3, "lead")));
    assertThat(lead.conversion()).contains(percent("75"));
    assertThat(lead.medianDays()).contains(new BigDecimal("5.0"));
    assertThat(lead.visits()).isEqualTo(3);
  }

  @ParameterizedTest
  @CsvSource({"4, 3.5", "5, 4.0"})
  void anEvenNumberTakesTheMeanOfTheTwo(int second, String median) {
    assertThat(
            lead(
                    closed("1", 3, false, move(0, "lead")),
                    closed("2", second, false, move(0, "lead")))
                .medianDays())
        .contains(new BigDecimal(median));
  }

  @Test
  void aWonOneReachedAllAndSkippedWhereItNeverStood() {
    Funnel funnel = Funnel.of(STAGES, DAY, List.of(closed("1", 2, true, move(0, "trial"))));
    assertThat(funnel.stages()).extracting(Funnel.Stage::reached).containsExactly(1, 1, 1);
    assertThat(funnel.stages()).extracting(Funnel.Stage::skipped).containsExactly(1, 0, 1);
    assertThat(funnel.stages()).extracting(Funnel.Stage::entered).containsExactly(0, 1, 0);
    assertThat(funnel.totals().cycleDays()).contains(new BigDecimal("2.0"));
  }

  @Test
  void toAndFroCountsEachVisitAndEachStepBack() {
    Funnel.Stage trial =
        Funnel.of(
                STAGES,
                DAY,
                List.of(
                    open(
                        "1", move(0, "trial"), move(2, "lead"), move(3, "trial"), move(7, "lead"))))
            .stages()
            .get(1);
    assertThat(trial.wentBack()).isEqualTo(2);
    assertThat(trial.visits()).isEqualTo(2);
    assertThat(trial.entered()).isEqualTo(1);
    assertThat(trial.medianDays()).contains(new BigDecimal("3.0"));
  }

  @Test
  void refusesWhatDoesNotFit() {
    assertThatThrownBy(() -> open("1")).hasMessage("1 has no moves");
    assertThatThrownBy(() -> open("1", move(0, "lead"), move(1, "lead")))
        .hasMessage("1 stands in lead already");
    assertThatThrownBy(() -> open("1", move(1, "lead"), move(0, "trial")))
        .hasMessage("1 moves on 2027-01-01 too early");
    assertThatThrownBy(() -> closed("1", 0, true, move(1, "lead")))
        .hasMessage("1 closes on 2027-01-01 too early");
    assertThatThrownBy(() -> lead(open("1", move(0, "ghost"))))
        .hasMessage("there is no stage ghost");
    assertThatThrownBy(() -> lead(open("1", move(0, "lead")), open("1", move(0, "lead"))))
        .hasMessage("ref 1 stands twice");
    assertThatThrownBy(() -> lead(open("1", move(60, "lead"))))
        .hasMessage("1 moves on 2027-03-02, after 2027-03-01");
    assertThatThrownBy(() -> Funnel.of(List.of("a", "a"), DAY, List.of()))
        .hasMessage("stage id a stands twice");
  }

  // Laws over seeded ways, against the definitions word by word

  static IntStream seeds() {
    return IntStream.range(0, 120);
  }

  private static List<StagePath> random(int seed) {
    Random random = new Random(seed);
    List<StagePath> paths = new ArrayList<>();
    for (int i = 0; i < random.nextInt(25); i++) {
      List<StagePath.Move> moves = new ArrayList<>();
      int day = random.nextInt(20);
      int stage = random.nextInt(STAGES.size());
      moves.add(move(day, STAGES.get(stage)));
      for (int m = 0; m < random.nextInt(5); m++) {
        stage = (stage + 1 + random.nextInt(STAGES.size() - 1)) % STAGES.size();
        day += random.nextInt(6);
        moves.add(move(day, STAGES.get(stage)));
      }
      Optional<StagePath.Close> close =
          random.nextInt(3) == 0
              ? Optional.empty()
              : Optional.of(
                  new StagePath.Close(
                      START.plusDays(day + random.nextInt(9)), random.nextBoolean()));
      paths.add(new StagePath("O" + i, moves, close));
    }
    return paths;
  }

  private static int furthest(StagePath path) {
    return path.moves().stream().mapToInt(m -> STAGES.indexOf(m.to())).max().orElseThrow();
  }

  private static boolean stoodIn(StagePath path, int stage) {
    return path.moves().stream().anyMatch(m -> m.to().equals(STAGES.get(stage)));
  }

  private static boolean won(StagePath path) {
    return path.closed().isPresent() && path.closed().get().won();
  }

  private static int count(List<StagePath> paths, Predicate<StagePath> of) {
    return (int) paths.stream().filter(of).count();
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void agreesWithTheDefinitions(int seed) {
    List<StagePath> paths = random(seed);
    Funnel funnel = Funnel.of(STAGES, DAY, paths);
    int won = count(paths, FunnelTest::won);
    for (int i = 0; i < STAGES.size(); i++) {
      int stage = i;
      Predicate<StagePath> reached = p -> won(p) || furthest(p) >= stage;
      Funnel.Stage is = funnel.stages().get(i);
      int here = count(paths, reached);
      assertThat(is.entered()).isEqualTo(count(paths, p -> stoodIn(p, stage)));
      assertThat(is.reached()).isEqualTo(here);
      int beyond = i == STAGES.size() - 1 ? won : count(paths, p -> won(p) || furthest(p) > stage);
      assertThat(is.conversion().map(p -> p.value().setScale(2))).isEqualTo(ratio(beyond, here));
      assertThat(is.winRate().map(p -> p.value().setScale(2)))
          .isEqualTo(ratio(won, count(paths, reached.and(p -> p.closed().isPresent()))));
      assertThat(is.skipped())
          .isEqualTo(count(paths, p -> (won(p) || furthest(p) > stage) && !stoodIn(p, stage)));
    }
    assertThat(funnel.stages().stream().mapToInt(Funnel.Stage::openHere).sum())
        .isEqualTo(funnel.totals().open());
    assertThat(funnel.stages().stream().mapToInt(Funnel.Stage::lostHere).sum())
        .isEqualTo(funnel.totals().lost());
    assertThat(funnel.stages().stream().mapToInt(Funnel.Stage::visits).sum())
        .isEqualTo(
            paths.stream()
                .mapToInt(p -> p.moves().size() - (p.closed().isPresent() ? 0 : 1))
                .sum());
  }

  private static Optional<BigDecimal> ratio(int part, int whole) {
    return whole == 0
        ? Optional.empty()
        : Optional.of(
            BigDecimal.valueOf(100L * part)
                .divide(BigDecimal.valueOf(whole), 2, RoundingMode.HALF_UP));
  }

  /** Law: the medians of the workings, from visits sorted, are those of the funnel. */
  @ParameterizedTest
  @MethodSource("seeds")
  void workingsComeOutAtTheFigures(int seed) {
    List<StagePath> paths = random(seed);
    Funnel funnel = Funnel.of(STAGES, DAY, paths);
    for (Working working : funnel.workings(DAY, paths)) {
      Optional<BigDecimal> figure = figure(funnel, working.of());
      assertThat(working.result().map(BigDecimal::new).map(BigDecimal::stripTrailingZeros))
          .as(working.of())
          .isEqualTo(figure.map(BigDecimal::stripTrailingZeros));
    }
  }

  private static Optional<BigDecimal> figure(Funnel funnel, String of) {
    if (of.startsWith("totals")) {
      return of.endsWith("cycleDays")
          ? funnel.totals().cycleDays()
          : funnel.totals().winRate().map(p -> p.value());
    }
    Funnel.Stage stage = funnel.stages().get(of.charAt("stages[".length()) - '0');
    return switch (of.substring(of.indexOf('.') + 1)) {
      case "conversion" -> stage.conversion().map(p -> p.value());
      case "winRate" -> stage.winRate().map(p -> p.value());
      case "medianDays" -> stage.medianDays();
      default -> stage.openDays();
    };
  }
}
