package firmtally.core.enquiry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class InTurnTest {
  /** Gives so many, one after the other. */
  private static List<String> given(int count, Map<String, Integer> weights) {
    Map<String, Long> given = new HashMap<>();
    List<String> order = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      String next =
          InTurn.of(
                  weights.entrySet().stream()
                      .sorted(Map.Entry.comparingByKey())
                      .map(
                          e ->
                              new InTurn.Share<>(
                                  e.getKey(), e.getValue(), given.getOrDefault(e.getKey(), 0L)))
                      .toList())
              .next();
      given.merge(next, 1L, Long::sum);
      order.add(next);
    }
    return order;
  }

  @Test
  void givesInLineWithWeightsAsInTheExample() {
    assertThat(given(6, Map.of("Ann", 2, "Bo", 1)))
        .containsExactly("Ann", "Ann", "Bo", "Ann", "Ann", "Bo");
  }

  @Test
  void givesEverythingToOne() {
    assertThat(given(3, Map.of("Ann", 7))).containsExactly("Ann", "Ann", "Ann");
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void neverStraysByOneFromTheWeights(long seed) {
    Random random = new Random(seed);
    Map<String, Integer> weights = new HashMap<>();
    for (int i = 0; i < 2 + random.nextInt(4); i++) {
      weights.put("p" + i, 1 + random.nextInt(9));
    }
    int sum = weights.values().stream().mapToInt(w -> w).sum();
    List<String> whole = given(sum * 3, weights);
    weights.forEach(
        (who, weight) ->
            assertThat(whole.stream().filter(who::equals).count()).isEqualTo(weight * 3L));
  }

  @Test
  void someoneNewCatchesUpBeforeAnybodyElseIsGivenAnything() {
    assertThat(
            InTurn.of(List.of(new InTurn.Share<>("old", 5, 40), new InTurn.Share<>("new", 1, 0)))
                .next())
        .isEqualTo("new");
  }

  @Test
  void refusesWhatIsNoShare() {
    assertThat(new InTurn.Share<>("a", 1000, 0).weight()).isEqualTo(1000);
    assertThatIllegalArgumentException()
        .isThrownBy(() -> new InTurn.Share<>("a", 0, 0))
        .withMessage("weight 0 is outside [1, 1000]");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> new InTurn.Share<>("a", 1001, 0))
        .withMessage("weight 1001 is outside [1, 1000]");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> new InTurn.Share<>("a", 1, -1))
        .withMessage("given -1 is below 0");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> InTurn.of(List.of()))
        .withMessage("shares are empty");
  }
}
