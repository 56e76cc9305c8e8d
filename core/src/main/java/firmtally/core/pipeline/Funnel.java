package firmtally.core.pipeline;

import firmtally.core.money.Percent;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * Where opportunities go on, and where they end. Percents have 2 decimals, days 1, both half up.
 *
 * <p>Example: of 4 that reached a stage 3 reached the next: a conversion of 75.00 %. Stays of 10, 5
 * and 0 days give a median of 5.0 days.
 *
 * @param stages in their order
 */
public record Funnel(List<Stage> stages, Totals totals) {
  /**
   * What happened at a stage.
   *
   * @param entered opportunities that ever stood in it
   * @param reached those that ever stood in it or in a later one, or were won
   * @param conversion reached of the next stage (of the last: won) of this one's; empty when none
   *     reached it
   * @param winRate won of those that reached it and are closed; empty without any
   * @param lostHere lost while standing in it
   * @param openHere open and standing in it
   * @param wentBack moves from it to an earlier stage
   * @param skipped opportunities that stood in a later stage, or were won, and never stood in it
   * @param visits stays in it that ended, by a move or a close
   * @param medianDays the median of their days; 0 on the same day; empty without any
   * @param openDays the same of those that stand in it, up to the day asked for
   */
  public record Stage(
      String id,
      int entered,
      int reached,
      Optional<Percent> conversion,
      Optional<Percent> winRate,
      int lostHere,
      int openHere,
      int wentBack,
      int skipped,
      int visits,
      Optional<BigDecimal> medianDays,
      Optional<BigDecimal> openDays) {}

  /**
   * All opportunities.
   *
   * @param winRate {@code won / (won + lost)}; empty when none is closed
   * @param cycleDays the median days from opening to close of the won; empty without any
   */
  public record Totals(
      int opportunities,
      int won,
      int lost,
      int open,
      Optional<Percent> winRate,
      Optional<BigDecimal> cycleDays) {}

  /**
   * Follows opportunities through the stages.
   *
   * @param stages their ids in order, each once
   * @param asOf the day on which one looks; nothing happens after it
   * @throws IllegalArgumentException if a stage or a ref stands twice, a move goes to no stage, or
   *     something happens after asOf
   */
  public static Funnel of(List<String> stages, LocalDate asOf, List<StagePath> opportunities) {
    FunnelRun run = new FunnelRun(stages, asOf);
    opportunities.forEach(run::add);
    return run.funnel();
  }

  /**
   * How each figure came about.
   *
   * @param asOf the day that was asked for
   * @param opportunities those that were followed
   */
  public List<Working> workings(LocalDate asOf, List<StagePath> opportunities) {
    return FunnelWorkings.of(this, asOf, opportunities);
  }
}
