package firmtally.formats.table;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/**
 * A worksheet, quote or order as a workbook that reckons: quantities, prices and discounts are
 * entered, all else is formulas by the same rules as ours, down to the cents that a document
 * discount leaves over. The unit price is the one that was found; another quantity does not find
 * another.
 */
public final class OfferWorkbook {
  private static final String PERCENT = "0.00####";
  private static final String QUANTITY = "#,##0.###";
  private static final String UNIT_PRICE = "#,##0.00##";
  private static final String ENTERED = "FFF3D6";
  private static final int HEAD = 3;
  private final Offer offer;
  private final Map<Col, Integer> place = new EnumMap<>(Col.class);
  private final Worksheet sheet;
  private final String money;

  private OfferWorkbook(Offer offer, Worksheet sheet) {
    this.offer = offer;
    this.sheet = sheet;
    this.money = offer.decimals() == 0 ? "#,##0" : "#,##0." + "0".repeat(offer.decimals());
    for (Col column : Col.values()) {
      if (offer.withCosts() || !column.costs) {
        place.put(column, place.size());
      }
    }
  }

  /**
   * What is written.
   *
   * @param title names the sheet and stands at its top
   * @param about a line beneath, such as whom it is for
   * @param decimals of the currency
   * @param discount on the whole document; of percent and amount at most one
   */
  public record Offer(
      String title,
      String about,
      String currency,
      int decimals,
      List<Row> rows,
      Optional<BigDecimal> discountPercent,
      Optional<BigDecimal> discountAmount,
      boolean withCosts) {}

  /**
   * A row; a heading or a note has words alone.
   *
   * @param price the unit price found
   * @param ownPrice set instead of it
   * @param everyMonths 0 for what is paid once
   * @param periods how often it is charged, 1 for what is paid once
   */
  public record Row(
      boolean priced,
      String code,
      String words,
      String unit,
      BigDecimal quantity,
      BigDecimal price,
      Optional<BigDecimal> discount,
      Optional<BigDecimal> ownPrice,
      boolean gift,
      boolean counted,
      int everyMonths,
      int periods,
      BigDecimal tax,
      BigDecimal cost) {
    /** A heading or a note. */
    public static Row words(String words) {
      BigDecimal none = BigDecimal.ZERO;
      return new Row(
          false,
          "",
          words,
          "",
          none,
          none,
          Optional.empty(),
          Optional.empty(),
          false,
          false,
          0,
          1,
          none,
          none);
    }
  }

  private enum Col {
    CODE("Code", 14, false),
    WORDS("Description", 38, false),
    QUANTITY("Quantity", 11, false),
    UNIT("Unit", 8, false),
    PRICE("Unit price", 13, false),
    DISCOUNT("Discount %", 11, false),
    OWN("Own price", 12, false),
    GIFT("Free", 7, false),
    COUNTED("Counted", 9, false),
    GROSS("Gross", 13, false),
    NET("Net", 13, false),
    SHARE("Document discount", 17, false),
    FINAL("Line total", 14, false),
    EVERY("Every months", 13, false),
    PERIODS("Charges", 9, false),
    TERM("Over the term", 15, false),
    TAX("Tax %", 8, false),
    COST("Unit cost", 12, true),
    COST_TERM("Cost over the term", 17, true),
    MARGIN("Margin", 13, true),
    EXACT("Exact share", 13, false),
    CUT("Cut", 12, false),
    REST("Left over", 12, false);

    final String title;
    final int width;
    final boolean costs;

    Col(String title, int width, boolean costs) {
      this.title = title;
      this.width = width;
      this.costs = costs;
    }
  }

  /** The workbook. */
  public static byte[] write(Offer offer) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (Workbook workbook = new Workbook(bytes, "Firm Tally", "1.0")) {
      new OfferWorkbook(offer, workbook.newWorksheet(offer.title())).write();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  private void write() {
    sheet.value(0, 0, offer.title());
    sheet.style(0, 0).bold().fontSize(14).set();
    sheet.value(1, 0, offer.about());
    place.forEach(
        (column, at) -> {
          sheet.value(HEAD - 1, at, column.title);
          sheet.style(HEAD - 1, at).bold().wrapText(true).set();
          sheet.width(at, column.width);
        });
    for (int i = 0; i < offer.rows().size(); i++) {
      row(HEAD + i, offer.rows().get(i));
    }
    int foot = HEAD + offer.rows().size() + 1;
    foot(foot);
    sheet.freezePane(2, HEAD);
  }

  /** A cell as formulas name it; rows are counted from 0 here and from 1 there. */
  private String at(Col column, int row) {
    return letter(place.get(column)) + (row + 1);
  }

  /** A column's cells of all lines. */
  private String all(Col column) {
    String letter = "$" + letter(place.get(column)) + "$";
    return letter + (HEAD + 1) + ":" + letter + (HEAD + Math.max(1, offer.rows().size()));
  }

  private static String letter(int column) {
    return column < 26
        ? String.valueOf((char) ('A' + column))
        : letter(column / 26 - 1) + letter(column % 26);
  }

  private void entered(Col column, int row, BigDecimal value, String format) {
    if (value != null) {
      sheet.value(row, place.get(column), value);
    }
    sheet.style(row, place.get(column)).format(format).fillColor(ENTERED).set();
  }

  private void formula(Col column, int row, String formula) {
    // The library writes formulas into the sheet's XML as they are.
    sheet.formula(
        row,
        place.get(column),
        formula.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;"));
    sheet.style(row, place.get(column)).format(money).set();
  }

  private String round(String value) {
    return "ROUND(" + value + "," + offer.decimals() + ")";
  }

  private void row(int row, Row of) {
    if (!of.priced()) {
      sheet.value(row, place.get(Col.WORDS), of.words());
      sheet.style(row, place.get(Col.WORDS)).bold().set();
      return;
    }
    sheet.value(row, place.get(Col.CODE), of.code());
    sheet.value(row, place.get(Col.WORDS), of.words());
    sheet.value(row, place.get(Col.UNIT), of.unit());
    entered(Col.QUANTITY, row, of.quantity(), QUANTITY);
    entered(Col.PRICE, row, of.price(), UNIT_PRICE);
    entered(Col.DISCOUNT, row, of.discount().orElse(null), PERCENT);
    entered(Col.OWN, row, of.ownPrice().orElse(null), UNIT_PRICE);
    entered(Col.GIFT, row, of.gift() ? BigDecimal.ONE : null, "0");
    entered(Col.COUNTED, row, of.counted() ? BigDecimal.ONE : BigDecimal.ZERO, "0");
    entered(Col.TAX, row, of.tax(), PERCENT);
    if (of.everyMonths() > 0) {
      sheet.value(row, place.get(Col.EVERY), of.everyMonths());
    }
    sheet.value(row, place.get(Col.PERIODS), of.periods());
    String quantity = at(Col.QUANTITY, row);
    String gross = at(Col.GROSS, row);
    String discounted = gross + "-" + round(gross + "*" + at(Col.DISCOUNT, row) + "/100");
    String own = at(Col.OWN, row);
    formula(Col.GROSS, row, round(quantity + "*" + at(Col.PRICE, row)));
    formula(
        Col.NET,
        row,
        "IF(%s=1,0,IF(%s<>\"\",%s,%s))"
            .formatted(at(Col.GIFT, row), own, round(quantity + "*" + own), discounted));
    share(row, of);
    formula(Col.FINAL, row, at(Col.NET, row) + "-" + at(Col.SHARE, row));
    formula(
        Col.TERM,
        row,
        at(Col.FINAL, row) + "*" + at(Col.PERIODS, row) + "*" + at(Col.COUNTED, row));
    if (offer.withCosts()) {
      entered(Col.COST, row, of.cost(), UNIT_PRICE);
      formula(
          Col.COST_TERM,
          row,
          round(quantity + "*" + at(Col.COST, row))
              + "*"
              + at(Col.PERIODS, row)
              + "*"
              + at(Col.COUNTED, row));
      formula(Col.MARGIN, row, at(Col.TERM, row) + "-" + at(Col.COST_TERM, row));
    }
  }

  /**
   * The line's part of the document discount: exact, cut down, and the cents left over one each to
   * the largest parts cut off, the earlier line first.
   */
  private void share(int row, Row of) {
    boolean recurs = of.everyMonths() > 0;
    String takes = "AND(" + at(Col.COUNTED, row) + "=1," + at(Col.GIFT, row) + "<>1)";
    if (recurs) {
      formula(
          Col.SHARE,
          row,
          "IF(" + takes + "," + round(at(Col.NET, row) + "*" + percent() + "/100") + ",0)");
      return;
    }
    String unit = BigDecimal.ONE.movePointLeft(offer.decimals()).toPlainString();
    String base = base();
    formula(
        Col.EXACT,
        row,
        "IF(AND(%s,%s<>0),ROUND(%s*%s/%s,9),0)"
            .formatted(takes, base, given(), at(Col.NET, row), base));
    formula(Col.CUT, row, "ROUNDDOWN(" + at(Col.EXACT, row) + "," + offer.decimals() + ")");
    formula(Col.REST, row, "ROUND(" + at(Col.EXACT, row) + "-" + at(Col.CUT, row) + ",9)");
    String rest = at(Col.REST, row);
    String above =
        row == HEAD
            ? "0"
            : "COUNTIF(%s:%s,%s)"
                .formatted(
                    "$" + letter(place.get(Col.REST)) + "$" + (HEAD + 1),
                    letter(place.get(Col.REST)) + row,
                    rest);
    formula(
        Col.SHARE,
        row,
        "%s+IF(AND(%s>0,COUNTIF(%s,\">\"&%s)+%s+1<=ROUND((%s-SUM(%s))/%s,0)),%s,0)"
            .formatted(
                at(Col.CUT, row),
                rest,
                all(Col.REST),
                rest,
                above,
                given(),
                all(Col.CUT),
                unit,
                unit));
  }

  /** What a document discount in percent is taken of: the counted one-off lines, no gifts. */
  private String base() {
    return "SUMPRODUCT(%s*(%s=1)*(%s<>1)*(%s=\"\"))"
        .formatted(all(Col.NET), all(Col.COUNTED), all(Col.GIFT), all(Col.EVERY));
  }

  /** Where the document discount is entered: beneath the lines. */
  private String percent() {
    return "$" + letter(place.get(Col.FINAL)) + "$" + (HEAD + offer.rows().size() + 2);
  }

  private String amount() {
    return "$" + letter(place.get(Col.FINAL)) + "$" + (HEAD + offer.rows().size() + 3);
  }

  /** What is given on the one-off lines together. */
  private String given() {
    return "IF("
        + amount()
        + "<>\"\","
        + amount()
        + ","
        + round(base() + "*" + percent() + "/100")
        + ")";
  }

  private void foot(int from) {
    int row = from;
    entry(row++, "Document discount, %", offer.discountPercent(), PERCENT);
    entry(row++, "or an amount, " + offer.currency(), offer.discountAmount(), money);
    row++;
    sum(row++, "Contract, over the terms", "SUM(" + all(Col.TERM) + ")");
    String first = "SUMPRODUCT(" + all(Col.FINAL) + "*(" + all(Col.COUNTED) + "=1))";
    if (offer.withCosts()) {
      sum(row++, "Cost", "SUM(" + all(Col.COST_TERM) + ")");
      sum(row++, "Margin", "SUM(" + all(Col.MARGIN) + ")");
    }
    row++;
    sum(row++, "First invoice, net", first);
    List<Integer> taxes = new ArrayList<>();
    for (BigDecimal rate : rates()) {
      taxes.add(row);
      sum(
          row++,
          "Tax " + rate.toPlainString() + " %",
          round(
              "SUMPRODUCT(%s*(%s=1)*(%s=%s))*%s/100"
                  .formatted(
                      all(Col.FINAL),
                      all(Col.COUNTED),
                      all(Col.TAX),
                      rate.toPlainString(),
                      rate.toPlainString())));
    }
    StringBuilder total = new StringBuilder(first);
    taxes.forEach(at -> total.append('+').append(at(Col.FINAL, at)));
    sum(row, "Total, first invoice, " + offer.currency(), total.toString());
    sheet.style(row, place.get(Col.FINAL)).format(money).bold().set();
  }

  private Iterable<BigDecimal> rates() {
    TreeSet<BigDecimal> rates = new TreeSet<>();
    offer.rows().stream()
        .filter(Row::priced)
        .forEach(of -> rates.add(of.tax().stripTrailingZeros()));
    return rates;
  }

  private void label(int row, String words) {
    sheet.value(row, place.get(Col.WORDS), words);
  }

  private void entry(int row, String words, Optional<BigDecimal> value, String format) {
    label(row, words);
    entered(Col.FINAL, row, value.orElse(null), format);
  }

  private void sum(int row, String words, String formula) {
    label(row, words);
    formula(Col.FINAL, row, formula);
  }
}
