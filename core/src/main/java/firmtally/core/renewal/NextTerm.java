package firmtally.core.renewal;

import firmtally.core.money.Percent;
import firmtally.core.money.Rounding;
import firmtally.core.money.UnitPrice;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * When a term ends and what the next one is worth. Month steps keep the day of the month, or take
 * the month's last day where there is none: a year from 29 February 2028 begins again on 28
 * February 2029.
 *
 * @param end last day of the running term
 * @param renewalStart first day of the next one
 * @param callOn the day on which the customer should be called
 * @param before value of the next term without uplift
 * @param value Σ charge × charges in the term
 * @param monthly Σ charge by the month, exact and rounded once, half up
 */
public record NextTerm(
    LocalDate end,
    LocalDate renewalStart,
    LocalDate callOn,
    Money before,
    Money value,
    Money monthly,
    List<NextLine> lines) {
  /**
   * A plan in the next term.
   *
   * @param unitNet the raised price, half up to 4 decimals
   * @param charge quantity × unitNet, half up to the minor unit
   */
  public record NextLine(RunningTerm.PlanLine line, UnitPrice unitNet, Money charge) {}

  /** {@code value − before}. */
  public Money change() {
    return value.minus(before);
  }

  static NextTerm of(RunningTerm term) {
    LocalDate renewalStart = term.start().plusMonths(term.termMonths());
    LocalDate end = renewalStart.minusDays(1);
    List<NextLine> raised = lines(term, term.uplift());
    return new NextTerm(
        end,
        renewalStart,
        end.minusMonths(term.noticeMonths()),
        value(term, lines(term, Percent.ZERO)),
        value(term, raised),
        monthly(term.currency(), raised),
        raised);
  }

  private static List<NextLine> lines(RunningTerm term, Percent uplift) {
    return term.lines().stream()
        .map(
            line -> {
              UnitPrice unitNet = line.unitNet().raised(uplift);
              Money charge = Rounding.amount(term.currency(), unitNet.times(line.quantity()));
              return new NextLine(line, unitNet, charge);
            })
        .toList();
  }

  private static Money value(RunningTerm term, List<NextLine> lines) {
    return lines.stream()
        .map(l -> l.charge().multipliedBy(term.termMonths() / l.line().everyMonths()))
        .reduce(Money.zero(term.currency()), Money::plus);
  }

  private static Money monthly(CurrencyUnit currency, List<NextLine> lines) {
    Map<Integer, BigDecimal> byEvery =
        lines.stream()
            .collect(
                Collectors.toMap(
                    l -> l.line().everyMonths(),
                    l -> l.charge().getAmount(),
                    BigDecimal::add,
                    TreeMap::new));
    return Rounding.sumOfQuotients(currency, byEvery);
  }

  /**
   * How each figure came about.
   *
   * @param at where it stands in an answer, such as {@code agreements[0].}
   * @param term the term that it follows
   */
  public List<Working> workings(String at, RunningTerm term) {
    return RenewalWorkings.of(at, term, this);
  }
}
