package firmtally.core.ordering;

import firmtally.core.money.Quantity;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * What of a product can be promised, day by day: on hand, less what is reserved, plus what comes
 * in.
 *
 * <p>Example: 5 on hand, 8 reserved, 10 coming in on 4 March: −3 today, 7 from 4 March on; 7 can be
 * promised for 4 March, 8 cannot.
 *
 * @param days today and each later day on which something comes in, rising; units with at most 3
 *     decimals, below 0 where more is reserved than there is
 */
public record Availability(List<Day> days) {
  /** So many come in on a day. */
  public record Arrival(LocalDate on, Quantity quantity) {}

  /** What is available from a day on, until the next. */
  public record Day(LocalDate on, BigDecimal available) {}

  /**
   * Works it out. What should have come in before today is taken to come today.
   *
   * @param free on hand less what is reserved; may be below 0
   * @param arrivals in any order
   */
  public static Availability of(BigDecimal free, List<Arrival> arrivals, LocalDate today) {
    List<Day> days = new ArrayList<>();
    BigDecimal available = free;
    days.add(new Day(today, available));
    for (Arrival arrival : arrivals.stream().sorted(Comparator.comparing(Arrival::on)).toList()) {
      available = available.add(arrival.quantity().value());
      LocalDate on = arrival.on().isBefore(today) ? today : arrival.on();
      Day last = days.get(days.size() - 1);
      if (last.on().equals(on)) {
        days.remove(days.size() - 1);
      }
      days.add(new Day(on, available));
    }
    return new Availability(List.copyOf(days));
  }

  /** The first day on which so many can be promised; empty when what comes in is not enough. */
  public Optional<LocalDate> firstDayOf(Quantity quantity) {
    return days.stream()
        .filter(day -> day.available().compareTo(quantity.value()) >= 0)
        .map(Day::on)
        .findFirst();
  }
}
