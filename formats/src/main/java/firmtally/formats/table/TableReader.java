package firmtally.formats.table;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ExcelReaderException;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;

/**
 * Reads CSV and XLSX. CSV may be separated by commas, semicolons or tabs, and written in UTF-8 or,
 * where it is no valid UTF-8, in windows-1252. Of a workbook the first sheet is read.
 */
public final class TableReader {
  private static final char BYTE_ORDER_MARK = '\uFEFF';
  private static final String SEPARATORS = ",;\t";
  private final int mostRows;

  private TableReader(int mostRows) {
    this.mostRows = mostRows;
  }

  /** A reader that refuses tables of more rows than that, the header not counted. */
  public static TableReader ofAtMost(int rows) {
    return new TableReader(rows);
  }

  /**
   * Reads a file, whichever of the two kinds it is. Blank rows are left out; the others keep the
   * number that they have in the file.
   *
   * @throws IllegalArgumentException saying what is wrong with the file: it is empty, too long, no
   *     table, or damaged
   */
  public Table read(byte[] file) {
    List<Table.Row> rows = isZip(file) ? workbook(file) : csv(text(file));
    List<Table.Row> filled = rows.stream().filter(row -> !row.isBlank()).toList();
    if (filled.isEmpty()) {
      throw new IllegalArgumentException("The file has no rows.");
    }
    if (filled.size() - 1 > mostRows) {
      throw new IllegalArgumentException(
          "The file has "
              + (filled.size() - 1)
              + " rows; at most "
              + mostRows
              + " are taken at once.");
    }
    return new Table(
        filled.get(0).cells().stream().map(String::strip).toList(),
        filled.subList(1, filled.size()));
  }

  /**
   * Rows as a spreadsheet puts them on the clipboard: cells parted by tabs, a cell of several lines
   * in quotes. Blank rows are left out. Example: {@code "BS-30\t12\nBS-60\t3\n"} has two rows of
   * two cells.
   *
   * @throws IllegalArgumentException when a quote is opened and not closed
   */
  public static List<Table.Row> pasted(String text) {
    return csv(text, '\t').stream().filter(row -> !row.isBlank()).toList();
  }

  private static boolean isZip(byte[] file) {
    return file.length > 3 && file[0] == 'P' && file[1] == 'K' && file[2] == 3 && file[3] == 4;
  }

  private static String text(byte[] file) {
    String text;
    try {
      text = StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(file)).toString();
    } catch (CharacterCodingException notUtf8) {
      text = new String(file, Charset.forName("windows-1252"));
    }
    if (text.indexOf('\0') >= 0) {
      throw new IllegalArgumentException("This is neither CSV nor XLSX.");
    }
    return !text.isEmpty() && text.charAt(0) == BYTE_ORDER_MARK ? text.substring(1) : text;
  }

  private static List<Table.Row> csv(String text) {
    return csv(text, separator(text));
  }

  private static List<Table.Row> csv(String text, char separator) {
    checkQuotes(text, separator);
    List<Table.Row> rows = new ArrayList<>();
    try {
      // Each record remembers the line that it starts in; a cell may hold several lines, a
      // spreadsheet still numbers it as one row.
      int number = 0;
      for (CsvRecord record :
          CsvReader.builder()
              .fieldSeparator(separator)
              .skipEmptyLines(false)
              .allowExtraFields(true)
              .allowMissingFields(true)
              .ofCsvRecord(text)) {
        rows.add(new Table.Row(++number, record.getFields()));
      }
    } catch (CsvParseException e) {
      throw new IllegalArgumentException("The CSV is damaged: " + e.getMessage(), e);
    }
    return rows;
  }

  /** A quoted cell that never ends would swallow the rows below it. */
  private static void checkQuotes(String text, char separator) {
    boolean isQuoted = false;
    boolean atStart = true;
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (isQuoted) {
        boolean isDoubled = c == '"' && i + 1 < text.length() && text.charAt(i + 1) == '"';
        isQuoted = c != '"' || isDoubled;
        i += isDoubled ? 1 : 0;
      } else {
        isQuoted = atStart && c == '"';
        atStart = c == separator || c == '\n' || c == '\r';
      }
    }
    if (isQuoted) {
      throw new IllegalArgumentException(
          "The CSV is damaged: a cell begins with a quote that is never closed.");
    }
  }

  /** The separator that the first line has most of. */
  private static char separator(String text) {
    String first = text.lines().findFirst().orElse("");
    char best = ',';
    long most = 0;
    for (char separator : SEPARATORS.toCharArray()) {
      long count = first.chars().filter(c -> c == separator).count();
      if (count > most) {
        most = count;
        best = separator;
      }
    }
    return best;
  }

  private static List<Table.Row> workbook(byte[] file) {
    try (ReadableWorkbook workbook =
            new ReadableWorkbook(new ByteArrayInputStream(file), new ReadingOptions(true, false));
        Stream<Row> rows = workbook.getFirstSheet().openStream()) {
      return rows.map(row -> new Table.Row(row.getRowNum(), cells(row))).toList();
    } catch (IOException | ExcelReaderException e) {
      throw new IllegalArgumentException("The workbook is damaged: " + e.getMessage(), e);
    }
  }

  private static List<String> cells(Row row) {
    List<String> cells = new ArrayList<>();
    for (int i = 0; i < row.getCellCount(); i++) {
      cells.add(row.getOptionalCell(i).map(TableReader::text).orElse(""));
    }
    return cells;
  }

  private static String text(Cell cell) {
    if (cell.getType() == CellType.NUMBER && isDay(cell)) {
      return cell.asDate().toLocalDate().toString();
    }
    return cell.getType() == CellType.NUMBER
        ? cell.asNumber().stripTrailingZeros().toPlainString()
        : cell.getText();
  }

  private static boolean isDay(Cell cell) {
    String format = cell.getDataFormatString();
    return format != null && format.matches("(?i).*(yy|d{1,2}[./-]m).*");
  }
}
