package firmtally.core.margin;

import firmtally.core.money.Percent;
import firmtally.core.worksheet.Tally;
import firmtally.core.worksheet.Totals;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * Another policy, tried on deals that were made: who would have had to ask, and what margin there
 * would have been had nobody given more than their own authority.
 *
 * <p>Example: of two deals of 1,000.00 gross that cost 700.00, one with 15 % given and one with 5
 * %, a policy that lets reps give 10 % asks for a sign-off on the first alone. Capped it is 900.00
 * net instead of 850.00, so the margin of both together rises from 400.00 to 450.00.
 *
 * @param outcomes one for each deal, in their order
 */
public record PolicyTrial(
    List<Outcome> outcomes, Money net, Money margin, Money cappedNet, Money cappedMargin) {
  /**
   * One deal.
   *
   * @param asked whether it needed a sign-off under the policy that holds
   * @param asks whether it would under the one that is tried
   * @param capped it with what was given cut to the asker's own authority; the same where nothing
   *     was above it
   */
  public record Outcome(boolean asked, boolean asks, Totals was, Totals capped) {
    /** What the cut would leave more. */
    public Money gain() {
      return capped.margin().minus(was.margin());
    }
  }

  /**
   * Tries a policy on one deal.
   *
   * @param asked whether it needed a sign-off under the policy that holds
   * @param asks whether it would under the one that is tried
   * @param authority what the asker may give on a line under the one that is tried, 0 to 100 %
   */
  public static Outcome on(Tally deal, boolean asked, boolean asks, Percent authority) {
    return new Outcome(
        asked, asks, deal.totals(), deal.worksheet().capped(authority).tally().totals());
  }

  /**
   * All of them together.
   *
   * @param currency of every deal
   */
  public static PolicyTrial of(CurrencyUnit currency, List<Outcome> outcomes) {
    Money net = Money.zero(currency);
    Money margin = net;
    Money cappedNet = net;
    Money cappedMargin = net;
    for (Outcome outcome : outcomes) {
      net = net.plus(outcome.was().contract());
      margin = margin.plus(outcome.was().margin());
      cappedNet = cappedNet.plus(outcome.capped().contract());
      cappedMargin = cappedMargin.plus(outcome.capped().margin());
    }
    return new PolicyTrial(
        List.copyOf(new ArrayList<>(outcomes)), net, margin, cappedNet, cappedMargin);
  }

  /** How many needed a sign-off under the policy that holds. */
  public long asked() {
    return outcomes.stream().filter(Outcome::asked).count();
  }

  /** How many would need one under the policy that is tried. */
  public long asks() {
    return outcomes.stream().filter(Outcome::asks).count();
  }

  /** Margin of net as it was, 2 decimals half up; empty when net is 0. */
  public Optional<Percent> marginPercent() {
    return Percent.ratio(margin.getAmount(), net.getAmount());
  }

  /** Margin of net had nobody given more than their authority, 2 decimals half up. */
  public Optional<Percent> cappedMarginPercent() {
    return Percent.ratio(cappedMargin.getAmount(), cappedNet.getAmount());
  }
}
