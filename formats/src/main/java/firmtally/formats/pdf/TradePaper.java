package firmtally.formats.pdf;

import java.util.List;

/**
 * What stands on a paper that follows an order, as it is to be read: an invoice, a credit note, a
 * delivery note, a statement or a reminder.
 *
 * @param kind what it is: {@code Invoice}
 * @param number blank for what has none
 * @param letter paragraphs before the rows
 * @param rows of cells, one for each column
 * @param sums what stands under the rows
 * @param closing what is said after them, by name
 * @param notes paragraphs at its end
 * @param language of its words; null for English, as what was issued before there were others
 * @param signs whether it has a place to sign for what was received
 */
public record TradePaper(
    String kind,
    String number,
    QuotePaper.Seller seller,
    List<String> addressee,
    List<QuotePaper.Fact> facts,
    List<String> letter,
    List<Column> columns,
    List<Row> rows,
    List<QuotePaper.Sum> sums,
    List<QuotePaper.Fact> closing,
    List<String> notes,
    String language,
    boolean signs) {
  /**
   * A column.
   *
   * @param width in millimetres; 0 for whatever is left
   */
  public record Column(String name, int width, boolean right) {
    /** How wide, as the page writes it. */
    public String style() {
      return width == 0 ? "" : "width: " + width + "mm";
    }

    /** How its cells are set. */
    public String align() {
      return right ? "mid" : "";
    }
  }

  /**
   * A row.
   *
   * @param remark under the widest cell; may be blank
   */
  public record Row(List<String> cells, String remark) {
    /** A row without a remark. */
    public static Row of(String... cells) {
      return new Row(List.of(cells), "");
    }
  }

  /** What it is called: {@code Invoice I-1001}. */
  public String called() {
    return number.isEmpty() ? kind : kind + " " + number;
  }

  /** How many columns the words of a sum span. */
  public int span() {
    return columns.size() - 2;
  }

  /** The column whose width is whatever is left. */
  public int widest() {
    for (int i = 0; i < columns.size(); i++) {
      if (columns.get(i).width() == 0) {
        return i;
      }
    }
    return 0;
  }

  /** Rows that may stand on pages of their own. */
  public List<Row> first() {
    return rows.size() < 2 ? List.of() : rows.subList(0, rows.size() - 1);
  }

  /** The last row, which stays with the sums; none where there are no rows. */
  public List<Row> last() {
    return rows.isEmpty() ? List.of() : rows.subList(rows.size() - 1, rows.size());
  }
}
