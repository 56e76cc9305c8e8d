package firmtally.core.invoicing;

import firmtally.core.money.Percent;
import firmtally.core.money.Texts;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * An order's papers, and what is left to charge.
 *
 * <p>Each part of a line is the difference of two rounded shares, so that the parts of a line sum
 * to its net exactly. Example: 3 for 100.00, charged one by one, come to 33.33, 33.34 and 33.33.
 *
 * @param papers one for each ask, in their order
 * @param left the lines that have a quantity left
 * @param deposits what is neither deducted nor credited, by tax percent, rising, above 0 only
 */
public record Invoicing(
    List<Paper> papers, List<Left> left, List<OpenDeposit> deposits, Totals totals) {
  /** What is not yet charged of a line. */
  public record Left(OrderLine line, BigDecimal quantity, Money net) {}

  /** Deposits at a tax percent that are still to be set off. */
  public record OpenDeposit(Percent percent, Money base) {}

  /**
   * The order as a whole, without tax.
   *
   * @param ordered Σ net of the lines
   * @param charged what the lines were charged, credit notes taken off; without deposits
   * @param deposits Σ of what is left of them
   * @param left {@code ordered − charged}
   */
  public record Totals(Money ordered, Money charged, Money deposits, Money left) {}

  /**
   * Works the asks out one after the other, each on what the earlier ones left.
   *
   * @param lines ids are unique, amounts in the currency
   * @param asks refs are unique
   * @throws AskRefusedException at the first ask that does not come out, with all that is wrong
   *     with it
   * @throws IllegalArgumentException if a line's id stands twice or an amount is in another
   *     currency
   */
  public static Invoicing of(CurrencyUnit currency, List<OrderLine> lines, List<Ask> asks) {
    return new InvoiceRun(currency, lines).run(asks);
  }

  static String word(Paper paper) {
    return Texts.word(paper.kind());
  }

  /**
   * How each figure came about.
   *
   * @param lines the order's
   * @param asks what was asked
   */
  public List<Working> workings(List<OrderLine> lines, List<Ask> asks) {
    return InvoicingWorkings.of(this, lines, asks);
  }
}
