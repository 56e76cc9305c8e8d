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
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Component;

/** What agreements charge, by the core's calendar, and what of it is invoiced. */
@Component
class Charges {
  private final InvoiceStore store;
  private final AgreementCharges agreements;
  private final SettingsService settings;

  Charges(InvoiceStore store, AgreementCharges agreements, SettingsService settings) {
    this.store = store;
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
    Set<String> charged = new HashSet<>(store.charged(agreement.id()));
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
    due.lines().forEach(l -> store.insertCharge(due.agreement().id(), l.id(), l.from(), invoice));
    keepNext(due.agreement());
  }

  /** What an invoice charged may be charged again. */
  void credited(AgreementId id, DocumentId invoice) {
    store.removeCharges(invoice);
    keepNext(agreements.get(id));
  }

  private void keepNext(AgreementCharges.Charged agreement) {
    agreements.setNext(
        agreement.id(),
        open(agreement, agreement.start(), agreement.end()).stream()
            .map(ChargeCalendar.Charge::on)
            .findFirst());
  }

  /** With tax: the first charges of an order's agreements that were never charged. */
  Money first(DocumentId order) {
    Money sum = Money.zero(currency());
    for (AgreementId id : agreements.ofOrder(order)) {
      AgreementCharges.Charged agreement = agreements.get(id);
      if (store.charged(id).isEmpty() && agreement.isRunning()) {
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
