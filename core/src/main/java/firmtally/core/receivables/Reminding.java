package firmtally.core.receivables;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import org.joda.money.Money;

/**
 * Which of an account's open invoices are to be reminded of, and how firmly.
 *
 * <p>Each stage begins so many days after an invoice is due; the stages are gone through one by
 * one, and between two there are at least as many days as between their beginnings, so that nobody
 * gets the last reminder a day after the first. What is promised for a day is left alone until that
 * day is over.
 *
 * <p>Example: with stages at 7, 21 and 35 days, an invoice due on 1 March is reminded of on 9
 * March; reminded on 12 March, the second is due on 27 March.
 *
 * @param stage the firmest stage among the invoices, from 1
 * @param total the sum of their balances
 */
public record Reminding(int stage, List<Item> items, Money total) {
  /** How many stages there are. */
  public static final int STAGES = 3;

  /**
   * An open invoice.
   *
   * @param balance above 0
   * @param stage the last stage that it was reminded of, 0 for never
   * @param remindedOn when that was, where it was
   * @param promisedOn until when it was promised, where it was
   */
  public record Item(
      String ref,
      LocalDate due,
      Money balance,
      int stage,
      Optional<LocalDate> remindedOn,
      Optional<LocalDate> promisedOn) {
    /** The stage that is due today, if one is. */
    Optional<Integer> next(List<Integer> days, LocalDate today) {
      if (stage >= STAGES || promisedOn.filter(day -> !day.isBefore(today)).isPresent()) {
        return Optional.empty();
      }
      LocalDate from = due.plusDays(days.get(stage));
      if (remindedOn.isPresent() && stage > 0) {
        LocalDate after = remindedOn.get().plusDays(days.get(stage) - days.get(stage - 1));
        from = after.isAfter(from) ? after : from;
      }
      return ChronoUnit.DAYS.between(from, today) > 0 ? Optional.of(stage + 1) : Optional.empty();
    }
  }

  /**
   * What is to be reminded of today; empty when nothing is.
   *
   * @param items the open invoices of one account, in any order; at least one
   * @param days after which of being due each of the three stages begins, rising
   */
  public static Optional<Reminding> of(List<Item> items, List<Integer> days, LocalDate today) {
    if (days.size() != STAGES) {
      throw new IllegalArgumentException("there are " + days.size() + " stages and not " + STAGES);
    }
    List<Item> due = items.stream().filter(item -> item.next(days, today).isPresent()).toList();
    return due.stream()
        .map(item -> item.next(days, today).orElseThrow())
        .max(Integer::compare)
        .map(
            stage ->
                new Reminding(
                    stage, due, due.stream().map(Item::balance).reduce(Money::plus).orElseThrow()));
  }
}
