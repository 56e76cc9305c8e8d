package firmtally.core.pipeline;

import firmtally.core.money.Percent;
import firmtally.core.money.Rounding;
import firmtally.core.money.SameCurrency;
import firmtally.core.money.Texts;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.joda.money.BigMoney;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * What a period will bring: what is won already and what the open opportunities may add.
 *
 * <p>Example: with 500.00 won, 1,000.00 open at 50 % and 2,000.00 open at 50 %, the total is
 * 500.00, 1,500.00, 2,500.00 or 3,500.00, each with 25 %. Expected is 2,000.00, middle 1,500.00,
 * and a goal of 2,500.00 is reached with 50.00 %.
 *
 * @param expected won + Σ value × odds, half up to the minor unit
 * @param best won + Σ value
 * @param deviation standard deviation of the total, 2 decimals half up in every currency
 * @param low the smallest total t with P(total ≤ t) of 10 % or more
 * @param middle the same with 50 %
 * @param high the same with 90 %
 * @param gap {@code max(0, goal − won)}; empty without a goal
 * @param goalPercent P(total ≥ goal), 2 decimals half up; empty without a goal
 * @param closers the fewest open opportunities whose values sum to the gap, the largest first;
 *     empty without a goal, or when all of them do not reach it
 */
public record Outlook(
    Money expected,
    Money best,
    BigMoney deviation,
    Money low,
    Money middle,
    Money high,
    Optional<Money> gap,
    Optional<Percent> goalPercent,
    Optional<List<OpenOpportunity>> closers) {
  /**
   * With so many uncertain opportunities all is exact; with more low, middle, high and odds near.
   */
  static final int EXACT = 20;

  private static final int LOW = 10;
  private static final int MIDDLE = 50;
  private static final int HIGH = 90;
  private static final int DEVIATION_DECIMALS = 2;

  private static final Comparator<OpenOpportunity> LARGEST_FIRST =
      Comparator.comparing(OpenOpportunity::value)
          .reversed()
          .thenComparing(OpenOpportunity::percent, Comparator.reverseOrder())
          .thenComparing(OpenOpportunity::ref, Texts.BY_CODE_POINT);

  /**
   * Looks ahead. Up to 20 open opportunities all is exact; with more, {@code goalPercent} is within
   * 1 point and {@code low}, {@code middle} and {@code high} within 1 % of Σ value. The same input
   * always gives the same answer.
   *
   * @param goal 0 or more
   * @param won 0 or more
   * @throws IllegalArgumentException if goal or won is below 0, or an amount is in another currency
   */
  public static Outlook of(
      CurrencyUnit currency, Optional<Money> goal, Money won, List<OpenOpportunity> open) {
    goal.ifPresent(g -> SameCurrency.notBelowZero("goal", g, currency));
    SameCurrency.notBelowZero("won", won, currency);
    open.forEach(opportunity -> SameCurrency.check("value", opportunity.value(), currency));
    Money certain = won;
    BigDecimal expected = won.getAmount();
    Money best = won;
    List<OpenOpportunity> uncertain = new ArrayList<>(open.size());
    for (OpenOpportunity opportunity : open) {
      expected = expected.add(share(opportunity));
      best = best.plus(opportunity.value());
      if (opportunity.isCertain()) {
        certain = certain.plus(opportunity.value());
      } else if (opportunity.isUncertain()) {
        uncertain.add(opportunity);
      }
    }
    TotalOdds odds =
        uncertain.size() <= EXACT ? new ExactTotals(uncertain) : NearTotals.of(uncertain);
    BigInteger base = minor(certain);
    Optional<Money> gap = goal.map(g -> gap(g, won));
    return new Outlook(
        Rounding.amount(currency, expected),
        best,
        deviation(currency, uncertain),
        money(currency, base.add(odds.atLeastWithin(LOW))),
        money(currency, base.add(odds.atLeastWithin(MIDDLE))),
        money(currency, base.add(odds.atLeastWithin(HIGH))),
        gap,
        goal.map(g -> odds.reaching(minor(g).subtract(base))),
        gap.flatMap(g -> closers(g, open)));
  }

  /**
   * How each figure came about.
   *
   * @param goal the one that was asked for
   * @param won what was won then
   * @param open what was open then
   */
  public List<Working> workings(
      CurrencyUnit currency, Optional<Money> goal, Money won, List<OpenOpportunity> open) {
    return PipelineWorkings.of(currency, this, goal, won, open);
  }

  private static BigDecimal share(OpenOpportunity opportunity) {
    return opportunity.value().getAmount().multiply(opportunity.percent().fraction());
  }

  private static Money gap(Money goal, Money won) {
    return goal.isGreaterThan(won) ? goal.minus(won) : Money.zero(goal.getCurrencyUnit());
  }

  /** {@code sqrt(Σ value² × p × (1−p))}. */
  private static BigMoney deviation(CurrencyUnit currency, List<OpenOpportunity> uncertain) {
    BigDecimal variance = BigDecimal.ZERO;
    for (OpenOpportunity opportunity : uncertain) {
      BigDecimal value = opportunity.value().getAmount();
      BigDecimal both =
          opportunity.percent().fraction().multiply(opportunity.percent().complement());
      variance = variance.add(value.multiply(value).multiply(both));
    }
    return BigMoney.of(currency, Rounding.squareRoot(variance, DEVIATION_DECIMALS));
  }

  private static Optional<List<OpenOpportunity>> closers(Money gap, List<OpenOpportunity> open) {
    List<OpenOpportunity> closers = new ArrayList<>();
    Money left = gap;
    for (OpenOpportunity opportunity : open.stream().sorted(LARGEST_FIRST).toList()) {
      if (!left.isPositive()) {
        break;
      }
      closers.add(opportunity);
      left = left.minus(opportunity.value());
    }
    return left.isPositive() ? Optional.empty() : Optional.of(List.copyOf(closers));
  }

  static BigInteger minor(Money amount) {
    return amount.getAmount().unscaledValue();
  }

  private static Money money(CurrencyUnit currency, BigInteger minor) {
    return Money.of(currency, new BigDecimal(minor, currency.getDecimalPlaces()));
  }
}
