package firmtally.server.sales.invoice;

import firmtally.core.money.Percent;
import firmtally.core.money.TaxedSum;
import firmtally.core.renewal.ChargeCalendar;
import firmtally.core.renewal.RecurringAgreement;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.sales.agreement.AgreementCharges;
import firmtally.server.sales.agreement.AgreementMoved;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** What agreements charge, by the core's calendar, and what of it is invoiced. */
@Component
class Charges {
  private final AgreementCharges agreements;
  private final SettingsService settings;

  Charges(AgreementCharges agreements, SettingsService settings) {
    this.agreements = agreements;
    this.settings = settings;
  }

  /**
   * What of an agreement is to be invoiced for a day.
   *
   * @param on the day of the charges
   * @param isFirst whether nothing was charged before
   */
  record Due(
      AgreementCharges.Charged agreement,
      LocalDate on,
      List<Invoice.Line> lines,
      TaxedSum sum,
      boolean isFirst) {}

  private CurrencyUnit currency() {
    return settings.company().currency();
  }

  /** The charges of a day that are not invoiced yet. */
  Due due(AgreementId id, LocalDate on) {
    AgreementCharges.Charged agreement = agreements.get(id);
    List<ChargeCalendar.Charge> open = open(agreement, on, on);
    if (open.isEmpty()) {
      throw new NotPossible("Nothing of " + agreement.number() + " is to be charged for this day.");
    }
    return due(agreement, on, open);
  }

  private Due due(
      AgreementCharges.Charged agreement, LocalDate on, List<ChargeCalendar.Charge> open) {
    Map<Percent, BigDecimal> bases = new HashMap<>();
    List<Invoice.Line> lines = new ArrayList<>();
    for (ChargeCalendar.Charge charge : open) {
      bases.merge(charge.line().tax(), charge.net().getAmount(), BigDecimal::add);
      AgreementCharges.Line line = agreement.line(charge.line().id());
      lines.add(
          new Invoice.Line(
              charge.line().id(),
              line.product(),
              line.words(),
              "",
              line.quantity().value(),
              charge.net(),
              charge.line().tax(),
              charge.from(),
              charge.to()));
    }
    return new Due(
        agreement, on, lines, TaxedSum.of(currency(), bases), !on.isAfter(agreement.start()));
  }

  private List<ChargeCalendar.Charge> open(
      AgreementCharges.Charged agreement, LocalDate from, LocalDate to) {
    Optional<RecurringAgreement> recurring = agreement.recurring(currency());
    if (recurring.isEmpty() || to.isBefore(from)) {
      return List.of();
    }
    Set<String> charged =
        agreements.invoiced(agreement.id()).stream()
            .map(AgreementCharges.Invoiced::key)
            .collect(Collectors.toSet());
    return ChargeCalendar.of(currency(), from, to, List.of(recurring.get())).charges().stream()
        .filter(charge -> !charged.contains(charge.line().id() + " " + charge.from()))
        .toList();
  }

  /** Agreements that are to be charged for something up to a day, after one of them. */
  List<AgreementId> agreements(LocalDate upTo, long after, int most) {
    return agreements.due(upTo, after, most);
  }

  /** Everything that an agreement is to be charged for up to a day, each day by itself. */
  List<Due> upTo(AgreementId id, LocalDate last) {
    AgreementCharges.Charged agreement = agreements.get(id);
    Map<LocalDate, List<ChargeCalendar.Charge>> byDay = new TreeMap<>();
    open(agreement, agreement.start(), last)
        .forEach(c -> byDay.computeIfAbsent(c.on(), day -> new ArrayList<>()).add(c));
    List<Due> all = new ArrayList<>();
    byDay.forEach((day, charges) -> all.add(due(agreement, day, charges)));
    return all;
  }

  /** Notes what was invoiced, and the day of the next charge. */
  void issued(Due due, DocumentId invoice) {
    AgreementId id = due.agreement().id();
    for (Invoice.Line line : due.lines()) {
      agreements.invoice(
          id,
          new AgreementCharges.Invoiced(
              line.id(), line.from(), invoice, line.net().getAmountMinorLong()));
    }
    keepNext(due.agreement());
  }

  /** What an invoice charged may be charged again. */
  void credited(AgreementId id, DocumentId invoice) {
    agreements.release(invoice);
    keepNext(agreements.get(id));
  }

  private void keepNext(AgreementCharges.Charged agreement) {
    Optional<LocalDate> next =
        open(agreement, agreement.start(), agreement.end()).stream()
            .map(ChargeCalendar.Charge::on)
            .findFirst();
    // What is to be credited is to be looked at at once.
    agreements.setNext(
        agreement.id(), refunds(agreement).isEmpty() ? next : Optional.of(agreement.start()));
  }

  /**
   * What an invoice charged too much, as the agreement ended early.
   *
   * @param lines as the credit note has them: below 0, for the days that fall away
   * @param sum below 0
   * @param kept what of each period stays charged, by its key
   */
  record Refund(
      AgreementCharges.Charged agreement,
      DocumentId invoice,
      List<Invoice.Line> lines,
      TaxedSum sum,
      Map<AgreementCharges.Invoiced, Long> kept) {}

  /** What is to be credited of an agreement, invoice by invoice. */
  List<Refund> refunds(AgreementId id) {
    return refunds(agreements.get(id));
  }

  private List<Refund> refunds(AgreementCharges.Charged agreement) {
    if (agreement.endsOn().isEmpty()) {
      return List.of();
    }
    Map<String, ChargeCalendar.Charge> now = new HashMap<>();
    agreement
        .recurring(currency())
        .ifPresent(
            recurring ->
                ChargeCalendar.of(
                        currency(), agreement.start(), agreement.end(), List.of(recurring))
                    .charges()
                    .forEach(c -> now.put(c.line().id() + " " + c.from(), c)));
    Map<DocumentId, Map<AgreementCharges.Invoiced, Long>> byInvoice = new LinkedHashMap<>();
    for (AgreementCharges.Invoiced period : agreements.invoiced(agreement.id())) {
      long kept =
          Optional.ofNullable(now.get(period.key()))
              .map(c -> c.net().getAmountMinorLong())
              .orElse(0L);
      if (kept < period.net()) {
        byInvoice.computeIfAbsent(period.invoice(), i -> new LinkedHashMap<>()).put(period, kept);
      }
    }
    List<Refund> refunds = new ArrayList<>();
    byInvoice.forEach((invoice, kept) -> refunds.add(refund(agreement, invoice, kept)));
    return refunds;
  }

  private Refund refund(
      AgreementCharges.Charged agreement,
      DocumentId invoice,
      Map<AgreementCharges.Invoiced, Long> kept) {
    LocalDate after = agreement.end().plusDays(1);
    Map<Percent, BigDecimal> bases = new HashMap<>();
    List<Invoice.Line> lines = new ArrayList<>();
    kept.forEach(
        (period, stays) -> {
          AgreementCharges.Line line = agreement.line(period.line());
          Money less = Money.ofMinor(currency(), stays - period.net());
          bases.merge(line.tax(), less.getAmount(), BigDecimal::add);
          lines.add(
              new Invoice.Line(
                  line.id(),
                  line.product(),
                  line.words(),
                  "",
                  line.quantity().value().negate(),
                  less,
                  line.tax(),
                  period.from().isAfter(after) ? period.from() : after,
                  period.from().plusMonths(line.everyMonths()).minusDays(1)));
        });
    return new Refund(agreement, invoice, lines, TaxedSum.of(currency(), bases), kept);
  }

  /** Notes what was credited, and the day of what is next. */
  void refunded(Refund refund) {
    AgreementId id = refund.agreement().id();
    refund.kept().forEach((p, net) -> agreements.keep(id, p.line(), p.from(), net));
    keepNext(refund.agreement());
  }

  /** It ends on another day: other charges are due, or some are to be credited. */
  @EventListener
  void moved(AgreementMoved moved) {
    keepNext(agreements.get(moved.agreement()));
  }

  /** With tax: the first charges of an order's agreements that were never charged. */
  Money first(DocumentId order) {
    Money sum = Money.zero(currency());
    for (AgreementId id : agreements.ofOrder(order)) {
      AgreementCharges.Charged agreement = agreements.get(id);
      if (agreements.invoiced(id).isEmpty() && agreement.isRunning()) {
        sum = sum.plus(first(agreement));
      }
    }
    return sum;
  }

  private Money first(AgreementCharges.Charged agreement) {
    List<ChargeCalendar.Charge> open = open(agreement, agreement.start(), agreement.end());
    return open.isEmpty()
        ? Money.zero(currency())
        : due(
                agreement,
                open.get(0).on(),
                open.stream().filter(c -> c.on().equals(open.get(0).on())).toList())
            .sum()
            .total();
  }
}
