package firmtally.server.sales.quote;

import firmtally.core.money.UnitPrice;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Subtotal;
import firmtally.core.worksheet.Terms;
import firmtally.core.worksheet.Totals;
import firmtally.formats.pdf.QuotePaper;
import firmtally.formats.pdf.QuotePdf;
import firmtally.server.platform.web.Written;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.LineForm;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.joda.money.Money;
import org.springframework.stereotype.Component;

/** Puts a quote on paper: what the customer may see of it, which is no cost and no margin. */
@Component
class QuotePrinter {
  private final QuotePdf pdf = new QuotePdf();

  byte[] print(Quote quote, String company, String title, Calculation worked) {
    List<QuotePaper.Line> lines = new ArrayList<>();
    Map<String, Subtotal> subtotals = worked.subtotals();
    for (Calculation.Row row : worked.rows()) {
      lines.add(
          row.tally()
              .map(tally -> line(row.form(), tally))
              .orElseGet(() -> words(row.form(), subtotals)));
    }
    return pdf.print(
        new QuotePaper(
            company,
            quote.number(),
            title,
            Written.day(quote.document().madeOn()),
            Written.day(quote.terms().validUntil()),
            quote.document().maker().name(),
            quote.document().maker().email(),
            quote.terms().addressee().lines().toList(),
            quote.terms().letter().lines().filter(paragraph -> !paragraph.isBlank()).toList(),
            lines,
            sums(worked),
            quote.terms().paymentTerms(),
            quote.terms().deliveryTerms()));
  }

  private static QuotePaper.Line words(LineForm form, Map<String, Subtotal> subtotals) {
    Subtotal subtotal = subtotals.get(form.id());
    return subtotal == null
        ? QuotePaper.Line.note(form.description())
        : QuotePaper.Line.heading(form.description(), amount(subtotal.contract()));
  }

  private static QuotePaper.Line line(LineForm form, LineTally tally) {
    List<String> remarks = new ArrayList<>();
    tally
        .line()
        .recurring()
        .ifPresent(
            plan ->
                remarks.add(
                    "charged every "
                        + (plan.everyMonths() == 1 ? "month" : plan.everyMonths() + " months")
                        + " for "
                        + plan.termMonths()
                        + " months"));
    if (tally.line().gift()) {
      remarks.add("free of charge");
    }
    if (tally.line().optional()) {
      remarks.add("optional, not in the total");
    }
    if (!tally.line().counted() && !tally.line().optional()) {
      remarks.add("alternative, not in the total");
    }
    if (form.requestedOn() != null && !form.requestedOn().isBlank()) {
      remarks.add("requested on " + day(form.requestedOn()));
    }
    if (form.discountPercent() != null) {
      remarks.add("less " + form.discountPercent() + " %");
    }
    return QuotePaper.Line.of(
        form.product() == null ? "" : form.product(),
        form.description(),
        String.join(", ", remarks),
        tally.line().quantity().toString(),
        Written.price(unitPrice(tally), tally.gross().getCurrencyUnit()),
        amount(tally.net()),
        tally.line().counted());
  }

  private static UnitPrice unitPrice(LineTally tally) {
    return tally.line().terms() instanceof Terms.OwnPrice own
        ? own.unitPrice()
        : tally.price().unitPrice();
  }

  private static List<QuotePaper.Sum> sums(Calculation worked) {
    Totals totals = worked.check().tally().totals();
    List<QuotePaper.Sum> sums = new ArrayList<>();
    if (worked.check().tally().worksheet().documentDiscount().isPresent()) {
      Money shares =
          worked.check().tally().lines().stream()
              .filter(l -> l.line().counted())
              .map(LineTally::documentShare)
              .reduce(Money.zero(totals.contract().getCurrencyUnit()), Money::plus);
      sums.add(new QuotePaper.Sum(words(worked), "−" + amount(shares), false));
    }
    sums.add(new QuotePaper.Sum("Net, first invoice", amount(totals.firstInvoice().net()), false));
    totals
        .firstInvoice()
        .taxes()
        .forEach(
            tax ->
                sums.add(
                    new QuotePaper.Sum("Tax " + tax.percent() + " %", amount(tax.tax()), false)));
    String total = "Total, first invoice (" + totals.contract().getCurrencyUnit() + ")";
    sums.add(new QuotePaper.Sum(total, amount(totals.firstInvoice().total()), true));
    if (totals.recurringMonthly().isPositive()) {
      sums.add(
          new QuotePaper.Sum("Recurring, per month", amount(totals.recurringMonthly()), false));
    }
    return sums;
  }

  private static String words(Calculation worked) {
    DocumentDiscount discount = worked.check().tally().worksheet().documentDiscount().orElseThrow();
    return discount instanceof DocumentDiscount.OfPercent of
        ? "Discount " + of.percent() + " %"
        : "Discount";
  }

  private static String day(String iso) {
    return Written.day(LocalDate.parse(iso));
  }

  private static String amount(Money money) {
    return Written.amount(money);
  }
}
