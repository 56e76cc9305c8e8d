package firmtally.core.worksheet;

import firmtally.core.money.Percent;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * What a section of a worksheet comes to: its counted lines, over the whole term of recurring ones,
 * by the same sums as the {@link Totals}, so that sections add up to them.
 *
 * <p>Example: a section with 10 at 420.00 less 5 % that cost 231.00 each has list 4,200.00,
 * contract 3,990.00 and margin 1,680.00 (42.11 %).
 *
 * @param list at list prices, each line rounded to the minor unit
 * @param contract what the customer pays for it
 * @param cost what it costs
 */
public record Subtotal(Money list, Money contract, Money cost) {
  /** Of lines worked out; those that do not count add nothing. */
  public static Subtotal of(CurrencyUnit currency, List<LineTally> lines) {
    Sums sums = new Sums(currency);
    lines.stream().filter(line -> line.line().counted()).forEach(sums::add);
    return new Subtotal(sums.list(), sums.contract(), sums.cost());
  }

  /** {@code contract − cost}. */
  public Money margin() {
    return contract.minus(cost);
  }

  /** Margin of contract, 2 decimals half up; empty when contract is 0. */
  public Optional<Percent> marginPercent() {
    return Percent.ratio(margin().getAmount(), contract.getAmount());
  }
}
