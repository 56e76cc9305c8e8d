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
    List<Charge> inOrder = byDay(from, to, charges);
    return new ChargeCalendar(
        inOrder, invoices(currency, inOrder), months(currency, from, to, inOrder));
  }

  /** Counted out by day: of one day, agreements and lines stay in their order. */
  private static List<Charge> byDay(LocalDate from, LocalDate to, List<Charge> charges) {
    long first = from.toEpochDay();
    int[] place = new int[Math.toIntExact(to.toEpochDay() - first) + 2];
    for (Charge charge : charges) {
      place[(int) (charge.on().toEpochDay() - first) + 1]++;
    }
    for (int day = 1; day < place.length; day++) {
      place[day] += place[day - 1];
    }
    Charge[] sorted = new Charge[charges.size()];
    for (Charge charge : charges) {
      sorted[place[(int) (charge.on().toEpochDay() - first)]++] = charge;
    }
    return List.of(sorted);
  }

  /** How each figure came about. */
  public List<Working> workings() {
    return ChargeWorkings.of(this);
  }

  private static List<AgreementInvoice> invoices(CurrencyUnit currency, List<Charge> charges) {
    List<AgreementInvoice> invoices = new ArrayList<>();
    int first = 0;
    for (int i = 1; i <= charges.size(); i++) {
      if (i == charges.size() || !isOneInvoice(charges.get(first), charges.get(i))) {
        Charge charge = charges.get(first);
        invoices.add(
            new AgreementInvoice(
                charge.on(), charge.agreement().ref(), sum(currency, charges.subList(first, i))));
        first = i;
      }
    }
    return List.copyOf(invoices);
  }

  private static TaxedSum sum(CurrencyUnit currency, List<Charge> charges) {
    if (charges.size() == 1) {
      return TaxedSum.of(charges.get(0).line().tax(), charges.get(0).net());
    }
    Map<Percent, BigDecimal> bases = new HashMap<>();
    for (Charge charge : charges) {
      bases.merge(charge.line().tax(), charge.net().getAmount(), BigDecimal::add);
    }
    return TaxedSum.of(currency, bases);
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
      LocalDate end = agreement.endsOn().orElse(LocalDate.MAX);
      int count = agreement.termMonths() / line.everyMonths();
      int k = firstNear(from);
      LocalDate first = start(k);
      for (; k < count && !first.isAfter(to) && !first.isAfter(end); k++) {
        LocalDate next = start(k + 1);
        Charge charge = charge(first, next.minusDays(1), end);
        if (charge.on().isAfter(to)) {
          return;
        }
        if (!charge.on().isBefore(from)) {
          into.add(charge);
        }
        first = next;
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

    private Charge charge(LocalDate first, LocalDate wholeTo, LocalDate end) {
      LocalDate last = end.isBefore(wholeTo) ? end : wholeTo;
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
