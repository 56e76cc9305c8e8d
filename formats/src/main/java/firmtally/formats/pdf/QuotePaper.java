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
   * A line.
   *
   * @param remark how it is charged, or that it is optional or free; may be empty
   */
  public record Line(
      String code,
      String words,
      String remark,
      String quantity,
      String unit,
      String amount,
      boolean counted) {}

  /** A row under the lines. */
  public record Sum(String words, String amount, boolean strong) {}
}
