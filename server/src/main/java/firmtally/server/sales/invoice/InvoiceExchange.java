package firmtally.server.sales.invoice;

import firmtally.core.money.Percent;
import firmtally.formats.invoice.CiiInvoice;
import firmtally.formats.invoice.HybridInvoice;
import firmtally.formats.invoice.TradeInvoice;
import firmtally.formats.invoice.UblInvoice;
import firmtally.server.company.particulars.Particulars;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.customers.account.Account;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.sales.document.TradeParties;
import firmtally.server.sales.order.Order;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.joda.money.Money;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Invoices as programs exchange them: what is in one is written down when it is issued, as its
 * paper is, and told in a format when it is asked for.
 */
@Component
public class InvoiceExchange {
  private static final JsonMapper JSON = JsonMapper.shared();
  private final InvoiceStore store;
  private final ParticularsService particulars;
  private final TradeParties parties;

  InvoiceExchange(InvoiceStore store, ParticularsService particulars, TradeParties parties) {
    this.store = store;
    this.particulars = particulars;
    this.parties = parties;
  }

  /**
   * As UBL 2.1. Parties without a country are in the company's own.
   *
   * @throws NotPossible where the company's country is not known
   */
  public byte[] ubl(DocumentId id) {
    return UblInvoice.write(read(id).orElseGet(() -> kept(id).in(parties.neededCountry())));
  }

  /** Its PDF with the same inside for programs; as it is where the country is not known. */
  byte[] hybrid(DocumentId id, byte[] pdf) {
    return read(id)
        .map(of -> HybridInvoice.of(pdf, CiiInvoice.write(of), of.issuedOn()))
        .orElse(pdf);
  }

  /** Empty where neither it nor the company names a country. */
  private Optional<TradeInvoice> read(DocumentId id) {
    TradeInvoice kept = kept(id);
    return Optional.of(kept.seller().country())
        .filter(code -> !code.isEmpty())
        .or(parties::country)
        .map(kept::in);
  }

  private TradeInvoice kept(DocumentId id) {
    return JSON.readValue(store.exchanged(id), TradeInvoice.class);
  }

  /** What is in an invoice that is issued now, as JSON. */
  String kept(Invoice invoice, Account account, Order order, Optional<Invoice> of) {
    return JSON.writeValueAsString(invoice(invoice, account, order, of));
  }

  private TradeInvoice invoice(
      Invoice invoice, Account account, Order order, Optional<Invoice> of) {
    Particulars ours = particulars.get();
    Signed signed = new Signed(invoice.isCredit());
    Money deducted =
        invoice.taxes().stream()
            .map(Invoice.Tax::deducted)
            .reduce(Money.zero(invoice.net().getCurrencyUnit()), Money::plus);
    return new TradeInvoice(
        invoice.isCredit(),
        invoice.number(),
        invoice.issuedOn(),
        invoice.due(),
        invoice.net().getCurrencyUnit().getCode(),
        parties.seller(account),
        parties.buyer(account),
        new TradeInvoice.References(
            order.terms().poNumberIfAny().orElse(""),
            order.number(),
            of.map(Invoice::number).orElse(""),
            of.map(Invoice::issuedOn).orElse(null)),
        new TradeInvoice.Payment(
            invoice.isCredit() ? "" : invoice.reference(),
            invoice.isCredit() ? "" : ours.bank(),
            invoice.isCredit()
                ? "Set off against what you owe, else paid back to you"
                : "Net within " + order.terms().termsDays() + " days"),
        invoice.reason(),
        account.isExempt() ? account.dealings().taxExemption() : "",
        lines(invoice, signed),
        deductions(invoice, signed),
        invoice.taxes().stream()
            .map(
                tax ->
                    new TradeInvoice.Tax(
                        percent(tax.percent()),
                        signed.amount(tax.base()),
                        signed.amount(tax.tax())))
            .toList(),
        new TradeInvoice.Sums(
            signed.amount(invoice.net().plus(deducted)),
            signed.amount(deducted),
            signed.amount(invoice.net()),
            signed.amount(invoice.tax()),
            signed.amount(invoice.total())));
  }

  /** Amounts as they are exchanged: of a credit note above zero. */
  private record Signed(boolean credit) {
    BigDecimal amount(Money money) {
      return (credit ? money.negated() : money).getAmount();
    }

    BigDecimal quantity(BigDecimal quantity) {
      return (credit ? quantity.negate() : quantity).stripTrailingZeros();
    }
  }

  private static BigDecimal percent(Percent percent) {
    return new BigDecimal(percent.toString());
  }

  private static List<TradeInvoice.Line> lines(Invoice invoice, Signed signed) {
    List<TradeInvoice.Line> lines = new ArrayList<>();
    for (Invoice.Line line : invoice.lines()) {
      lines.add(
          new TradeInvoice.Line(
              line.product() == null ? "" : line.product(),
              line.words(),
              signed.quantity(line.quantity()),
              line.unit(),
              signed.amount(line.net()),
              percent(line.tax()),
              line.from(),
              line.to()));
    }
    // A deposit has no lines of its own: what is asked for by each rate is one.
    if (lines.isEmpty()) {
      for (Invoice.Tax tax : invoice.taxes()) {
        lines.add(
            new TradeInvoice.Line(
                "",
                "Deposit" + invoice.depositPercent().map(p -> " of " + p + " %").orElse(""),
                BigDecimal.ONE,
                "",
                signed.amount(tax.base().plus(tax.deducted())),
                percent(tax.percent()),
                null,
                null));
      }
    }
    return lines;
  }

  private static List<TradeInvoice.Deduction> deductions(Invoice invoice, Signed signed) {
    return invoice.taxes().stream()
        .filter(tax -> !tax.deducted().isZero())
        .map(
            tax ->
                new TradeInvoice.Deduction(
                    percent(tax.percent()), signed.amount(tax.deducted()), "Less deposit"))
        .toList();
  }
}
