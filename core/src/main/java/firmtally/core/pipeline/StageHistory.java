package firmtally.core.pipeline;

import firmtally.core.money.Percent;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a stage has really been worth. All percents have 2 decimals, half up.
 *
 * <p>Example: of 6 opportunities that came to a stage stated at 35 %, 3 were won: observed 50.00 %,
 * between 22.13 % and 77.87 %, adjusted with the weight of 10 made-up ones at the stated odds 40.63
 * %.
 *
 * @param entered closed opportunities that came at least this far
 * @param won those of them that were won
 * @param observed {@code won / entered}; empty when nothing entered
 * @param low lower end of the Wilson score interval of 90 %; empty when nothing entered
 * @param high its upper end; empty when nothing entered
 * @param adjusted {@code (won + pseudo × stated) / (entered + pseudo)}; empty when its divisor is 0
 */
public record StageHistory(
    StageOdds stage,
    int entered,
    int won,
    Optional<Percent> observed,
    Optional<Percent> low,
    Optional<Percent> high,
    Optional<Percent> adjusted) {
  /** How many made-up opportunities at the stated odds are mixed in unless said otherwise. */
  public static final BigInteger USUAL_PSEUDO = BigInteger.TEN;

  /**
   * The history of the stages of a path.
   *
   * @param stages in their order; ids are unique
   * @param pseudo the weight of the stated odds, 0 or more
   * @throws IllegalArgumentException if pseudo is below 0, an id stands twice, or an opportunity
   *     reached a stage that is none of these
   */
  public static List<StageHistory> of(
      List<StageOdds> stages, List<ClosedOpportunity> closed, BigInteger pseudo) {
    if (pseudo.signum() < 0) {
      throw new IllegalArgumentException("pseudo " + pseudo + " is below 0");
    }
    Map<String, Integer> places = places(stages);
    int[] lostAt = new int[stages.size()];
    int won = 0;
    for (ClosedOpportunity opportunity : closed) {
      Integer place = places.get(opportunity.reached());
      if (place == null) {
        throw new IllegalArgumentException("reached " + opportunity.reached() + " is no stage");
      }
      if (opportunity.won()) {
        won++;
      } else {
        lostAt[place]++;
      }
    }
    int entered = closed.size();
    List<StageHistory> history = new ArrayList<>(stages.size());
    for (int i = 0; i < stages.size(); i++) {
      history.add(of(stages.get(i), entered, won, pseudo));
      entered -= lostAt[i];
    }
    return List.copyOf(history);
  }

  /** How each figure of a history came about, by the place of its stage. */
  public static List<Working> workings(List<StageHistory> history, BigInteger pseudo) {
    return PipelineWorkings.of(history, pseudo);
  }

  private static Map<String, Integer> places(List<StageOdds> stages) {
    Map<String, Integer> places = new HashMap<>();
    for (int i = 0; i < stages.size(); i++) {
      if (places.put(stages.get(i).id(), i) != null) {
        throw new IllegalArgumentException("stage id " + stages.get(i).id() + " stands twice");
      }
    }
    return places;
  }

  private static StageHistory of(StageOdds stage, int entered, int won, BigInteger pseudo) {
    BigDecimal weight = new BigDecimal(pseudo);
    Optional<Wilson> interval =
        entered == 0 ? Optional.empty() : Optional.of(new Wilson(won, entered));
    return new StageHistory(
        stage,
        entered,
        won,
        Percent.ratio(BigDecimal.valueOf(won), BigDecimal.valueOf(entered)),
        interval.map(Wilson::low),
        interval.map(Wilson::high),
        Percent.ratio(
            weight.multiply(stage.percent().fraction()).add(BigDecimal.valueOf(won)),
            weight.add(BigDecimal.valueOf(entered))));
  }
}
