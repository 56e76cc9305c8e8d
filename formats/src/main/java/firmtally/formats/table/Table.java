package firmtally.formats.table;

import java.util.List;

/**
 * A table of texts as a file holds it. Rows that are shorter than the header are filled with empty
 * texts, longer ones keep what they have.
 *
 * <p>Example: the file {@code name;town} / {@code Reed Farm;Saltmere} is {@code new
 * Table(List.of("name", "town"), List.of(new Row(2, List.of("Reed Farm", "Saltmere"))))}.
 *
 * @param columns the first row
 */
public record Table(List<String> columns, List<Row> rows) {
  public Table {
    columns = List.copyOf(columns);
    rows = List.copyOf(rows);
  }

  /**
   * A row.
   *
   * @param number as a spreadsheet numbers it: the header is 1
   */
  public record Row(int number, List<String> cells) {
    public Row {
      cells = List.copyOf(cells);
    }

    /** The text at a column, counted from 0; empty beyond the row's end. */
    public String at(int column) {
      return column < cells.size() ? cells.get(column) : "";
    }

    /** Whether there is nothing in it. */
    public boolean isBlank() {
      return cells.stream().allMatch(String::isBlank);
    }
  }
}
