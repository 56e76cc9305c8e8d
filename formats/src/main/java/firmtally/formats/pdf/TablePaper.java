package firmtally.formats.pdf;

import java.util.ArrayList;
import java.util.List;

/**
 * A table as it stands on paper, across the page.
 *
 * @param facts what it is narrowed to, a few words each
 * @param heads the names of its columns, the first of them over the names of the rows
 * @param rows each with as many cells as there are heads
 */
public record TablePaper(
    String company,
    String title,
    String printedOn,
    List<String> facts,
    List<String> heads,
    List<Row> rows) {
  private static final int FEW = 8;
  private static final int SOME = 14;

  /**
   * A row.
   *
   * @param kind {@code part} for a group within the one above it, {@code sum} for all together,
   *     else {@code plain}
   */
  public record Row(String kind, List<String> cells) {}

  /** The size of its letters in points: the more columns, the smaller. */
  public String size() {
    return heads.size() <= FEW ? "9" : "7.5";
  }

  /**
   * The columns in as many parts as they need to fit across a page, each beginning with the names
   * of the rows.
   */
  public List<TablePaper> parts() {
    List<TablePaper> parts = new ArrayList<>();
    for (int from = 1; from < heads.size() || parts.isEmpty(); from += SOME - 1) {
      int to = Math.min(heads.size(), from + SOME - 1);
      int first = Math.min(from, to);
      parts.add(
          new TablePaper(
              company,
              title,
              printedOn,
              facts,
              part(heads, first, to),
              rows.stream()
                  .map(row -> new Row(row.kind(), part(row.cells(), first, to)))
                  .toList()));
    }
    return parts;
  }

  private static List<String> part(List<String> cells, int from, int to) {
    List<String> part = new ArrayList<>(cells.subList(0, 1));
    part.addAll(cells.subList(from, to));
    return part;
  }
}
