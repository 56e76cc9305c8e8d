package firmtally.formats.table;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.compress.utils.SeekableInMemoryByteChannel;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;

/** Reads the first sheet of a workbook, after it was unpacked once only to be counted. */
final class WorkbookTable {
  private static final int MIB = 1024 * 1024;
  private static final int MOST_PARTS = 500;
  private static final long MOST_UNPACKED = 64L * MIB;

  /** Shared texts and styles are held in memory as a whole. */
  private static final long MOST_SHARED = 12L * MIB;

  private static final long MOST_OF_OTHERS = 2L * MIB;

  /** A cell's text, each of its characters written out. */
  private static final int LONGEST_TEXT = 8 * Bounds.LONGEST_CELL;

  private static final int CHUNK = 64 * 1024;
  private static final String TOO_LARGE = "The workbook holds more than can be imported at once.";
  private static final String DAMAGED = "This is not a valid workbook, or it is damaged.";

  private WorkbookTable() {}

  static void read(byte[] file, Bounds into) {
    try {
      count(file);
      readRows(file, into);
    } catch (TooLarge e) {
      throw new IllegalArgumentException(TOO_LARGE, e);
    } catch (Refused e) {
      throw e.why;
    } catch (IOException | RuntimeException | StackOverflowError e) {
      // Whatever the libraries stumble over: it is the file that is not in order.
      throw new IllegalArgumentException(DAMAGED, e);
    }
  }

  private static final class TooLarge extends IOException {
    private static final long serialVersionUID = 1L;
  }

  /** What the table itself is refused for, past what else goes wrong. */
  private static final class Refused extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final transient IllegalArgumentException why;

    Refused(IllegalArgumentException why) {
      this.why = why;
    }
  }

  private static void count(byte[] file) throws IOException {
    try (ZipFile zip =
        ZipFile.builder().setSeekableByteChannel(new SeekableInMemoryByteChannel(file)).get()) {
      long unpacked = 0;
      int parts = 0;
      Iterator<ZipArchiveEntry> entries = zip.getEntries().asIterator();
      while (entries.hasNext()) {
        ZipArchiveEntry entry = entries.next();
        if (++parts > MOST_PARTS) {
          throw new TooLarge();
        }
        try (InputStream in = zip.getInputStream(entry)) {
          unpacked += count(in, Math.min(most(entry.getName()), MOST_UNPACKED - unpacked));
        }
      }
    }
  }

  private static long most(String part) {
    String name = part.toLowerCase(Locale.ROOT);
    if (name.contains("/worksheets/") || name.contains("/media/")) {
      return MOST_UNPACKED;
    }
    return name.contains("sharedstrings") ? MOST_SHARED : MOST_OF_OTHERS;
  }

  private static long count(InputStream in, long most) throws IOException {
    byte[] part = new byte[CHUNK];
    long count = 0;
    int text = 0;
    int column = -1;
    byte before = 0;
    byte last = 0;
    for (int got = in.read(part); got >= 0; got = in.read(part)) {
      count += got;
      if (count > most) {
        throw new TooLarge();
      }
      for (int i = 0; i < got; i++) {
        byte b = part[i];
        text = b == '<' ? 0 : text + 1;
        // A cell's place such as r="AB12": more than three letters are no column of a sheet.
        if (b == '"' && last == '=' && before == 'r') {
          column = 0;
        } else if (column >= 0) {
          column = b >= 'A' && b <= 'Z' ? column + 1 : -1;
        }
        if (text > LONGEST_TEXT || column > 3) {
          throw new TooLarge();
        }
        before = last;
        last = b;
      }
    }
    return count;
  }

  private static void readRows(byte[] file, Bounds into) throws IOException {
    try (ReadableWorkbook workbook =
            new ReadableWorkbook(new ByteArrayInputStream(file), new ReadingOptions(true, false));
        Stream<Row> rows = workbook.getFirstSheet().openStream()) {
      Iterator<Row> each = rows.iterator();
      while (each.hasNext()) {
        Row row = each.next();
        List<String> cells = cells(row);
        try {
          into.add(row.getRowNum(), cells);
        } catch (IllegalArgumentException e) {
          throw new Refused(e);
        }
      }
    }
  }

  private static List<String> cells(Row row) {
    List<String> cells = new ArrayList<>();
    for (int i = 0; i < Math.min(row.getCellCount(), Bounds.MOST_COLUMNS + 1); i++) {
      cells.add(row.getOptionalCell(i).map(WorkbookTable::text).orElse(""));
    }
    return cells;
  }

  private static String text(Cell cell) {
    if (cell.getType() == CellType.NUMBER && isDay(cell)) {
      return cell.asDate().toLocalDate().toString();
    }
    return cell.getType() == CellType.NUMBER ? number(cell) : cell.getText();
  }

  private static String number(Cell cell) {
    // A number of a million digits is written with an exponent of seven letters.
    var number = cell.asNumber().stripTrailingZeros();
    return Math.abs(number.scale()) + number.precision() > 100
        ? number.toString()
        : number.toPlainString();
  }

  private static boolean isDay(Cell cell) {
    String format = cell.getDataFormatString();
    return format != null && format.matches("(?i).*(yy|d{1,2}[./-]m).*");
  }
}
