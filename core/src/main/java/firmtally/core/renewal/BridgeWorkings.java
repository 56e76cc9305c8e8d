package firmtally.core.renewal;

import firmtally.core.working.Input;
import firmtally.core.working.Step;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.joda.money.Money;

/**
 * The workings of a bridge. They look at every account on every month's last day, as the contract
 * words it, where the bridge itself goes along the changes only.
 */
final class BridgeWorkings {
  private static final int YEAR = 12;
  private static final List<String> MOVES =
      List.of("new", "wonBack", "expansion", "contraction", "lost");

  private final RecurringBridge bridge;
  private final Map<String, List<RecurringStream>> byAccount = new TreeMap<>();
  private final Money zero;
  private final List<Working> workings = new ArrayList<>();

  private BridgeWorkings(RecurringBridge bridge, List<RecurringStream> streams) {
    this.bridge = bridge;
    this.zero = Money.zero(bridge.months().get(0).opening().getCurrencyUnit());
    streams.forEach(s -> byAccount.computeIfAbsent(s.account(), a -> new ArrayList<>()).add(s));
  }

  static List<Working> of(RecurringBridge bridge, List<RecurringStream> streams) {
    BridgeWorkings all = new BridgeWorkings(bridge, streams);
    for (int i = 0; i < bridge.months().size(); i++) {
      all.month("months[" + i + "].", bridge.months().get(i));
    }
    all.retention();
    return List.copyOf(all.workings);
  }

  private void month(String at, RecurringBridge.Month month) {
    Map<String, List<Step>> steps = new LinkedHashMap<>();
    Map<String, Money> sums = new LinkedHashMap<>();
    MOVES.forEach(
        move -> {
          steps.put(move, new ArrayList<>());
          sums.put(move, zero);
        });
    Money opening = zero;
    for (Map.Entry<String, List<RecurringStream>> account : byAccount.entrySet()) {
      Money before = running(account.getValue(), month.month().minusMonths(1));
      Money after = running(account.getValue(), month.month());
      opening = opening.plus(before);
      if (!before.equals(after)) {
        String move = move(account.getValue(), month.month(), before, after);
        Money change = after.minus(before).abs();
        sums.merge(move, change, Money::plus);
        steps
            .get(move)
            .add(
                Step.of(
                    "account " + account.getKey(),
                    "moved",
                    Input.of("before", before),
                    Input.of("after", after)));
      }
    }
    workings.add(
        Working.of(at + "opening", "Σ MRR at the end of the month before").exactly(opening));
    MOVES.forEach(
        move ->
            workings.add(
                Working.of(at + move, "Σ of the accounts that moved so")
                    .steps(steps.get(move))
                    .exactly(sums.get(move))));
    workings.add(closing(at, month));
  }

  private static Working closing(String at, RecurringBridge.Month month) {
    return Working.of(
            at + "closing",
            "opening + new + wonBack + expansion − contraction − lost",
            Input.of("opening", month.opening()),
            Input.of("new", month.fresh()),
            Input.of("wonBack", month.wonBack()),
            Input.of("expansion", month.expansion()),
            Input.of("contraction", month.contraction()),
            Input.of("lost", month.lost()))
        .exactly(
            month
                .opening()
                .plus(month.fresh())
                .plus(month.wonBack())
                .plus(month.expansion())
                .minus(month.contraction())
                .minus(month.lost()));
  }

  private static String move(
      List<RecurringStream> streams, YearMonth month, Money before, Money after) {
    if (before.isZero()) {
      return ranEarlier(streams, month) ? "wonBack" : "new";
    }
    if (after.isZero()) {
      return "lost";
    }
    return after.isGreaterThan(before) ? "expansion" : "contraction";
  }

  private static boolean ranEarlier(List<RecurringStream> streams, YearMonth month) {
    return streams.stream().anyMatch(s -> s.counts() && s.firstMonth().isBefore(month));
  }

  private Money running(List<RecurringStream> streams, YearMonth month) {
    LocalDate last = month.atEndOfMonth();
    return streams.stream()
        .filter(s -> !s.from().isAfter(last))
        .filter(s -> s.to().map(to -> !to.isBefore(last)).orElse(true))
        .map(RecurringStream::monthly)
        .reduce(zero, Money::plus);
  }

  private void retention() {
    YearMonth to = bridge.months().get(bridge.months().size() - 1).month();
    Money then = zero;
    Money now = zero;
    Money kept = zero;
    List<Step> steps = new ArrayList<>();
    for (Map.Entry<String, List<RecurringStream>> account : byAccount.entrySet()) {
      Money was = running(account.getValue(), to.minusMonths(YEAR));
      if (was.isPositive()) {
        Money is = running(account.getValue(), to);
        then = then.plus(was);
        now = now.plus(is);
        kept = kept.plus(is.isLessThan(was) ? is : was);
        steps.add(
            Step.of(
                "account " + account.getKey(),
                "counts",
                Input.of("then", was),
                Input.of("now", is)));
      }
    }
    workings.add(ratio("net", "Σ now / Σ then", now.getAmount(), then.getAmount(), steps));
    workings.add(
        ratio("gross", "Σ min(then, now) / Σ then", kept.getAmount(), then.getAmount(), steps));
  }

  private static Working ratio(
      String name, String formula, BigDecimal part, BigDecimal whole, List<Step> steps) {
    return Working.of("retention." + name, formula).steps(steps).percent(part, whole);
  }
}
