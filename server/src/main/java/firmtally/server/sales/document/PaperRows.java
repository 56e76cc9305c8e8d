package firmtally.server.sales.document;

import firmtally.core.money.UnitPrice;
import firmtally.core.ordering.Supply;
import firmtally.core.worksheet.Breakdown;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Terms;
import firmtally.core.worksheet.Totals;
import firmtally.formats.pdf.QuotePaper;
import firmtally.formats.writing.PaperWords;
import firmtally.server.catalogue.product.Product;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.LineForm;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.joda.money.CurrencyUnit;

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
      Calculation worked,
      Shown shown,
      Function<Product, Optional<QuotePaper.Picture>> pictures,
      PaperWords words) {
    CurrencyUnit currency = worked.contract().getCurrencyUnit();
    Map<String, List<LineTally>> sections = worked.sections();
    List<QuotePaper.Line> lines = new ArrayList<>();
    Iterator<Supply> supplies = worked.supplies().iterator();
    int position = 0;
    for (Calculation.Row row : worked.rows()) {
      if (row.tally().isEmpty()) {
        lines.add(
            sections.containsKey(row.form().id())
                ? heading(row.form(), Breakdown.of(currency, sections.get(row.form().id())), words)
                : QuotePaper.Line.note(row.form().description()));
        continue;
      }
      Optional<Product> product = worked.product(row.form());
      Optional<Supply> supply = product.map(of -> supplies.next());
      LineTally tally = row.tally().get();
      lines.add(
          QuotePaper.Line.of(
              ++position,
              cells(shown, row, tally, product, supply, words),
              shown.pictures() ? product.flatMap(pictures) : Optional.empty(),
              tally.line().counted()));
    }
    return lines;
  }

  private static QuotePaper.Line heading(LineForm form, Breakdown sums, PaperWords words) {
    List<String> recurring = new ArrayList<>();
    sums.every()
        .forEach(
            (months, part) ->
                recurring.add(
                    words.get("line.and", words.amount(part.lines()), words.get("every", months))));
    return QuotePaper.Line.heading(
        form.description(), String.join(", ", recurring), words.amount(sums.once().lines()));
  }

  private static QuotePaper.Line.Cells cells(
      Shown shown,
      Calculation.Row row,
      LineTally tally,
      Optional<Product> product,
      Optional<Supply> supply,
      PaperWords words) {
    LineForm form = row.form();
    boolean showsDiscounts = shown.discounts();
    CurrencyUnit currency = tally.net().getCurrencyUnit();
    Optional<UnitPrice> price =
        showsDiscounts ? Optional.of(unitPrice(tally)) : Breakdown.netPrice(tally);
    boolean isDiscounted = showsDiscounts && form.discountPercent() != null && !form.gift();
    return new QuotePaper.Line.Cells(
        form.product() == null ? "" : form.product(),
        form.description(),
        remarks(shown, form, tally, supply, words),
        words.number(tally.line().quantity().value()) + product.map(p -> " " + p.unit()).orElse(""),
        price.map(p -> words.price(p, currency)).orElse("–"),
        isDiscounted ? words.percent(new BigDecimal(form.discountPercent())) : "",
        words.amount(tally.net()));
  }

  private static String remarks(
      Shown shown, LineForm form, LineTally tally, Optional<Supply> supply, PaperWords words) {
    List<String> remarks = new ArrayList<>();
    tally
        .line()
        .recurring()
        .ifPresent(
            plan ->
                remarks.add(
                    words.get(
                        "line.charged",
                        words.get("every", plan.everyMonths()),
                        words.get("months", plan.termMonths()),
                        words.amount(Breakdown.netOverTerm(tally)))));
    if (tally.line().gift()) {
      remarks.add(words.get("line.free"));
    }
    if (tally.line().optional()) {
      remarks.add(words.get("line.optional"));
    }
    if (!tally.line().counted() && !tally.line().optional()) {
      remarks.add(words.get("line.alternative"));
    }
    if (form.requestedOn() != null && !form.requestedOn().isBlank()) {
      remarks.add(
          words.get("line.requested", words.day(LocalDate.parse(form.requestedOn().strip()))));
    }
    if (shown.delivery()) {
      supply.ifPresent(
          of ->
              remarks.add(
                  of.onHand().isPresent() && of.missing().value().signum() == 0
                      ? words.get("line.in-stock")
                      : words.get("line.there-by", words.day(of.readyOn()))));
    }
    return String.join(", ", remarks);
  }

  private static UnitPrice unitPrice(LineTally tally) {
    return tally.line().terms() instanceof Terms.OwnPrice own
        ? own.unitPrice()
        : tally.price().unitPrice();
  }

  /** Under the lines, such that each row follows from those above it. */
  public static List<QuotePaper.Sum> sums(Calculation worked, PaperWords words) {
    Totals totals = worked.check().tally().totals();
    Breakdown parts =
        Breakdown.of(totals.contract().getCurrencyUnit(), worked.check().tally().lines());
    boolean recurs = !parts.every().isEmpty();
    List<QuotePaper.Sum> sums = new ArrayList<>();
    if (!recurs || !parts.once().lines().isZero()) {
      add(
          sums,
          words.get(recurs ? "sum.lines-once" : "sum.lines"),
          words.get(recurs ? "sum.net-once" : "sum.net"),
          parts.once(),
          worked,
          words);
    }
    parts
        .every()
        .forEach(
            (months, part) ->
                add(
                    sums,
                    words.get("sum.lines-every", words.get("every", months)),
                    words.get("sum.net-every", capital(words.get("every", months))),
                    part,
                    worked,
                    words));
    if (recurs) {
      sums.add(new QuotePaper.Sum(words.get("sum.terms"), words.amount(parts.contract()), false));
      sums.add(
          new QuotePaper.Sum(
              words.get("sum.first-net"), words.amount(totals.firstInvoice().net()), false));
    }
    totals
        .firstInvoice()
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
            words.get(recurs ? "sum.total-first" : "sum.total"),
            words.amount(totals.firstInvoice().total()),
            true));
    return sums;
  }

  private static void add(
      List<QuotePaper.Sum> sums,
      String lines,
      String net,
      Breakdown.Part part,
      Calculation worked,
      PaperWords words) {
    if (!part.discount().isZero()) {
      sums.add(new QuotePaper.Sum(lines, words.amount(part.lines()), false));
      sums.add(
          new QuotePaper.Sum(
              discount(worked, words), words.amount(part.discount().negated()), false));
    }
    sums.add(new QuotePaper.Sum(net, words.amount(part.amount()), false));
  }

  private static String discount(Calculation worked, PaperWords words) {
    return worked.check().tally().worksheet().documentDiscount().orElseThrow()
            instanceof DocumentDiscount.OfPercent of
        ? words.get("sum.discount-of", words.number(of.percent().value()))
        : words.get("sum.discount");
  }

  private static String capital(String words) {
    return Character.toUpperCase(words.charAt(0)) + words.substring(1);
  }
}
