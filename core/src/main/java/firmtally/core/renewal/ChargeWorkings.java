package firmtally.core.renewal;

import firmtally.core.money.TaxedSum;
import firmtally.core.working.Input;
import firmtally.core.working.Step;
import firmtally.core.working.TaxWorkings;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.Money;

/** The workings of a calendar of charges. */
final class ChargeWorkings {
  private record Paper(LocalDate on, String agreement) {}

  private final ChargeCalendar calendar;
  private final Money zero;
  private final Map<Paper, List<ChargeCalendar.Charge>> byInvoice = new HashMap<>();
  private final Map<YearMonth, List<ChargeCalendar.Charge>> byMonth = new HashMap<>();
  private final List<Working> workings = new ArrayList<>();

  private ChargeWorkings(ChargeCalendar calendar) {
    this.calendar = calendar;
    this.zero = Money.zero(calendar.months().get(0).net().getCurrencyUnit());
    for (ChargeCalendar.Charge charge : calendar.charges()) {
      byInvoice
          .computeIfAbsent(new Paper(charge.on(), charge.agreement().ref()), p -> new ArrayList<>())
          .add(charge);
      byMonth.computeIfAbsent(YearMonth.from(charge.on()), m -> new ArrayList<>()).add(charge);
    }
  }

  static List<Working> of(ChargeCalendar calendar) {
    ChargeWorkings all = new ChargeWorkings(calendar);
    for (int i = 0; i < calendar.charges().size(); i++) {
      all.charge("charges[" + i + "].net", calendar.charges().get(i));
    }
    for (int i = 0; i < calendar.invoices().size(); i++) {
      all.invoice("invoices[" + i + "].", calendar.invoices().get(i));
    }
    for (int i = 0; i < calendar.months().size(); i++) {
      all.month("months[" + i + "].net", calendar.months().get(i));
    }
    return List.copyOf(all.workings);
  }

  private void charge(String of, ChargeCalendar.Charge charge) {
    Input whole = Input.of("charge", charge.line().charge());
    Step period =
        Step.of(
            "period",
            charge.isCut() ? "cut" : "whole",
            Input.of("from", charge.from()),
            Input.of("to", charge.wholeTo()),
            Input.of("agreementStart", charge.agreement().start()),
            Input.count("everyMonths", charge.line().everyMonths()));
    if (!charge.isCut()) {
      workings.add(Working.of(of, "charge", whole).step(period).exactly(charge.line().charge()));
      return;
    }
    long run = ChargeCalendar.days(charge.from(), charge.to());
    long days = ChargeCalendar.days(charge.from(), charge.wholeTo());
    workings.add(
        Working.of(
                of,
                "charge × days run / days of the period",
                whole,
                Input.count("daysRun", run),
                Input.count("daysOfThePeriod", days),
                Input.of("endsOn", charge.to()))
            .step(period)
            .halfUp(
                charge.line().charge().getAmount().multiply(BigDecimal.valueOf(run)),
                BigDecimal.valueOf(days),
                zero.getCurrencyUnit().getDecimalPlaces()));
  }

  private void invoice(String at, ChargeCalendar.AgreementInvoice invoice) {
    List<ChargeCalendar.Charge> charges =
        byInvoice.get(new Paper(invoice.on(), invoice.agreement()));
    for (int j = 0; j < invoice.sum().taxes().size(); j++) {
      TaxedSum.TaxLine tax = invoice.sum().taxes().get(j);
      workings.add(
          sum(
              Working.of(at + "taxes[" + j + "].base", "Σ net taxed at " + tax.percent() + " %"),
              charges.stream().filter(c -> c.line().tax().equals(tax.percent())).toList()));
    }
    workings.add(TaxWorkings.net(at, invoice.sum()));
    workings.addAll(TaxWorkings.of(at, invoice.sum()));
  }

  private void month(String of, ChargeCalendar.MonthNet month) {
    workings.add(
        sum(
            Working.of(of, "Σ net of the charges on days of the month"),
            byMonth.getOrDefault(month.month(), List.of())));
  }

  private Working sum(Working.Draft draft, List<ChargeCalendar.Charge> charges) {
    Money sum = zero;
    for (ChargeCalendar.Charge charge : charges) {
      sum = sum.plus(charge.net());
      draft.step(
          Step.of(
              "line " + charge.line().id() + " of " + charge.agreement().ref(),
              "counts",
              Input.of("on", charge.on()),
              Input.of("net", charge.net())));
    }
    return draft.exactly(sum);
  }
}
