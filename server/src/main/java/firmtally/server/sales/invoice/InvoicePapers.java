package firmtally.server.sales.invoice;

import firmtally.core.receivables.Reference;
import firmtally.formats.pdf.QuotePaper;
import firmtally.formats.pdf.TradePaper;
import firmtally.formats.pdf.TradePdf;
import firmtally.formats.writing.PaperWords;
import firmtally.server.company.particulars.Particulars;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.customers.account.Account;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.Written;
import firmtally.server.sales.document.Correspondence;
import java.math.BigDecimal;
import java.math.RoundingMode;
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
    return exchange.hybrid(
        id, pdf.print(JSON.readValue(store.frame(id), TradePaper.class), Written.writing()));
  }

  /** What stands on the paper of an invoice that is issued now, as JSON. */
  String frame(Invoice invoice, Account account, Optional<String> poNumber, Optional<Invoice> of) {
    return JSON.writeValueAsString(paper(invoice, account, poNumber, of));
  }

  private TradePaper paper(
      Invoice invoice, Account account, Optional<String> poNumber, Optional<Invoice> of) {
    PaperWords words = correspondence.words(account);
    return new TradePaper(
        kind(invoice, words),
        invoice.number(),
        correspondence.seller(words),
        Correspondence.address(account),
        facts(invoice, account, poNumber, of, words),
        letter(invoice, of, words),
        columns(words),
        rows(invoice, words),
        sums(invoice, words),
        closing(invoice, words),
        account.isExempt()
            ? List.of(words.get("note.no-tax", account.dealings().taxExemption()))
            : List.of(),
        words.language(),
        false);
  }

  private static List<TradePaper.Column> columns(PaperWords words) {
    return List.of(
        new TradePaper.Column(words.get("column.position"), 9, false),
        new TradePaper.Column(words.get("column.description"), 0, false),
        new TradePaper.Column(words.get("column.quantity"), 22, true),
        new TradePaper.Column(words.get("column.price"), 24, true),
        new TradePaper.Column(words.get("column.tax"), 14, true),
        new TradePaper.Column(words.get("column.amount"), 26, true));
  }

  private static String kind(Invoice invoice, PaperWords words) {
    return switch (invoice.type()) {
      case "deposit" -> words.get("kind.deposit");
      case "credit-note" -> words.get("kind.credit-note");
      default -> words.get("kind.invoice");
    };
  }

  private static List<QuotePaper.Fact> facts(
      Invoice invoice,
      Account account,
      Optional<String> poNumber,
      Optional<Invoice> of,
      PaperWords words) {
    List<QuotePaper.Fact> facts = new ArrayList<>();
    facts.add(new QuotePaper.Fact(words.get("fact.number"), invoice.number()));
    facts.add(new QuotePaper.Fact(words.get("fact.date"), words.day(invoice.issuedOn())));
    of.ifPresent(
        credited ->
            facts.add(
                new QuotePaper.Fact(
                    words.get("fact.credits"),
                    words.get("dated", credited.number(), words.day(credited.issuedOn())))));
    facts.addAll(Correspondence.facts(account, poNumber, words));
    return facts;
  }

  private static List<String> letter(Invoice invoice, Optional<Invoice> of, PaperWords words) {
    return of.isPresent() ? List.of(words.get("letter.credit", invoice.reason())) : List.of();
  }

  private static List<TradePaper.Row> rows(Invoice invoice, PaperWords words) {
    List<TradePaper.Row> rows = new ArrayList<>();
    for (Invoice.Line line : invoice.lines()) {
      rows.add(
          new TradePaper.Row(
              List.of(
                  Integer.toString(rows.size() + 1),
                  line.words() + (line.product() == null ? "" : "  " + line.product()),
                  words.number(line.quantity()) + (line.unit().isEmpty() ? "" : " " + line.unit()),
                  each(line, words),
                  words.percent(line.tax().value()),
                  words.amount(line.net())),
              line.from() == null
                  ? ""
                  : words.get("line.period", words.day(line.from()), words.day(line.to()))));
    }
    if (invoice.lines().isEmpty()) {
      invoice
          .taxes()
          .forEach(
              tax ->
                  rows.add(
                      TradePaper.Row.of(
                          Integer.toString(rows.size() + 1),
                          invoice.isCredit()
                              ? words.get("line.deposit-back")
                              : deposit(invoice, words),
                          "",
                          "",
                          words.percent(tax.percent().value()),
                          words.amount(tax.base()))));
    }
    return rows;
  }

  private static String deposit(Invoice invoice, PaperWords words) {
    return invoice
        .depositPercent()
        .map(percent -> words.get("line.deposit-of", words.number(percent.value())))
        .orElseGet(() -> words.get("line.deposit"));
  }

  /** The price of one, where so many of it make the amount to the last digit; else blank. */
  private static String each(Invoice.Line line, PaperWords words) {
    BigDecimal price =
        line.net().getAmount().divide(line.quantity(), PRICE_DECIMALS, RoundingMode.HALF_UP);
    return price.multiply(line.quantity()).compareTo(line.net().getAmount()) == 0
        ? words.price(firmtally.core.money.UnitPrice.of(price), line.net().getCurrencyUnit())
        : "";
  }

  private static List<QuotePaper.Sum> sums(Invoice invoice, PaperWords words) {
    List<QuotePaper.Sum> sums = new ArrayList<>();
    Money zero = Money.zero(invoice.net().getCurrencyUnit());
    Money deducted = invoice.taxes().stream().map(Invoice.Tax::deducted).reduce(zero, Money::plus);
    if (!deducted.isZero()) {
      sums.add(
          new QuotePaper.Sum(
              words.get("sum.invoice-lines"), words.amount(invoice.net().plus(deducted)), false));
      invoice.taxes().stream()
          .filter(tax -> !tax.deducted().isZero())
          .forEach(
              tax ->
                  sums.add(
                      new QuotePaper.Sum(
                          words.get("sum.less-deposit", words.number(tax.percent().value())),
                          words.amount(tax.deducted().negated()),
                          false)));
    }
    sums.add(new QuotePaper.Sum(words.get("sum.net"), words.amount(invoice.net()), false));
    invoice
        .taxes()
        .forEach(
            tax ->
                sums.add(
                    new QuotePaper.Sum(
                        words.get(
                            "sum.tax",
                            words.number(tax.percent().value()),
                            words.amount(tax.base())),
                        words.amount(tax.tax()),
                        false)));
    sums.add(
        new QuotePaper.Sum(
            words.get("sum.total-in", invoice.total().getCurrencyUnit().getCode()),
            words.amount(invoice.total()),
            true));
    return sums;
  }

  private List<QuotePaper.Fact> closing(Invoice invoice, PaperWords words) {
    List<QuotePaper.Fact> closing = new ArrayList<>();
    if (invoice.isCredit()) {
      closing.add(new QuotePaper.Fact(words.get("term.settlement"), words.get("term.settled")));
      return closing;
    }
    Particulars ours = particulars.get();
    closing.add(new QuotePaper.Fact(words.get("term.pay-by"), words.day(invoice.due())));
    closing.add(
        new QuotePaper.Fact(words.get("term.reference"), Reference.grouped(invoice.reference())));
    if (!ours.bank().isEmpty()) {
      closing.add(new QuotePaper.Fact(words.get("term.to"), ours.bank()));
    }
    return closing;
  }
}
