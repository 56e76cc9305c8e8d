package firmtally.core.invoicing;

import firmtally.core.money.Percent;
import firmtally.core.money.TaxedSum;
import java.math.BigDecimal;
import java.util.List;
import org.joda.money.Money;

/**
 * What an ask became: a deposit invoice, an invoice or a credit note.
 *
 * @param lines in the order of the order's lines; none for a deposit and for its credit note
 * @param deducted the deposits that were set off, by tax percent rising, above 0 only
 * @param sum the bases are what the lines come to less what is deducted, or the deposit's parts;
 *     below 0 on a credit note
 */
public record Paper(
    String ref, Kind kind, List<Line> lines, List<Deducted> deducted, TaxedSum sum) {
  /** What is sent. */
  public enum Kind {
    DEPOSIT,
    INVOICE,
    CREDIT
  }

  /**
   * A line of a paper.
   *
   * @param quantity below 0 on a credit note
   * @param net the same
   * @param share what it was worked out from
   */
  public record Line(OrderLine line, BigDecimal quantity, Money net, Share share) {}

  /**
   * A part of what was split over several papers: of {@code net} for {@code quantity}, after {@code
   * before} of the quantity had come to {@code netBefore}.
   */
  public record Share(
      BigDecimal quantity, BigDecimal net, BigDecimal before, BigDecimal netBefore) {}

  /** What was set off at a tax percent, and from which deposits, the oldest first. */
  public record Deducted(Percent percent, Money base, List<FromDeposit> from) {}

  /** An amount out of a deposit. */
  public record FromDeposit(String ref, Money amount) {}
}
