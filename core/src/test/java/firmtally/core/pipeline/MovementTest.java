package firmtally.core.pipeline;

import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.percent;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.pipeline.Movement.Part;
import firmtally.core.pipeline.PipelineState.Status;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class MovementTest {
  private static final LocalDate FROM = LocalDate.of(2027, 4, 1);
  private static final LocalDate TO = LocalDate.of(2027, 6, 30);
  private static final Movement.Period QUARTER = new Movement.Period(FROM, TO);

  private static PipelineState state(String value, String percent, LocalDate close, Status status) {
    return new PipelineState("O", eur(value), percent(percent), close, status);
  }

  private static PipelineState open(String value, String percent, LocalDate close) {
    return state(value, percent, close, Status.OPEN);
  }

  private static Movement one(PipelineState before, PipelineState after) {
    return Movement.of(EUR, QUARTER, List.of(before), List.of(after));
  }

  private static Map<Part, Money> parts(Movement.View view) {
    return view.parts().entrySet().stream()
        .filter(part -> !part.getValue().isZero())
        .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
  }

  /** The example of the class's documentation. */
  @Test
  void workedExample() {
    Movement movement = one(open("1000", "20", FROM), open("1000", "60", FROM));
    assertThat(parts(movement.weighted())).isEqualTo(Map.of(Part.ODDS, eur("400.00")));
    assertThat(parts(movement.plain())).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "2027-04-01, 2027-03-31, MOVED_OUT",
    "2027-03-31, 2027-04-01, MOVED_IN",
    "2027-06-30, 2027-07-01, MOVED_OUT",
    "2027-07-01, 2027-06-30, MOVED_IN"
  })
  void bothEndsOfThePeriodAreInIt(LocalDate before, LocalDate after, Part part) {
    Movement movement = one(open("100", "50", before), open("100", "50", after));
    assertThat(parts(movement.weighted()).keySet()).containsExactly(part);
    assertThat(movement.items()).extracting(Movement.Item::part).containsExactly(part);
  }

  @Test
  void whatWasAndStaysOutsideIsNothing() {
    LocalDate later = TO.plusDays(1);
    Movement movement = one(open("100", "50", later), open("900", "50", later));
    assertThat(parts(movement.weighted())).isEmpty();
    assertThat(movement.items()).isEmpty();
  }

  @Test
  void wonOutsideCountsForTheAmountWonAndMovesNothing() {
    LocalDate later = TO.plusDays(1);
    Movement movement = one(open("100", "50", later), state("120", "50", later, Status.WON));
    assertThat(movement.wonAmount()).isEqualTo(eur("120"));
    assertThat(parts(movement.weighted())).isEmpty();
  }

  @Test
  void aNewOneThatIsWonAlreadyOpenedNothing() {
    Movement movement =
        Movement.of(EUR, QUARTER, List.of(), List.of(state("9", "50", FROM, Status.WON)));
    assertThat(movement.wonAmount()).isEqualTo(eur("9"));
    assertThat(parts(movement.plain())).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"1200, 50, VALUE", "1000, 70, ODDS", "1200, 60, VALUE", "1199, 60, ODDS"})
  void anItemIsNamedByWhatIsLarger(String value, String percent, Part part) {
    // From 500.00 at 1,000.00: value moves half of what is more; at 1,200.00 and 60 % both 100.00
    // and 120.00.
    Movement movement = one(open("1000", "50", FROM), open(value, percent, FROM));
    Movement.Item item = movement.items().get(0);
    Money byValue = movement.weighted().parts().get(Part.VALUE);
    Money byOdds = movement.weighted().parts().get(Part.ODDS);
    assertThat(item.part())
        .isEqualTo(byValue.abs().isLessThan(byOdds.abs()) ? Part.ODDS : Part.VALUE);
    assertThat(item.change()).isEqualTo(byValue.plus(byOdds));
    if (part == Part.ODDS && value.equals("1000")) {
      assertThat(byValue).isEqualTo(eur("0"));
    }
  }

  @Test
  void valueWinsATie() {
    // 100.00 at 50 % to 200.00 at 75 %: 50.00 by value, 50.00 by odds.
    Movement movement = one(open("100", "50", FROM), open("200", "75", FROM));
    assertThat(parts(movement.weighted()))
        .isEqualTo(Map.of(Part.VALUE, eur("50.00"), Part.ODDS, eur("50.00")));
    assertThat(movement.items().get(0).part()).isEqualTo(Part.VALUE);
  }

  @Test
  void refusesWhatDoesNotFit() {
    PipelineState open = open("1", "1", FROM);
    assertThatThrownBy(() -> new Movement.Period(TO, FROM))
        .hasMessage("to 2027-04-01 is before from 2027-06-30");
    assertThatThrownBy(() -> Movement.of(EUR, QUARTER, List.of(open), List.of()))
        .hasMessage("something of before is missing after");
    assertThatThrownBy(() -> Movement.of(EUR, QUARTER, List.of(open, open), List.of(open)))
        .hasMessage("ref O stands twice");
    assertThatThrownBy(() -> Movement.of(Currencies.get("USD"), QUARTER, List.of(), List.of(open)))
        .hasMessage("value EUR 1.00 is not in USD");
    assertThatThrownBy(() -> open("-0.01", "1", FROM)).hasMessage("value EUR -0.01 is below 0");
    assertThatThrownBy(() -> open("1", "100.01", FROM)).hasMessageContaining("outside");
  }

  // Laws over seeded pipelines

  static IntStream seeds() {
    return IntStream.range(0, 120);
  }

  private record Pipeline(List<PipelineState> before, List<PipelineState> after) {
    static Pipeline of(int seed) {
      Random random = new Random(seed);
      List<PipelineState> before = new ArrayList<>();
      List<PipelineState> after = new ArrayList<>();
      for (int i = 0; i < random.nextInt(30); i++) {
        String ref = "O" + i;
        if (random.nextInt(4) > 0) {
          before.add(random(random, ref, Status.OPEN));
        }
        after.add(random(random, ref, Status.values()[Math.max(0, random.nextInt(7) - 3)]));
      }
      return new Pipeline(before, after);
    }

    private static PipelineState random(Random random, String ref, Status status) {
      return new PipelineState(
          ref,
          Money.ofMinor(EUR, random.nextInt(5) * 333L),
          Percent.ofTenThousandths(random.nextInt(5) * 123_456L),
          FROM.plusDays(random.nextInt(150) - 30),
          status);
    }

    Movement movement() {
      return Movement.of(EUR, QUARTER, before, after);
    }
  }

  /** Law: opening and the parts make closing, in both views, and the items are all that moved. */
  @ParameterizedTest
  @MethodSource("seeds")
  void openingAndThePartsMakeClosing(int seed) {
    Movement movement = Pipeline.of(seed).movement();
    for (Movement.View view : List.of(movement.weighted(), movement.plain())) {
      assertThat(view.parts().values().stream().reduce(view.opening(), Money::plus))
          .isEqualTo(view.closing());
      assertThat(view.parts()).hasSize(Part.values().length);
    }
    Money moved =
        movement.items().stream().map(Movement.Item::change).reduce(eur("0"), Money::plus);
    assertThat(moved).isEqualTo(movement.weighted().closing().minus(movement.weighted().opening()));
    assertThat(movement.items()).noneMatch(item -> item.change().isZero());
    for (int i = 1; i < movement.items().size(); i++) {
      assertThat(movement.items().get(i).change().abs())
          .isLessThanOrEqualTo(movement.items().get(i - 1).change().abs());
    }
  }

  /** Law: what leaves is never above 0, what comes never below, and plain has no odds. */
  @ParameterizedTest
  @MethodSource("seeds")
  void signsAreAsTheWordsSay(int seed) {
    Movement movement = Pipeline.of(seed).movement();
    for (Movement.View view : List.of(movement.weighted(), movement.plain())) {
      List.of(Part.OPENED, Part.MOVED_IN)
          .forEach(part -> assertThat(view.parts().get(part).isNegative()).isFalse());
      List.of(Part.MOVED_OUT, Part.PAUSED, Part.WON, Part.LOST)
          .forEach(part -> assertThat(view.parts().get(part).isPositive()).isFalse());
    }
    assertThat(movement.plain().parts().get(Part.ODDS)).isEqualTo(eur("0"));
  }

  /** Law: nothing moves between a day and itself. */
  @ParameterizedTest
  @MethodSource("seeds")
  void nothingMovesBetweenADayAndItself(int seed) {
    List<PipelineState> before = Pipeline.of(seed).before();
    Movement movement = Movement.of(EUR, QUARTER, before, before);
    assertThat(parts(movement.weighted())).isEmpty();
    assertThat(movement.weighted().opening()).isEqualTo(movement.weighted().closing());
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void workingsComeOutAtTheFigures(int seed) {
    Pipeline pipeline = Pipeline.of(seed);
    Movement movement = pipeline.movement();
    for (Working working : movement.workings(QUARTER, pipeline.before(), pipeline.after())) {
      BigDecimal result = new BigDecimal(working.result().orElseThrow());
      for (Part part : Part.values()) {
        if (working.of().equals("weighted." + part.word())) {
          assertThat(result)
              .isEqualByComparingTo(movement.weighted().parts().get(part).getAmount());
        }
      }
      if (working.of().matches("items.*before")) {
        int item = Integer.parseInt(working.of().split("[\\[\\]]")[1]);
        assertThat(result).isEqualByComparingTo(movement.items().get(item).before().getAmount());
      }
    }
  }
}
