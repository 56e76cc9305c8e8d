package firmtally.server.worksheet.calculation;

import firmtally.core.money.Percent;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Recurring;
import firmtally.core.worksheet.Terms;
import firmtally.formats.table.OfferWorkbook;
import java.math.BigDecimal;
import java.util.Optional;
import org.joda.money.CurrencyUnit;

/** Worksheets, quotes and orders as workbooks that reckon. */
public final class WorksheetBook {
  private WorksheetBook() {}

  /**
   * A worksheet as a workbook.
   *
   * @param about a line beneath the title
   * @param withCosts only for who sees them
   */
  public static byte[] of(String title, String about, Calculation worked, boolean withCosts) {
    CurrencyUnit currency = worked.contract().getCurrencyUnit();
    Optional<DocumentDiscount> discount = worked.check().tally().worksheet().documentDiscount();
    return OfferWorkbook.write(
        new OfferWorkbook.Offer(
            title,
            about,
            currency.getCode(),
            currency.getDecimalPlaces(),
            worked.rows().stream()
                .map(
                    row ->
                        row.tally()
                            .map(tally -> line(worked, row.form(), tally))
                            .orElseGet(() -> OfferWorkbook.Row.words(row.form().description())))
                .toList(),
            discount.flatMap(
                given ->
                    given instanceof DocumentDiscount.OfPercent of
                        ? Optional.of(number(of.percent()))
                        : Optional.empty()),
            discount.flatMap(
                given ->
                    given instanceof DocumentDiscount.OfAmount of
                        ? Optional.of(of.amount().getAmount())
                        : Optional.empty()),
            withCosts));
  }

  private static OfferWorkbook.Row line(Calculation worked, LineForm form, LineTally tally) {
    Terms terms = tally.line().terms();
    Optional<Recurring> plan = tally.line().recurring();
    return new OfferWorkbook.Row(
        true,
        form.product() == null ? "" : form.product().strip(),
        form.description(),
        worked.product(form).map(product -> product.unit()).orElse(""),
        tally.line().quantity().value(),
        tally.price().unitPrice().value(),
        terms instanceof Terms.Discount of ? Optional.of(number(of.percent())) : Optional.empty(),
        terms instanceof Terms.OwnPrice of ? Optional.of(of.unitPrice().value()) : Optional.empty(),
        tally.line().gift(),
        tally.line().counted(),
        plan.map(Recurring::everyMonths).orElse(0),
        tally.line().periods(),
        number(tally.line().item().tax()),
        tally.line().item().unitCost().value());
  }

  private static BigDecimal number(Percent percent) {
    return new BigDecimal(percent.toString());
  }
}
