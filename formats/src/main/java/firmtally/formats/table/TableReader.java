package firmtally.formats.table;

import java.util.List;

/**
 * Reads CSV and XLSX. CSV may be separated by commas, semicolons or tabs, and written in UTF-8 or,
 * where it is no valid UTF-8, in windows-1252. Of a workbook the first sheet is read.
 *
 * <p>Rows, columns, the length of cells, the whole text, and what a workbook unpacks to are counted
 * while reading, which stops where there is more than a table has; however the file is made, it
 * takes at most some 64 MiB beside its own bytes.
 */
public final class TableReader {
  private static final int MOST_PASTED = 20_000;
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
    Bounds bounds = new Bounds(mostRows);
    if (isZip(file)) {
      WorkbookTable.read(file, bounds);
    } else {
      CsvTable.read(file, bounds);
    }
    List<Table.Row> filled = bounds.filled();
    if (filled.isEmpty()) {
      throw new IllegalArgumentException("The file has no rows.");
    }
    return new Table(
        filled.get(0).cells().stream().map(String::strip).toList(),
        filled.subList(1, filled.size()));
  }

  /**
   * Rows as a spreadsheet puts them on the clipboard: cells parted by tabs, a cell of several lines
   * in quotes; where there is no tab, but a semicolon in the first row, by semicolons. Blank rows
   * are left out. Example: {@code "BS-30\t12\nBS-60\t3\n"} has two rows of two cells.
   *
   * @throws IllegalArgumentException when a quote is opened and not closed, or it is too much
   */
  public static List<Table.Row> pasted(String text) {
    Bounds bounds = new Bounds(MOST_PASTED);
    boolean isBySemicolon =
        text.indexOf('\t') < 0 && text.lines().findFirst().orElse("").indexOf(';') >= 0;
    CsvTable.read(text, isBySemicolon ? ';' : '\t', bounds);
    return bounds.filled();
  }

  private static boolean isZip(byte[] file) {
    return file.length > 3 && file[0] == 'P' && file[1] == 'K' && file[2] == 3 && file[3] == 4;
  }
}
