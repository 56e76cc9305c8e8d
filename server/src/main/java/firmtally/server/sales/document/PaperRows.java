package firmtally.server.sales.document;

import firmtally.core.money.UnitPrice;
import firmtally.core.ordering.Supply;
import firmtally.core.worksheet.Breakdown;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Recurring;
import firmtally.core.worksheet.Terms;
import firmtally.core.worksheet.Totals;
import firmtally.formats.pdf.QuotePaper;
import firmtally.server.catalogue.product.Product;
import firmtally.server.platform.web.Written;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.LineForm;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * What of a worksheet stands on paper: what the customer may see, which is no cost and no margin.
 */
public final class PaperRows {
  private PaperRows() {}

  /**
   * What is shown of each line.
   *
   * @param delivery whether it is in stock, or by when it is there
   */
  public record Shown(boolean pictures, boolean discounts, boolean delivery) {}

  /** A line for each row of a worksheet. */
  public static List<QuotePaper.Line> lines(
      Calculation worked, Shown shown, Function<Product, Optional<QuotePaper.Picture>> pictures) {
    CurrencyUnit currency = worked.contract().getCurrencyUnit();
    Map<String, List<LineTally>> sections = worked.sections();
    List<QuotePaper.Line> lines = new ArrayList<>();
    Iterator<Supply> supplies = worked.supplies().iterator();
    int position = 0;
    for (Calculation.Row row : worked.rows()) {
      if (row.tally().isEmpty()) {
        lines.add(
            sections.containsKey(row.form().id())
                ? heading(row.form(), Breakdown.of(currency, sections.get(row.form().id())))
                : QuotePaper.Line.note(row.form().description()));
        continue;
      }
      Optional<Product> product = worked.product(row.form());
      Optional<Supply> supply = product.map(of -> supplies.next());
      LineTally tally = row.tally().get();
      lines.add(
          QuotePaper.Line.of(
              ++position,
              cells(shown, row.form(), tally, product, supply),
              shown.pictures() ? product.flatMap(pictures) : Optional.empty(),
              tally.line().counted()));
    }
    return lines;
  }

  private static QuotePaper.Line heading(LineForm form, Breakdown sums) {
    List<String> recurring = new ArrayList<>();
    sums.every()
        .forEach(
            (months, part) -> recurring.add("and " + amount(part.lines()) + " " + every(months)));
    return QuotePaper.Line.heading(
        form.description(), String.join(", ", recurring), amount(sums.once().lines()));
  }

  private static QuotePaper.Line.Cells cells(
      Shown shown,
      LineForm form,
      LineTally tally,
      Optional<Product> product,
      Optional<Supply> supply) {
    boolean showsDiscounts = shown.discounts();
    CurrencyUnit currency = tally.net().getCurrencyUnit();
    Optional<UnitPrice> price =
        showsDiscounts ? Optional.of(unitPrice(tally)) : Breakdown.netPrice(tally);
    boolean isDiscounted = showsDiscounts && form.discountPercent() != null && !form.gift();
    return new QuotePaper.Line.Cells(
        form.product() == null ? "" : form.product(),
        form.description(),
        remarks(shown, form, tally, supply),
        tally.line().quantity() + product.map(p -> " " + p.unit()).orElse(""),
        price.map(p -> Written.price(p, currency)).orElse("–"),
        isDiscounted ? form.discountPercent() + " %" : "",
        amount(tally.net()));
  }

  private static String remarks(
      Shown shown, LineForm form, LineTally tally, Optional<Supply> supply) {
    List<String> remarks = new ArrayList<>();
    tally
        .line()
        .recurring()
        .ifPresent(
            plan ->
                remarks.add(
                    "charged "
                        + every(plan.everyMonths())
                        + " for "
                        + months(plan)
                        + ", "
                        + amount(Breakdown.netOverTerm(tally))
                        + " over the term"));
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
      remarks.add("requested on " + Written.day(LocalDate.parse(form.requestedOn().strip())));
    }
    if (shown.delivery()) {
      supply.ifPresent(
          of ->
              remarks.add(
                  of.onHand().isPresent() && of.missing().value().signum() == 0
                      ? "in stock"
                      : "there by " + Written.day(of.readyOn())));
    }
    return String.join(", ", remarks);
  }

  private static String months(Recurring plan) {
    return plan.termMonths() == 1 ? "1 month" : plan.termMonths() + " months";
  }

  private static String every(int months) {
    return months == 1 ? "every month" : "every " + months + " months";
  }

  private static UnitPrice unitPrice(LineTally tally) {
    return tally.line().terms() instanceof Terms.OwnPrice own
        ? own.unitPrice()
        : tally.price().unitPrice();
  }

  /** Under the lines, such that each row follows from those above it. */
  public static List<QuotePaper.Sum> sums(Calculation worked) {
    Totals totals = worked.check().tally().totals();
    Breakdown parts =
        Breakdown.of(totals.contract().getCurrencyUnit(), worked.check().tally().lines());
    boolean recurs = !parts.every().isEmpty();
    List<QuotePaper.Sum> sums = new ArrayList<>();
    if (!recurs || !parts.once().lines().isZero()) {
      add(
          sums,
          recurs ? "One-off lines" : "Lines",
          recurs ? "One-off, net" : "Net",
          parts.once(),
          worked);
    }
    parts
        .every()
        .forEach(
            (months, part) ->
                add(
                    sums,
                    "Lines " + every(months),
                    capital(every(months)) + ", net",
                    part,
                    worked));
    if (recurs) {
      sums.add(new QuotePaper.Sum("Over the terms agreed, net", amount(parts.contract()), false));
      sums.add(
          new QuotePaper.Sum("First invoice, net", amount(totals.firstInvoice().net()), false));
    }
    totals
        .firstInvoice()
        .taxes()
        .forEach(
            tax ->
                sums.add(
                    new QuotePaper.Sum(
                        "Tax " + tax.percent() + " % on " + amount(tax.base()),
                        amount(tax.tax()),
                        false)));
    sums.add(
        new QuotePaper.Sum(
            recurs ? "Total, first invoice" : "Total",
            amount(totals.firstInvoice().total()),
            true));
    return sums;
  }

  private static void add(
      List<QuotePaper.Sum> sums,
      String lines,
      String words,
      Breakdown.Part part,
      Calculation worked) {
    if (!part.discount().isZero()) {
      sums.add(new QuotePaper.Sum(lines, amount(part.lines()), false));
      sums.add(new QuotePaper.Sum(discount(worked), "−" + amount(part.discount()), false));
    }
    sums.add(new QuotePaper.Sum(words, amount(part.amount()), false));
  }

  private static String discount(Calculation worked) {
    return worked.check().tally().worksheet().documentDiscount().orElseThrow()
            instanceof DocumentDiscount.OfPercent of
        ? "Discount " + of.percent() + " %"
        : "Discount";
  }

  private static String capital(String words) {
    return Character.toUpperCase(words.charAt(0)) + words.substring(1);
  }

  private static String amount(Money money) {
    return Written.amount(money);
  }
}
