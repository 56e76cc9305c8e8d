package firmtally.server.sales.invoice;

import firmtally.core.money.Percent;
import firmtally.core.money.TaxedSum;
import firmtally.core.receivables.Reference;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.sales.document.Document;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.Money;

/**
 * An issued invoice or credit note: it is never changed.
 *
 * @param type {@code invoice}, {@code deposit}, {@code charges} of an agreement, {@code
 *     credit-note}
 * @param ofId of a credit note: what it takes back
 * @param depositPercent of a deposit that was asked for by percent
 * @param deducts whether deposits were set off
 */
record Invoice(
    DocumentId id,
    String number,
    String type,
    DocumentId orderId,
    @MaybeNull AgreementId agreementId,
    @MaybeNull DocumentId ofId,
    String reason,
    LocalDate issuedOn,
    LocalDate due,
    Money net,
    Money tax,
    Money total,
    Optional<Percent> depositPercent,
    boolean deducts,
    String reference,
    @MaybeNull Instant sentAt,
    List<Line> lines,
    List<Tax> taxes) {
  /**
   * A line of it.
   *
   * @param id of the order's or the agreement's line
   * @param quantity below 0 on a credit note
   * @param from of a charge: the first day that it is for; null else
   */
  record Line(
      String id,
      @MaybeNull String product,
      String words,
      String unit,
      BigDecimal quantity,
      Money net,
      Percent tax,
      @MaybeNull LocalDate from,
      @MaybeNull LocalDate to) {
    /** As it is taken back whole. */
    Line negated() {
      return new Line(id, product, words, unit, quantity.negate(), net.negated(), tax, from, to);
    }
  }

  /** What is taxed with a percent, and what of deposits was taken off before. */
  record Tax(Percent percent, Money base, Money tax, Money deducted) {}

  /** What it comes to, as it is taken back whole. */
  TaxedSum negated() {
    return new TaxedSum(
        taxes.stream()
            .map(t -> new TaxedSum.TaxLine(t.percent(), t.base().negated(), t.tax().negated()))
            .toList(),
        net.negated(),
        tax.negated(),
        total.negated());
  }

  /** Whether it takes another one back. */
  boolean isCredit() {
    return "credit-note".equals(type);
  }

  /** The credit note that takes back so much of it. */
  Invoice creditedBy(
      Document document, LocalDate on, String why, TaxedSum sum, List<Line> credited) {
    return new Invoice(
        document.id(),
        document.number(),
        "credit-note",
        orderId,
        agreementId,
        id,
        why,
        on,
        on,
        sum.net(),
        sum.tax(),
        sum.total(),
        Optional.empty(),
        false,
        Reference.of(document.number()),
        null,
        credited,
        sum.taxes().stream()
            .map(
                tax ->
                    new Tax(
                        tax.percent(),
                        tax.base(),
                        tax.tax(),
                        Money.zero(sum.net().getCurrencyUnit())))
            .toList());
  }
}
