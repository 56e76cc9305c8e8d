package firmtally.server.reporting.outlook;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import firmtally.core.money.Percent;
import firmtally.core.money.Rounding;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.Quarter;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.reporting.metrics.Cut;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Component;

/**
 * What was expected of each quarter, week by week before its end, against what came true: won by
 * then and what was open, weighted as it was on that day.
 */
@Component
class OutlookHistory {
  static final int QUARTERS = 8;
  static final int WEEKS = 13;
  private static final int MOST_KEPT = 200;
  private static final int DECIMALS_OF_WEIGHT = 6;
  private static final int DAYS = 7;
  private static final PersonId NOBODY = new PersonId(0);
  private final OutlookStore store;
  private final SettingsService settings;
  private final Clock clock;

  /**
   * What was open on days that are over is not worked out twice on one day: no act of today changes
   * it, but one that hands an opportunity to another owner. What was won, and what is of today, is
   * asked for each time.
   */
  private final Cache<Seen, Map<Expected, Long>> known =
      Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

  /** At the end of a day, of what is expected by another. */
  private record Expected(LocalDate on, LocalDate by) {}

  private record Seen(String sees, PersonId me, Cut cut, LocalDate today) {}

  OutlookHistory(OutlookStore store, SettingsService settings, Clock clock) {
    this.store = store;
    this.settings = settings;
    this.clock = clock;
  }

  /**
   * What was expected so many weeks before the end.
   *
   * @param day at the end of which it was expected
   */
  record Point(int weeksBefore, LocalDate day, Money won, Money expected) {}

  /** A quarter: what was expected, and what came true where it is over. */
  record QuarterOutlook(LocalDate from, LocalDate to, List<Point> points, Optional<Money> actual) {}

  /**
   * By how much outlooks were wrong so many weeks before the end.
   *
   * @param error the mean of the differences without their sign, in percent of what came true
   * @param bias the mean with its sign: above 0, too much was expected
   */
  record Accuracy(int weeksBefore, int quarters, Percent error, BigDecimal bias) {}

  /** The last quarters, the running one last. */
  List<QuarterOutlook> quarters(Cut cut, Actor actor) {
    LocalDate today = LocalDate.now(clock);
    CurrencyUnit currency = settings.company().currency();
    Quarter running = Quarter.of(today);
    LocalDate first = running.plus(1 - QUARTERS).first();
    boolean isAll = actor.seesTeam().isEmpty();
    Map<Expected, Long> before =
        known.get(
            new Seen(actor.seesTeam(), isAll ? NOBODY : actor.id(), cut, today),
            seen ->
                weighted(
                    store.stretches(first.minusDays(1), running.last(), cut, actor),
                    running,
                    today));
    long now =
        store.open(running.last(), cut, actor).stream()
            .mapToLong(o -> o.value() * o.probability())
            .sum();
    List<OutlookStore.Won> won = store.won(first, running.last(), cut, actor);
    List<QuarterOutlook> quarters = new ArrayList<>();
    for (int n = 1 - QUARTERS; n <= 0; n++) {
      LocalDate from = running.plus(n).first();
      LocalDate to = running.plus(n).last();
      List<Point> points = new ArrayList<>();
      for (int weeks = WEEKS; weeks >= 0; weeks--) {
        LocalDate day = to.minusDays((long) weeks * DAYS);
        if (!day.isAfter(today)) {
          Money by = won(won, from, day, currency);
          long open = day.equals(today) ? now : before.get(new Expected(day, to));
          points.add(new Point(weeks, day, by, by.plus(money(open, currency))));
        }
      }
      quarters.add(
          new QuarterOutlook(
              from,
              to,
              points,
              to.isBefore(today) ? Optional.of(won(won, from, to, currency)) : Optional.empty()));
    }
    return quarters;
  }

  private static Money won(
      List<OutlookStore.Won> won, LocalDate from, LocalDate to, CurrencyUnit currency) {
    return Money.ofMinor(
        currency,
        won.stream()
            .filter(w -> !w.day().isBefore(from) && !w.day().isAfter(to))
            .mapToLong(OutlookStore.Won::amount)
            .sum());
  }

  private static Money money(long weighted, CurrencyUnit currency) {
    return Rounding.amount(
        currency, BigDecimal.valueOf(weighted, DECIMALS_OF_WEIGHT + currency.getDecimalPlaces()));
  }

  private static Map<Expected, Long> weighted(
      List<OutlookStore.Stretch> stretches, Quarter running, LocalDate today) {
    Map<Expected, Long> sums = new HashMap<>();
    for (int n = 1 - QUARTERS; n <= 0; n++) {
      LocalDate to = running.plus(n).last();
      for (int weeks = WEEKS; weeks >= 0; weeks--) {
        LocalDate day = to.minusDays((long) weeks * DAYS);
        if (day.isBefore(today)) {
          sums.put(new Expected(day, to), weighted(stretches, day, to));
        }
      }
    }
    return sums;
  }

  /** Days are compared as texts: there are many of them. */
  private static long weighted(List<OutlookStore.Stretch> stretches, LocalDate day, LocalDate to) {
    String at = day.toString();
    String end = to.toString();
    long sum = 0;
    for (OutlookStore.Stretch s : stretches) {
      if (s.day().compareTo(at) <= 0
          && s.until().compareTo(at) > 0
          && s.close().compareTo(end) <= 0) {
        sum = Math.addExact(sum, s.weighted());
      }
    }
    return sum;
  }

  /** How good the outlooks of the quarters that are over were, by weeks before their end. */
  static List<Accuracy> accuracy(List<QuarterOutlook> quarters) {
    List<Accuracy> all = new ArrayList<>();
    for (int weeks = WEEKS; weeks >= 0; weeks--) {
      BigDecimal error = BigDecimal.ZERO;
      BigDecimal bias = BigDecimal.ZERO;
      int count = 0;
      for (QuarterOutlook quarter : quarters) {
        if (quarter.actual().filter(Money::isPositive).isEmpty()) {
          continue;
        }
        Money actual = quarter.actual().get();
        int before = weeks;
        Optional<Money> expected =
            quarter.points().stream()
                .filter(p -> p.weeksBefore() == before)
                .map(Point::expected)
                .findFirst();
        if (expected.isPresent()) {
          BigDecimal off =
              Percent.ratio(expected.get().minus(actual).getAmount(), actual.getAmount())
                  .map(Percent::value)
                  .orElse(BigDecimal.ZERO);
          error = error.add(off.abs());
          bias = bias.add(off);
          count++;
        }
      }
      if (count > 0) {
        BigDecimal by = BigDecimal.valueOf(count);
        all.add(
            new Accuracy(
                weeks,
                count,
                Percent.of(error.divide(by, 2, RoundingMode.HALF_UP)),
                bias.divide(by, 2, RoundingMode.HALF_UP)));
      }
    }
    return all;
  }
}
