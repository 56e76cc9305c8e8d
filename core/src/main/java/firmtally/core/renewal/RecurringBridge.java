package firmtally.core.renewal;

import firmtally.core.money.Percent;
import firmtally.core.money.SameCurrency;
import firmtally.core.working.Working;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * How monthly recurring revenue moved, month by month. What an account brings in a month is the sum
 * of its streams that run on the month's last day.
 *
 * <p>Example: an account of 100.00 that takes 25.50 more in February and leaves in April gives
 * February an expansion of 25.50 and April a loss of 125.50.
 *
 * @param months from the first to the last, each opening where the one before closed
 */
public record RecurringBridge(List<Month> months, Retention retention) {
  private static final int YEAR = 12;

  /**
   * One month, account by account against the month before. All moves are 0 or more, and {@code
   * closing = opening + fresh + wonBack + expansion − contraction − lost}.
   *
   * @param fresh from nothing, for the first time
   * @param wonBack from nothing, but the account brought something at an earlier month's end
   * @param expansion more than before
   * @param contraction less than before, not nothing
   * @param lost down to nothing
   */
  public record Month(
      YearMonth month,
      Money opening,
      Money fresh,
      Money wonBack,
      Money expansion,
      Money contraction,
      Money lost,
      Money closing) {}

  /**
   * Of what the accounts brought twelve months before the last month, how much they bring in it; 2
   * decimals half up, empty when they brought nothing then.
   *
   * @param net with what they grew: Σ now / Σ then
   * @param gross without: Σ min(then, now) / Σ then
   */
  public record Retention(Optional<Percent> net, Optional<Percent> gross) {}

  /**
   * Builds the bridge.
   *
   * @param to the last month, included
   * @throws IllegalArgumentException if {@code to} is before {@code from}, or an amount is in
   *     another currency
   */
  public static RecurringBridge of(
      CurrencyUnit currency, YearMonth from, YearMonth to, List<RecurringStream> streams) {
    if (to.isBefore(from)) {
      throw new IllegalArgumentException("to " + to + " is before from " + from);
    }
    Map<String, TreeMap<YearMonth, Money>> changes = new HashMap<>();
    for (RecurringStream stream : streams) {
      SameCurrency.check("monthly", stream.monthly(), currency);
      if (stream.counts()) {
        TreeMap<YearMonth, Money> own =
            changes.computeIfAbsent(stream.account(), a -> new TreeMap<>());
        own.merge(stream.firstMonth(), stream.monthly(), Money::plus);
        stream
            .monthAfter()
            .ifPresent(after -> own.merge(after, stream.monthly().negated(), Money::plus));
      }
    }
    Walk walk = new Walk(currency, from, to);
    changes.values().forEach(walk::account);
    return new RecurringBridge(walk.months(), walk.retention());
  }

  /**
   * How each figure came about, account by account.
   *
   * @param streams those that it was built from
   */
  public List<Working> workings(List<RecurringStream> streams) {
    return BridgeWorkings.of(this, streams);
  }

  /** Goes through the accounts once each, only along the months in which they change. */
  private static final class Walk {
    private final YearMonth from;
    private final YearMonth to;
    private final Money zero;
    private final Map<YearMonth, Moves> moves = new HashMap<>();
    private Money opening;
    private Money then;
    private Money now;
    private Money kept;

    Walk(CurrencyUnit currency, YearMonth from, YearMonth to) {
      this.from = from;
      this.to = to;
      this.zero = Money.zero(currency);
      this.opening = zero;
      this.then = zero;
      this.now = zero;
      this.kept = zero;
    }

    void account(TreeMap<YearMonth, Money> changes) {
      Money running = zero;
      Money yearBefore = zero;
      boolean isKnown = false;
      YearMonth year = to.minusMonths(YEAR);
      Money opened = zero;
      for (Map.Entry<YearMonth, Money> change : changes.headMap(to, true).entrySet()) {
        Money next = running.plus(change.getValue());
        YearMonth month = change.getKey();
        if (month.isBefore(from)) {
          opened = next;
        } else {
          moves.computeIfAbsent(month, m -> new Moves(zero)).note(running, next, isKnown);
        }
        yearBefore = month.isAfter(year) ? yearBefore : next;
        isKnown |= next.isPositive();
        running = next;
      }
      opening = opening.plus(opened);
      if (yearBefore.isPositive()) {
        then = then.plus(yearBefore);
        now = now.plus(running);
        kept = kept.plus(running.isLessThan(yearBefore) ? running : yearBefore);
      }
    }

    List<Month> months() {
      List<Month> months = new ArrayList<>();
      Moves none = new Moves(zero);
      Money open = opening;
      for (YearMonth month = from; !month.isAfter(to); month = month.plusMonths(1)) {
        Month here = moves.getOrDefault(month, none).month(month, open);
        months.add(here);
        open = here.closing();
      }
      return List.copyOf(months);
    }

    Retention retention() {
      return new Retention(
          Percent.ratio(now.getAmount(), then.getAmount()),
          Percent.ratio(kept.getAmount(), then.getAmount()));
    }
  }

  /** The moves of one month. */
  private static final class Moves {
    private Money fresh;
    private Money wonBack;
    private Money expansion;
    private Money contraction;
    private Money lost;

    Moves(Money zero) {
      fresh = zero;
      wonBack = zero;
      expansion = zero;
      contraction = zero;
      lost = zero;
    }

    void note(Money before, Money after, boolean isKnown) {
      Money change = after.minus(before);
      if (before.isZero() && isKnown) {
        wonBack = wonBack.plus(change);
      } else if (before.isZero()) {
        fresh = fresh.plus(change);
      } else if (after.isZero()) {
        lost = lost.minus(change);
      } else if (change.isPositive()) {
        expansion = expansion.plus(change);
      } else {
        contraction = contraction.minus(change);
      }
    }

    Month month(YearMonth month, Money opening) {
      Money closing =
          opening.plus(fresh).plus(wonBack).plus(expansion).minus(contraction).minus(lost);
      return new Month(month, opening, fresh, wonBack, expansion, contraction, lost, closing);
    }
  }
}
