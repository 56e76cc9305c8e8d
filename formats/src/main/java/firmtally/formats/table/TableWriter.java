package firmtally.formats.table;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/**
 * Writes tables as CSV (UTF-8 with commas, as RFC 4180 says) and as XLSX, where numbers are
 * numbers, days are days and the sums at the foot are live formulas.
 *
 * <p>Cells are texts, {@link BigDecimal}, {@link LocalDate} or null for nothing.
 */
public final class TableWriter {
  private static final String FORMULA_STARTS = "=+-@\t\r";
  private static final double WIDEST = 46;
  private static final double NARROWEST = 9;
  private final String title;
  private final List<Column> columns;

  private TableWriter(String title, List<Column> columns) {
    this.title = title;
    this.columns = List.copyOf(columns);
  }

  /**
   * A column.
   *
   * @param format a number format such as {@code #,##0.00}; blank for texts and days
   * @param summed whether its sum stands at the foot of the sheet
   */
  public record Column(String name, String format, boolean summed) {
    /** A column of texts or days. */
    public static Column text(String name) {
      return new Column(name, "", false);
    }

    /** A column of amounts with so many decimals, summed at the foot. */
    public static Column amount(String name, int decimals) {
      return new Column(name, decimals == 0 ? "#,##0" : "#,##0." + "0".repeat(decimals), true);
    }
  }

  /** A writer of tables with a title, which names the sheet, and columns. */
  public static TableWriter of(String title, List<Column> columns) {
    return new TableWriter(title, columns);
  }

  /**
   * As CSV. A text that a spreadsheet would take for a formula is kept from being one by an
   * apostrophe before it.
   */
  public byte[] csv(List<List<Object>> rows) {
    StringWriter text = new StringWriter();
    try (CsvWriter writer = CsvWriter.builder().build(text)) {
      writer.writeRecord(columns.stream().map(Column::name).toList());
      for (List<Object> row : rows) {
        writer.writeRecord(row.stream().map(TableWriter::plain).toList());
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text.toString().getBytes(StandardCharsets.UTF_8);
  }

  private static String plain(Object cell) {
    if (cell == null) {
      return "";
    }
    if (cell instanceof BigDecimal number) {
      return number.toPlainString();
    }
    String text = cell.toString();
    return !text.isEmpty() && FORMULA_STARTS.indexOf(text.charAt(0)) >= 0 ? "'" + text : text;
  }

  /** As a workbook of one sheet. */
  public byte[] xlsx(List<List<Object>> rows) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (Workbook workbook = new Workbook(bytes, "Firm Tally", "1.0")) {
      Worksheet sheet = workbook.newWorksheet(title);
      header(sheet);
      for (int r = 0; r < rows.size(); r++) {
        row(sheet, r + 1, rows.get(r));
      }
      foot(sheet, rows.size());
      sheet.freezePane(0, 1);
      if (!rows.isEmpty()) {
        sheet.setAutoFilter(0, 0, rows.size(), columns.size() - 1);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  private void header(Worksheet sheet) {
    for (int c = 0; c < columns.size(); c++) {
      sheet.value(0, c, columns.get(c).name());
      sheet.style(0, c).bold().set();
      sheet.width(c, Math.min(WIDEST, Math.max(NARROWEST, columns.get(c).name().length() + 6.0)));
    }
  }

  private void row(Worksheet sheet, int r, List<Object> cells) {
    for (int c = 0; c < cells.size(); c++) {
      Object cell = cells.get(c);
      if (cell instanceof BigDecimal number) {
        sheet.value(r, c, number);
        sheet.style(r, c).format(columns.get(c).format()).set();
      } else if (cell instanceof LocalDate day) {
        sheet.value(r, c, day);
        sheet.style(r, c).format("yyyy-mm-dd").set();
      } else if (cell != null) {
        sheet.value(r, c, cell.toString());
      }
    }
  }

  private void foot(Worksheet sheet, int count) {
    for (int c = 0; c < columns.size(); c++) {
      if (columns.get(c).summed() && count > 0) {
        String letter = letter(c);
        sheet.formula(count + 1, c, "SUM(" + letter + "2:" + letter + (count + 1) + ")");
        sheet.style(count + 1, c).format(columns.get(c).format()).bold().set();
      }
    }
  }

  /** The letters of a column counted from 0: A, B … Z, AA. */
  private static String letter(int column) {
    return column < 26
        ? String.valueOf((char) ('A' + column))
        : letter(column / 26 - 1) + letter(column % 26);
  }
}
