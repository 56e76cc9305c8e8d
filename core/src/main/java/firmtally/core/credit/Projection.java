package firmtally.core.credit;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.joda.money.Money;

/** Limit and exposure on the days ahead if all goes as usual. */
final class Projection {
  /** How far ahead it looks. */
  private static final int DAYS = 365;

  /** An item more days past due than this is not counted on any more. */
  private static final int HOPELESS_AFTER = 90;

  /** An item that is late already is expected after this many days at the earliest. */
  private static final int LATE_LEAVES_AFTER = 7;

  private final CreditFile file;
  private final TreeMap<LocalDate, Money> limits = new TreeMap<>();
  private final List<CreditCheck.Day> days = new ArrayList<>();
  private final TreeMap<LocalDate, Money> leaving;

  Projection(CreditFile file, Money exposure) {
    this.file = file;
    file.limits().forEach(limit -> limits.put(limit.from(), limit.amount()));
    leaving = leaving();
    walk(exposure);
  }

  /** Limit and exposure at asOf and at each later day on which either changes. */
  List<CreditCheck.Day> timeline() {
    return List.copyOf(days);
  }

  Optional<LocalDate> earliest(Money asked) {
    return days.stream()
        .filter(day -> !day.limit().minus(day.exposure()).isLessThan(asked))
        .map(CreditCheck.Day::date)
        .findFirst();
  }

  Money limit(LocalDate on) {
    Map.Entry<LocalDate, Money> entry = limits.floorEntry(on);
    return entry == null ? Money.zero(file.currency()) : entry.getValue();
  }

  /** What leaves after one day and up to another. */
  Money leavingBetween(LocalDate after, LocalDate upTo) {
    return leaving.subMap(after, false, upTo, true).values().stream()
        .reduce(Money.zero(file.currency()), Money::plus);
  }

  private TreeMap<LocalDate, Money> leaving() {
    TreeMap<LocalDate, Money> leaving = new TreeMap<>();
    for (Leaving one : leavings()) {
      one.on().ifPresent(day -> leaving.merge(day, one.balance(), Money::plus));
    }
    return leaving;
  }

  /** When each open item and order leaves, items first, each in its order. */
  List<Leaving> leavings() {
    List<Leaving> all = new ArrayList<>();
    file.openItems().forEach(item -> all.add(leaving(item)));
    file.orders().forEach(order -> all.add(leaving(order)));
    return all;
  }

  private Leaving leaving(CreditFile.OpenItem item) {
    if (!item.balance().isPositive()) {
      return new Leaving(item.ref(), item.balance(), Optional.empty(), Leaving.Why.CREDIT_NOTE);
    }
    if (ChronoUnit.DAYS.between(item.due(), file.asOf()) > HOPELESS_AFTER) {
      return new Leaving(item.ref(), item.balance(), Optional.empty(), Leaving.Why.HOPELESS);
    }
    LocalDate usual = item.due().plusDays(file.lateDays());
    if (usual.isAfter(file.asOf())) {
      return new Leaving(item.ref(), item.balance(), Optional.of(usual), Leaving.Why.AS_USUAL);
    }
    LocalDate late = file.asOf().plusDays(Math.max(file.lateDays(), LATE_LEAVES_AFTER));
    return new Leaving(item.ref(), item.balance(), Optional.of(late), Leaving.Why.LATE_ALREADY);
  }

  private Leaving leaving(CreditFile.OpenOrder order) {
    LocalDate invoiced = order.invoiceOn().isAfter(file.asOf()) ? order.invoiceOn() : file.asOf();
    LocalDate usual = invoiced.plusDays((long) file.termsDays() + file.lateDays());
    LocalDate day = usual.isAfter(file.asOf()) ? usual : file.asOf().plusDays(1);
    return new Leaving(order.ref(), order.balance(), Optional.of(day), Leaving.Why.ORDER);
  }

  private void walk(Money exposure) {
    LocalDate last = file.asOf().plusDays(DAYS);
    TreeMap<LocalDate, Money> changes = new TreeMap<>(leaving);
    limits.keySet().forEach(day -> changes.putIfAbsent(day, Money.zero(file.currency())));
    Money owed = exposure;
    days.add(new CreditCheck.Day(file.asOf(), limit(file.asOf()), owed));
    for (Map.Entry<LocalDate, Money> change :
        changes.subMap(file.asOf(), false, last, true).entrySet()) {
      owed = owed.minus(change.getValue());
      CreditCheck.Day before = days.get(days.size() - 1);
      CreditCheck.Day day = new CreditCheck.Day(change.getKey(), limit(change.getKey()), owed);
      if (!day.limit().equals(before.limit()) || !day.exposure().equals(before.exposure())) {
        days.add(day);
      }
    }
  }
}
