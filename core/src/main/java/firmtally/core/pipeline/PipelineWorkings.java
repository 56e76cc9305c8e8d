package firmtally.core.pipeline;

import firmtally.core.money.Percent;
import firmtally.core.working.Input;
import firmtally.core.working.Step;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** The workings of stage histories and of outlooks. */
final class PipelineWorkings {
  private static final String TWO_DECIMALS = "half up to 2 decimals";

  private PipelineWorkings() {}

  static List<Working> of(List<StageHistory> stages, BigInteger pseudo) {
    List<Working> workings = new ArrayList<>();
    for (int i = 0; i < stages.size(); i++) {
      workings.addAll(stage("stages[" + i + "].", stages.get(i), pseudo));
    }
    return List.copyOf(workings);
  }

  private static List<Working> stage(String at, StageHistory stage, BigInteger pseudo) {
    Input won = Input.count("won", stage.won());
    Input entered = Input.count("entered", stage.entered());
    BigDecimal weight = new BigDecimal(pseudo);
    BigDecimal stated = weight.multiply(stage.stage().percent().fraction());
    String interval = " of (2w + z² ± z·√(z² + 4w(n−w)/n)) / (2(n + z²)), w won of n entered";
    return List.of(
        Working.of(at + "observed", "won / entered", won, entered)
            .percent(BigDecimal.valueOf(stage.won()), BigDecimal.valueOf(stage.entered())),
        Working.of(at + "low", "the lower end" + interval, won, entered)
            .rounded("irrational", TWO_DECIMALS, stage.low().map(Percent::toString)),
        Working.of(at + "high", "the upper end" + interval, won, entered)
            .rounded("irrational", TWO_DECIMALS, stage.high().map(Percent::toString)),
        Working.of(
                at + "adjusted",
                "(won + pseudo × percent/100) / (entered + pseudo)",
                won,
                Input.number("pseudo", weight),
                Input.of("percent", stage.stage().percent()),
                entered)
            .percent(
                stated.add(BigDecimal.valueOf(stage.won())),
                weight.add(BigDecimal.valueOf(stage.entered()))));
  }

  static List<Working> of(
      CurrencyUnit currency,
      Outlook outlook,
      Optional<Money> goal,
      Money won,
      List<OpenOpportunity> open) {
    List<Working> workings = new ArrayList<>();
    BigDecimal expected = won.getAmount();
    BigDecimal variance = BigDecimal.ZERO;
    List<Step> steps = new ArrayList<>();
    for (OpenOpportunity opportunity : open) {
      BigDecimal value = opportunity.value().getAmount();
      BigDecimal weighted = value.multiply(opportunity.percent().fraction());
      expected = expected.add(weighted);
      variance =
          variance.add(value.multiply(weighted).multiply(opportunity.percent().complement()));
      steps.add(
          Step.of(
              opportunity.ref(),
              "counts",
              Input.of("value", opportunity.value()),
              Input.of("percent", opportunity.percent()),
              Input.number("weighted", weighted)));
    }
    Input wonInput = Input.of("won", won);
    workings.add(
        Working.of("expected", "won + Σ value × percent/100", wonInput)
            .steps(steps)
            .halfUp(expected, currency));
    workings.add(
        Working.of("best", "won + Σ value", wonInput)
            .exactly(open.stream().map(OpenOpportunity::value).reduce(won, Money::plus)));
    workings.add(
        Working.of("deviation", "sqrt(Σ value² × p × (1 − p))")
            .rounded(
                "√" + variance.stripTrailingZeros().toPlainString(),
                TWO_DECIMALS,
                Optional.of(outlook.deviation().getAmount().toPlainString())));
    workings.add(total("low", 10, outlook.low(), open));
    workings.add(total("middle", 50, outlook.middle(), open));
    workings.add(total("high", 90, outlook.high(), open));
    goal.ifPresent(g -> workings.addAll(goal(outlook, g, won, open)));
    return List.copyOf(workings);
  }

  private static Working total(String of, int percent, Money total, List<OpenOpportunity> open) {
    return Working.of(
            of, "the smallest total t with P(total ≤ t) ≥ " + percent + " %", method(open))
        .exactly(total);
  }

  private static Input method(List<OpenOpportunity> open) {
    long uncertain = open.stream().filter(OpenOpportunity::isUncertain).count();
    return Input.of("method", uncertain <= Outlook.EXACT ? "exact" : "near");
  }

  private static List<Working> goal(
      Outlook outlook, Money goal, Money won, List<OpenOpportunity> open) {
    Money missing = goal.minus(won);
    Input goalInput = Input.of("goal", goal);
    Input wonInput = Input.of("won", won);
    Working.Draft closers =
        Working.of(
            "closers",
            "the largest values until they sum to the gap",
            Input.of("gap", outlook.gap().orElseThrow()));
    List<OpenOpportunity> chosen = outlook.closers().orElse(List.of());
    chosen.forEach(c -> closers.step(Step.of(c.ref(), "taken", Input.of("value", c.value()))));
    return List.of(
        Working.of("gap", "max(0, goal − won)", goalInput, wonInput)
            .exactly(missing.isNegative() ? Money.zero(goal.getCurrencyUnit()) : missing),
        Working.of("goalPercent", "P(total ≥ goal)", goalInput, method(open))
            .rounded("a sum of odds", TWO_DECIMALS, outlook.goalPercent().map(Percent::toString)),
        outlook.closers().isPresent() ? closers.exactly(chosen.size() + " taken") : closers.none());
  }
}
