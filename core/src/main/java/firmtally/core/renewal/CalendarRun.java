package firmtally.core.renewal;

import firmtally.core.money.Percent;
import firmtally.core.money.Rounding;
import firmtally.core.money.TaxedSum;
import firmtally.core.renewal.ChargeCalendar.AgreementInvoice;
import firmtally.core.renewal.ChargeCalendar.Charge;
import firmtally.core.renewal.ChargeCalendar.MonthNet;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** A calendar of charges while agreements are added, one after the other. */
final class CalendarRun {
  private final CurrencyUnit currency;
  private final LocalDate from;
  private final LocalDate to;
  private final YearMonth firstMonth;
  private final BigDecimal[] months;
  private final ByDay<Charge> charges;
  private final ByDay<AgreementInvoice> invoices;

  CalendarRun(CurrencyUnit currency, LocalDate from, LocalDate to) {
    this.currency = currency;
    this.from = from;
    this.to = to;
    this.firstMonth = YearMonth.from(from);
    this.months = new BigDecimal[(int) firstMonth.until(YearMonth.from(to), ChronoUnit.MONTHS) + 1];
    this.charges = new ByDay<>(from, to);
    this.invoices = new ByDay<>(from, to);
  }

  void add(RecurringAgreement agreement) {
    List<Charge> own = new ArrayList<>();
    for (RecurringAgreement.ChargeLine line : agreement.lines()) {
      for (Charge charge : periods(agreement, line)) {
        own.add(charge);
        charges.add(day(charge.on()), charge);
        count(charge);
      }
    }
    if (agreement.lines().size() > 1) {
      own.sort(Comparator.comparing(Charge::on));
    }
    int first = 0;
    for (int i = 1; i <= own.size(); i++) {
      LocalDate on = own.get(first).on();
      if (i == own.size() || !own.get(i).on().equals(on)) {
        invoices.add(
            day(on), new AgreementInvoice(on, agreement.ref(), sum(own.subList(first, i))));
        first = i;
      }
    }
  }

  ChargeCalendar calendar() {
    List<MonthNet> nets = new ArrayList<>(months.length);
    for (int i = 0; i < months.length; i++) {
      Money net = months[i] == null ? Money.zero(currency) : Money.of(currency, months[i]);
      nets.add(new MonthNet(firstMonth.plusMonths(i), net));
    }
    return new ChargeCalendar(charges.inOrder(), invoices.inOrder(), List.copyOf(nets));
  }

  private List<Charge> periods(RecurringAgreement agreement, RecurringAgreement.ChargeLine line) {
    List<Charge> found = new ArrayList<>();
    LocalDate end = agreement.endsOn().orElse(LocalDate.MAX);
    int count = agreement.termMonths() / line.everyMonths();
    int k = firstNear(agreement, line);
    LocalDate first = start(agreement, line, k);
    for (; k < count && !first.isAfter(to) && !first.isAfter(end); k++) {
      LocalDate next = start(agreement, line, k + 1);
      LocalDate wholeTo = next.minusDays(1);
      LocalDate last = end.isBefore(wholeTo) ? end : wholeTo;
      LocalDate on = agreement.inAdvance() ? first : last;
      if (!on.isBefore(from) && !on.isAfter(to)) {
        found.add(
            new Charge(on, agreement, line, first, last, wholeTo, net(line, first, last, wholeTo)));
      }
      first = next;
    }
    return found;
  }

  private Money net(
      RecurringAgreement.ChargeLine line, LocalDate first, LocalDate last, LocalDate wholeTo) {
    if (!last.isBefore(wholeTo)) {
      return line.charge();
    }
    return Rounding.quotient(
        currency,
        line.charge().getAmount().multiply(BigDecimal.valueOf(ChargeCalendar.days(first, last))),
        BigDecimal.valueOf(ChargeCalendar.days(first, wholeTo)));
  }

  /** A period that cannot be charged after the day yet, so that years before it are no work. */
  private int firstNear(RecurringAgreement agreement, RecurringAgreement.ChargeLine line) {
    long elapsed = agreement.start().until(from, ChronoUnit.MONTHS);
    return (int) Math.max(0, elapsed / line.everyMonths() - 1);
  }

  private static LocalDate start(
      RecurringAgreement agreement, RecurringAgreement.ChargeLine line, int k) {
    return agreement.start().plusMonths((long) k * line.everyMonths());
  }

  private void count(Charge charge) {
    int month =
        (charge.on().getYear() - firstMonth.getYear()) * 12
            + charge.on().getMonthValue()
            - firstMonth.getMonthValue();
    BigDecimal net = charge.net().getAmount();
    months[month] = months[month] == null ? net : months[month].add(net);
  }

  private TaxedSum sum(List<Charge> together) {
    if (together.size() == 1) {
      return TaxedSum.of(together.get(0).line().tax(), together.get(0).net());
    }
    Map<Percent, BigDecimal> bases = new HashMap<>();
    for (Charge charge : together) {
      bases.merge(charge.line().tax(), charge.net().getAmount(), BigDecimal::add);
    }
    return TaxedSum.of(currency, bases);
  }

  private int day(LocalDate on) {
    return (int) (on.toEpochDay() - from.toEpochDay());
  }
}
