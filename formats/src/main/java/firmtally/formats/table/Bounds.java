package firmtally.formats.table;

import java.util.ArrayList;
import java.util.List;

/**
 * Counts a table while it is read, and stops at what no table of ours has: so that a small file
 * which unpacks to a large one costs neither time nor memory.
 */
final class Bounds {
  static final int MOST_COLUMNS = 500;

  /** As long as a spreadsheet lets a cell be. */
  static final int LONGEST_CELL = 32_767;

  private static final long MOST_CHARACTERS = 12_000_000;

  /** So many rows may be blank for one that is not. */
  private static final int BLANK_ROWS = 10;

  private final int mostRows;
  private final List<Table.Row> filled = new ArrayList<>();
  private long characters;

  Bounds(int mostRows) {
    this.mostRows = mostRows;
  }

  /**
   * Takes a row. Blank ones are counted and left out.
   *
   * @throws IllegalArgumentException where the table becomes too large
   */
  void add(int number, List<String> cells) {
    if (cells.size() > MOST_COLUMNS) {
      throw new IllegalArgumentException(
          "Row " + number + " has more than " + MOST_COLUMNS + " columns.");
    }
    long length = 0;
    for (String cell : cells) {
      if (cell.length() > LONGEST_CELL) {
        throw new IllegalArgumentException(
            "A cell of row " + number + " has more than 32,767 characters.");
      }
      length += cell.length();
    }
    Table.Row row = new Table.Row(number, cells);
    if (!row.isBlank()) {
      filled.add(row);
      characters += length;
    }
    boolean isTooLong = filled.size() - 1 > mostRows || number > (mostRows + 1) * BLANK_ROWS;
    if (isTooLong) {
      throw new IllegalArgumentException(
          "The file has more than " + mostRows + " rows; import at most so many at once.");
    }
    if (characters > MOST_CHARACTERS) {
      throw new IllegalArgumentException("The file holds more text than can be imported at once.");
    }
  }

  List<Table.Row> filled() {
    return filled;
  }
}
