package firmtally.server.sales.invoice;

import firmtally.core.receivables.Reference;
import firmtally.formats.pdf.QuotePaper;
import firmtally.formats.pdf.TradePaper;
import firmtally.formats.pdf.TradePdf;
import firmtally.server.company.particulars.Particulars;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.customers.account.Account;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.Written;
import firmtally.server.sales.document.Correspondence;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.joda.money.Money;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * The papers of invoices and credit notes: written down when they are issued, printed when asked
 * for.
 */
@Component
public class InvoicePapers {
  private static final JsonMapper JSON = JsonMapper.shared();
  private static final int PRICE_DECIMALS = 4;
  private static final List<TradePaper.Column> COLUMNS =
      List.of(
          new TradePaper.Column("Pos.", 9, false),
          new TradePaper.Column("Description", 0, false),
          new TradePaper.Column("Quantity", 22, true),
          new TradePaper.Column("Unit price", 24, true),
          new TradePaper.Column("Tax", 14, true),
          new TradePaper.Column("Amount", 26, true));
  private final TradePdf pdf = new TradePdf();
  private final InvoiceStore store;
  private final Correspondence correspondence;
  private final ParticularsService particulars;
  private final InvoiceExchange exchange;

  InvoicePapers(
      InvoiceStore store,
      Correspondence correspondence,
      ParticularsService particulars,
      InvoiceExchange exchange) {
    this.store = store;
    this.correspondence = correspondence;
    this.particulars = particulars;
    this.exchange = exchange;
  }

  /** The PDF of what was issued, with the same inside for programs. */
  public byte[] print(DocumentId id) {
    return exchange.hybrid(id, pdf.print(JSON.readValue(store.frame(id), TradePaper.class)));
  }

  /** What stands on the paper of an invoice that is issued now, as JSON. */
  String frame(Invoice invoice, Account account, Optional<String> poNumber, Optional<Invoice> of) {
    return JSON.writeValueAsString(paper(invoice, account, poNumber, of));
  }

  private TradePaper paper(
      Invoice invoice, Account account, Optional<String> poNumber, Optional<Invoice> of) {
    return new TradePaper(
        kind(invoice),
        invoice.number(),
        correspondence.seller(),
        Correspondence.address(account),
        facts(invoice, account, poNumber, of),
        letter(invoice, of),
        COLUMNS,
        rows(invoice),
        sums(invoice),
        closing(invoice),
        account.isExempt()
            ? List.of("No tax is charged: " + account.dealings().taxExemption())
            : List.of(),
        false);
  }

  private static String kind(Invoice invoice) {
    return switch (invoice.type()) {
      case "deposit" -> "Deposit invoice";
      case "credit-note" -> "Credit note";
      default -> "Invoice";
    };
  }

  private static List<QuotePaper.Fact> facts(
      Invoice invoice, Account account, Optional<String> poNumber, Optional<Invoice> of) {
    List<QuotePaper.Fact> facts = new ArrayList<>();
    facts.add(new QuotePaper.Fact("Number", invoice.number()));
    facts.add(new QuotePaper.Fact("Date", Written.day(invoice.issuedOn())));
    of.ifPresent(
        credited ->
            facts.add(
                new QuotePaper.Fact(
                    "Credits", credited.number() + " of " + Written.day(credited.issuedOn()))));
    facts.addAll(Correspondence.facts(account, poNumber));
    return facts;
  }

  private static List<String> letter(Invoice invoice, Optional<Invoice> of) {
    return of.isPresent() ? List.of("We credit you for: " + invoice.reason()) : List.of();
  }

  private static List<TradePaper.Row> rows(Invoice invoice) {
    List<TradePaper.Row> rows = new ArrayList<>();
    for (Invoice.Line line : invoice.lines()) {
      rows.add(
          new TradePaper.Row(
              List.of(
                  Integer.toString(rows.size() + 1),
                  line.words() + (line.product() == null ? "" : "  " + line.product()),
                  number(line.quantity()) + (line.unit().isEmpty() ? "" : " " + line.unit()),
                  each(line),
                  line.tax() + " %",
                  Written.amount(line.net())),
              line.from() == null ? "" : period(line.from(), line.to())));
    }
    if (invoice.lines().isEmpty()) {
      invoice
          .taxes()
          .forEach(
              tax ->
                  rows.add(
                      TradePaper.Row.of(
                          Integer.toString(rows.size() + 1),
                          invoice.isCredit() ? "Deposit taken back" : depositWords(invoice),
                          "",
                          "",
                          tax.percent() + " %",
                          Written.amount(tax.base()))));
    }
    return rows;
  }

  private static String depositWords(Invoice invoice) {
    return "Deposit" + invoice.depositPercent().map(p -> " of " + p + " %").orElse("");
  }

  private static String period(LocalDate from, LocalDate to) {
    return Written.day(from) + " to " + Written.day(to);
  }

  private static String number(BigDecimal quantity) {
    return quantity.stripTrailingZeros().toPlainString().replace('-', '−');
  }

  /** The price of one, where so many of it make the amount to the last digit; else blank. */
  private static String each(Invoice.Line line) {
    BigDecimal price =
        line.net().getAmount().divide(line.quantity(), PRICE_DECIMALS, RoundingMode.HALF_UP);
    return price.multiply(line.quantity()).compareTo(line.net().getAmount()) == 0
        ? Written.price(firmtally.core.money.UnitPrice.of(price), line.net().getCurrencyUnit())
        : "";
  }

  private static List<QuotePaper.Sum> sums(Invoice invoice) {
    List<QuotePaper.Sum> sums = new ArrayList<>();
    Money zero = Money.zero(invoice.net().getCurrencyUnit());
    Money deducted = invoice.taxes().stream().map(Invoice.Tax::deducted).reduce(zero, Money::plus);
    if (!deducted.isZero()) {
      sums.add(
          new QuotePaper.Sum(
              "Sum of the lines", Written.amount(invoice.net().plus(deducted)), false));
      invoice.taxes().stream()
          .filter(tax -> !tax.deducted().isZero())
          .forEach(
              tax ->
                  sums.add(
                      new QuotePaper.Sum(
                          "Less deposit, net, at " + tax.percent() + " %",
                          Written.amount(tax.deducted().negated()),
                          false)));
    }
    sums.add(new QuotePaper.Sum("Net", Written.amount(invoice.net()), false));
    invoice
        .taxes()
        .forEach(
            tax ->
                sums.add(
                    new QuotePaper.Sum(
                        "Tax " + tax.percent() + " % on " + Written.amount(tax.base()),
                        Written.amount(tax.tax()),
                        false)));
    sums.add(
        new QuotePaper.Sum(
            "Total, " + invoice.total().getCurrencyUnit().getCode(),
            Written.amount(invoice.total()),
            true));
    return sums;
  }

  private List<QuotePaper.Fact> closing(Invoice invoice) {
    List<QuotePaper.Fact> closing = new ArrayList<>();
    if (invoice.isCredit()) {
      closing.add(
          new QuotePaper.Fact("Settlement", "Set off against what you owe, else paid back to you"));
      return closing;
    }
    Particulars ours = particulars.get();
    closing.add(new QuotePaper.Fact("Pay by", Written.day(invoice.due())));
    closing.add(new QuotePaper.Fact("Payment reference", Reference.grouped(invoice.reference())));
    if (!ours.bank().isEmpty()) {
      closing.add(new QuotePaper.Fact("To", ours.bank()));
    }
    return closing;
  }
}
