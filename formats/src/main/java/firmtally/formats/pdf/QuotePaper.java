package firmtally.formats.pdf;

import java.util.List;

/**
 * What stands on a quote's paper, as it is to be read: amounts already written out.
 *
 * @param addressee lines of the address
 * @param letter paragraphs
 */
public record QuotePaper(
    String company,
    String number,
    String title,
    String date,
    String validUntil,
    String rep,
    String repMail,
    List<String> addressee,
    List<String> letter,
    List<Line> lines,
    List<Sum> sums,
    String paymentTerms,
    String deliveryTerms) {
  /**
   * A row: a line, the heading of a section with what the section comes to, or a note.
   *
   * @param kind {@code line}, {@code heading} or {@code note}
   * @param remark how it is charged, or that it is optional or free; may be empty
   */
  public record Line(
      String kind,
      String code,
      String words,
      String remark,
      String quantity,
      String unit,
      String amount,
      boolean counted) {
    /** A line with its price. */
    public static Line of(
        String code,
        String words,
        String remark,
        String quantity,
        String unit,
        String amount,
        boolean counted) {
      return new Line("line", code, words, remark, quantity, unit, amount, counted);
    }

    /** A section's heading. */
    public static Line heading(String words, String amount) {
      return new Line("heading", "", words, "", "", "", amount, true);
    }

    /** Words between the lines. */
    public static Line note(String words) {
      return new Line("note", "", words, "", "", "", "", true);
    }
  }

  /** A row under the lines. */
  public record Sum(String words, String amount, boolean strong) {}
}
