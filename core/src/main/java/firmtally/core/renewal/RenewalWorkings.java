package firmtally.core.renewal;

import firmtally.core.money.Rounding;
import firmtally.core.working.Input;
import firmtally.core.working.Step;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import org.joda.money.Money;

/** The workings of a next term. */
final class RenewalWorkings {
  private static final int PRICE_DECIMALS = 4;

  private RenewalWorkings() {}

  static List<Working> of(String at, RunningTerm term, NextTerm next) {
    List<Working> workings = new ArrayList<>();
    Input start = Input.of("start", term.start());
    Input months = Input.count("termMonths", term.termMonths());
    workings.add(
        Working.of(at + "renewalStart", "start + termMonths", start, months)
            .exactly(term.start().plusMonths(term.termMonths()).toString()));
    workings.add(
        Working.of(at + "end", "start + termMonths − 1 day", start, months)
            .exactly(term.start().plusMonths(term.termMonths()).minusDays(1).toString()));
    workings.add(
        Working.of(
                at + "callOn",
                "end − noticeMonths",
                Input.of("end", next.end()),
                Input.count("noticeMonths", term.noticeMonths()))
            .exactly(next.end().minusMonths(term.noticeMonths()).toString()));
    Working.Draft value = Working.of(at + "value", "Σ charge × termMonths/everyMonths", months);
    Working.Draft monthly = Working.of(at + "monthly", "Σ charge / everyMonths");
    Working.Draft before =
        Working.of(at + "before", "Σ round(quantity × unitNet) × termMonths/everyMonths", months);
    Money sum = Money.zero(term.currency());
    Money unraised = sum;
    BigDecimal dividend = BigDecimal.ZERO;
    BigDecimal divisor = BigDecimal.ONE;
    for (int i = 0; i < next.lines().size(); i++) {
      NextTerm.NextLine line = next.lines().get(i);
      workings.addAll(line(at + "lines[" + i + "].", term, line));
      Step step =
          Step.of(
              "line " + line.line().id(),
              "counts",
              Input.of("charge", line.charge()),
              Input.count("everyMonths", line.line().everyMonths()));
      value.step(step);
      monthly.step(step);
      sum = sum.plus(line.charge().multipliedBy(term.termMonths() / line.line().everyMonths()));
      Money asAgreed =
          Rounding.amount(term.currency(), line.line().unitNet().times(line.line().quantity()));
      before.step(
          Step.of(
              "line " + line.line().id(),
              "counts",
              Input.of("charge", asAgreed),
              Input.count("everyMonths", line.line().everyMonths())));
      unraised =
          unraised.plus(asAgreed.multipliedBy(term.termMonths() / line.line().everyMonths()));
      BigDecimal every = BigDecimal.valueOf(line.line().everyMonths());
      dividend = dividend.multiply(every).add(line.charge().getAmount().multiply(divisor));
      divisor = divisor.multiply(every);
    }
    workings.add(before.exactly(unraised));
    workings.add(value.exactly(sum));
    workings.add(monthly.halfUp(dividend, divisor, term.currency().getDecimalPlaces()));
    workings.add(
        Working.of(
                at + "change",
                "value − before",
                Input.of("value", next.value()),
                Input.of("before", next.before()))
            .exactly(next.value().minus(next.before())));
    return workings;
  }

  private static List<Working> line(String at, RunningTerm term, NextTerm.NextLine line) {
    BigDecimal factor = BigDecimal.ONE.add(term.uplift().fraction());
    return List.of(
        Working.of(
                at + "unitNet",
                "unitNet × (1 + upliftPercent/100)",
                Input.of("unitNet", line.line().unitNet()),
                Input.of("upliftPercent", term.uplift()))
            .halfUp(line.line().unitNet().value().multiply(factor), BigDecimal.ONE, PRICE_DECIMALS),
        Working.of(
                at + "charge",
                "quantity × unitNet",
                Input.of("quantity", line.line().quantity()),
                Input.of("unitNet", line.unitNet()))
            .halfUp(line.unitNet().times(line.line().quantity()), term.currency()));
  }
}
