package firmtally.core.renewal;

import firmtally.core.money.SameCurrency;
import firmtally.core.money.TaxedSum;
import firmtally.core.working.Working;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * What recurring agreements are charged from a day to a day, both inclusive, and the invoices that
 * it makes.
 *
 * <p>Example: 91.00 every 3 months from 1 April, ended on 15 May, charged in advance: 45.00 on 1
 * April for 45 of the 91 days.
 *
 * @param charges by day, then in the order of the agreements and their lines; those of 0 too
 * @param invoices one for each day and agreement that has a charge, in the same order
 * @param months one for each month from the first to the last
 */
public record ChargeCalendar(
    List<Charge> charges, List<AgreementInvoice> invoices, List<MonthNet> months) {
  /**
   * A period of a line, charged.
   *
   * @param on the day of the charge
   * @param from first day of the period
   * @param to its last day, or the agreement's where that ends it
   * @param wholeTo its last day if nothing ended it
   * @param net {@code charge}, or {@code round(charge × days run / days of the period)}
   */
  public record Charge(
      LocalDate on,
      RecurringAgreement agreement,
      RecurringAgreement.ChargeLine line,
      LocalDate from,
      LocalDate to,
      LocalDate wholeTo,
      Money net) {
    /** Whether the agreement ended before the period did. */
    public boolean isCut() {
      return to.isBefore(wholeTo);
    }
  }

  /** What an agreement is charged on a day. */
  public record AgreementInvoice(LocalDate on, String agreement, TaxedSum sum) {}

  /** Σ net of the charges of a month, by the day of the charge. */
  public record MonthNet(YearMonth month, Money net) {}

  /**
   * Works the calendar out.
   *
   * @param agreements refs are unique, charges in the currency
   * @throws IllegalArgumentException if {@code to} is before {@code from}, a ref stands twice or a
   *     charge is in another currency
   */
  public static ChargeCalendar of(
      CurrencyUnit currency, LocalDate from, LocalDate to, List<RecurringAgreement> agreements) {
    if (to.isBefore(from)) {
      throw new IllegalArgumentException("to " + to + " is before from " + from);
    }
    CalendarRun run = new CalendarRun(currency, from, to);
    Set<String> refs = new HashSet<>();
    for (RecurringAgreement agreement : agreements) {
      if (!refs.add(agreement.ref())) {
        throw new IllegalArgumentException("ref " + agreement.ref() + " stands twice");
      }
      agreement.lines().forEach(l -> SameCurrency.check("charge", l.charge(), currency));
      run.add(agreement);
    }
    return run.calendar();
  }

  /** How each figure came about. */
  public List<Working> workings() {
    return ChargeWorkings.of(this);
  }

  /** From a day to a day, both counted. */
  static long days(LocalDate first, LocalDate last) {
    return last.toEpochDay() - first.toEpochDay() + 1;
  }
}
