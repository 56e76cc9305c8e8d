package firmtally.core.renewal;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * What an agreement that ends earlier charges less for one period of a line: what is invoiced of it
 * already is to be credited.
 *
 * <p>Example: 1,200.00 for the year from 1 January 2027, ended on 31 March 2027: kept are {@code
 * round(1200 × 90 / 365)} = 295.89, the credit is 904.11. A period that begins after the last day
 * is credited whole.
 *
 * @param line the id of the line
 * @param from the first day of the period
 * @param to its last day, as it was charged
 * @param charged what it comes to without the earlier end
 * @param kept what it comes to with it; less than charged, 0 or more
 */
public record EndCredit(String line, LocalDate from, LocalDate to, Money charged, Money kept) {
  /** {@code charged − kept}, above 0. */
  public Money credit() {
    return charged.minus(kept);
  }

  /**
   * Every period that comes to less, by day and then in the order of the lines.
   *
   * @param agreement as it is charged until now
   * @param lastDay the new last day, not before the start of the agreement
   * @throws IllegalArgumentException if lastDay is before the start
   */
  public static List<EndCredit> of(
      CurrencyUnit currency, RecurringAgreement agreement, LocalDate lastDay) {
    LocalDate first = agreement.start();
    LocalDate last = first.plusMonths(agreement.termMonths());
    Map<String, Money> kept = new HashMap<>();
    charges(currency, agreement.endingOn(lastDay), first, last)
        .forEach(charge -> kept.put(key(charge), charge.net()));
    List<EndCredit> credits = new ArrayList<>();
    for (ChargeCalendar.Charge charge : charges(currency, agreement, first, last)) {
      Money now = kept.getOrDefault(key(charge), Money.zero(currency));
      if (now.isLessThan(charge.net())) {
        credits.add(
            new EndCredit(charge.line().id(), charge.from(), charge.to(), charge.net(), now));
      }
    }
    return List.copyOf(credits);
  }

  private static List<ChargeCalendar.Charge> charges(
      CurrencyUnit currency, RecurringAgreement agreement, LocalDate from, LocalDate to) {
    return ChargeCalendar.of(currency, from, to, List.of(agreement)).charges();
  }

  private static String key(ChargeCalendar.Charge charge) {
    return charge.line().id() + " " + charge.from();
  }
}
