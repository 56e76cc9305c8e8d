package firmtally.core.margin;

import firmtally.core.money.Percent;
import firmtally.core.money.Rounding;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Tally;
import firmtally.core.worksheet.Totals;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Comparator;
import java.util.Optional;
import org.joda.money.Money;

/**
 * How much more can be given. Percents are cut down to 2 decimals, so that giving them never
 * crosses the line; below 0 it is crossed already.
 *
 * @param floorPercent what could still be taken off everything before the document floor; empty
 *     without a floor or when the contract is 0
 * @param floorAmount the same as an amount; empty without a floor
 * @param authorityPercent what could still be taken off every line before a sign-off is due; empty
 *     without sold lines above 0
 */
public record Room(
    Optional<Percent> floorPercent,
    Optional<Money> floorAmount,
    Optional<Percent> authorityPercent) {
  private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);

  /**
   * The room that a policy leaves: a contract of 1,000.00 that costs 600.00 has 25 % before a floor
   * of 20 %.
   */
  public static Room of(Tally tally, SignOffPolicy policy) {
    Optional<Percent> floor = policy.documentFloor().map(SignOffPolicy.DocumentFloor::margin);
    return new Room(
        floor.flatMap(f -> floorPercent(tally.totals(), f)),
        floor.map(f -> floorAmount(tally.totals(), f)),
        tally.lines().stream()
            .filter(line -> line.isSold() && line.finalAmount().isPositive())
            .map(line -> authorityPercent(line, policy.allowed()))
            .min(Comparator.naturalOrder()));
  }

  private static Optional<Percent> floorPercent(Totals totals, Percent floor) {
    BigDecimal earning = totals.contract().getAmount().multiply(HUNDRED.subtract(floor.value()));
    if (earning.signum() == 0) {
      return Optional.empty();
    }
    BigDecimal cost = totals.cost().getAmount().multiply(HUNDRED);
    return Optional.of(cutDown(earning.subtract(cost), earning));
  }

  private static Money floorAmount(Totals totals, Percent floor) {
    return totals.contract().minus(contractAtMargin(totals.cost(), floor));
  }

  /**
   * The least contract that leaves a margin below 100 % on a cost: {@code up(100 × cost / (100 −
   * margin))}.
   */
  static Money contractAtMargin(Money cost, Percent margin) {
    return Rounding.up(
        cost.getCurrencyUnit(),
        cost.getAmount().multiply(HUNDRED),
        HUNDRED.subtract(margin.value()));
  }

  private static Percent authorityPercent(LineTally line, Percent allowed) {
    BigDecimal whole = line.finalAmount().getAmount().multiply(HUNDRED);
    BigDecimal least = line.gross().getAmount().multiply(HUNDRED.subtract(allowed.value()));
    return cutDown(whole.subtract(least), whole);
  }

  private static Percent cutDown(BigDecimal part, BigDecimal whole) {
    return Percent.of(part.multiply(HUNDRED).divide(whole, 2, RoundingMode.FLOOR));
  }
}
