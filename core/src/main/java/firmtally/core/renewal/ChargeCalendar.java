package firmtally.core.renewal;

import firmtally.core.money.Percent;
import firmtally.core.money.Rounding;
import firmtally.core.money.SameCurrency;
import firmtally.core.money.TaxedSum;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
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
    List<Charge> charges = new ArrayList<>();
    Set<String> refs = new HashSet<>();
    for (RecurringAgreement agreement : agreements) {
      if (!refs.add(agreement.ref())) {
        throw new IllegalArgumentException("ref " + agreement.ref() + " stands twice");
      }
      for (RecurringAgreement.ChargeLine line : agreement.lines()) {
        SameCurrency.check("charge", line.charge(), currency);
        new Periods(currency, agreement, line).between(from, to, charges);
      }
    }
    // The sort is stable: of one day, agreements and lines stay in their order.
    charges.sort(Comparator.comparing(Charge::on));
    return new ChargeCalendar(
        List.copyOf(charges), invoices(currency, charges), months(currency, from, to, charges));
  }

  /** How each figure came about. */
  public List<Working> workings() {
    return ChargeWorkings.of(this);
  }

  private static List<AgreementInvoice> invoices(CurrencyUnit currency, List<Charge> charges) {
    List<AgreementInvoice> invoices = new ArrayList<>();
    Map<Percent, BigDecimal> bases = new HashMap<>();
    for (int i = 0; i < charges.size(); i++) {
      Charge charge = charges.get(i);
      bases.merge(charge.line().tax(), charge.net().getAmount(), BigDecimal::add);
      Charge next = i + 1 < charges.size() ? charges.get(i + 1) : null;
      if (next == null || !isOneInvoice(charge, next)) {
        invoices.add(
            new AgreementInvoice(
                charge.on(), charge.agreement().ref(), TaxedSum.of(currency, bases)));
        bases.clear();
      }
    }
    return List.copyOf(invoices);
  }

  private static boolean isOneInvoice(Charge one, Charge next) {
    return one.agreement() == next.agreement() && one.on().equals(next.on());
  }

  private static List<MonthNet> months(
      CurrencyUnit currency, LocalDate from, LocalDate to, List<Charge> charges) {
    YearMonth first = YearMonth.from(from);
    int count = (int) first.until(YearMonth.from(to), ChronoUnit.MONTHS) + 1;
    BigDecimal[] nets = new BigDecimal[count];
    int start = first.getYear() * 12 + first.getMonthValue();
    for (Charge charge : charges) {
      int place = charge.on().getYear() * 12 + charge.on().getMonthValue() - start;
      BigDecimal net = charge.net().getAmount();
      nets[place] = nets[place] == null ? net : nets[place].add(net);
    }
    List<MonthNet> months = new ArrayList<>(count);
    for (int i = 0; i < count; i++) {
      Money net = nets[i] == null ? Money.zero(currency) : Money.of(currency, nets[i]);
      months.add(new MonthNet(first.plusMonths(i), net));
    }
    return List.copyOf(months);
  }

  /** The periods of one line. */
  private record Periods(
      CurrencyUnit currency, RecurringAgreement agreement, RecurringAgreement.ChargeLine line) {
    void between(LocalDate from, LocalDate to, List<Charge> into) {
      int count = agreement.termMonths() / line.everyMonths();
      for (int k = firstNear(from); k < count; k++) {
        LocalDate first = start(k);
        if (first.isAfter(to) || agreement.endsOn().filter(first::isAfter).isPresent()) {
          return;
        }
        Charge charge = charge(first, start(k + 1).minusDays(1));
        if (charge.on().isAfter(to)) {
          return;
        }
        if (!charge.on().isBefore(from)) {
          into.add(charge);
        }
      }
    }

    /** A period that cannot be charged after the day yet, so that years before it are no work. */
    private int firstNear(LocalDate from) {
      long months = agreement.start().until(from, ChronoUnit.MONTHS);
      return (int) Math.max(0, months / line.everyMonths() - 1);
    }

    private LocalDate start(int k) {
      return agreement.start().plusMonths((long) k * line.everyMonths());
    }

    private Charge charge(LocalDate first, LocalDate wholeTo) {
      LocalDate last = agreement.endsOn().filter(wholeTo::isAfter).orElse(wholeTo);
      Money net = line.charge();
      if (last.isBefore(wholeTo)) {
        net =
            Rounding.quotient(
                currency,
                net.getAmount().multiply(BigDecimal.valueOf(days(first, last))),
                BigDecimal.valueOf(days(first, wholeTo)));
      }
      return new Charge(
          agreement.inAdvance() ? first : last, agreement, line, first, last, wholeTo, net);
    }
  }

  /** From a day to a day, both counted. */
  static long days(LocalDate first, LocalDate last) {
    return last.toEpochDay() - first.toEpochDay() + 1;
  }
}
