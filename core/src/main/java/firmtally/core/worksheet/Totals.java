package firmtally.core.worksheet;

import firmtally.core.money.Percent;
import firmtally.core.money.TaxedSum;
import java.util.Optional;
import org.joda.money.Money;

/**
 * The totals over the counted lines, over the whole term of recurring ones.
 *
 * @param list at list prices, each line rounded to the minor unit
 * @param contract what the customer pays
 * @param oneOff what is paid once
 * @param recurringMonthly what recurs, by the month: the sum is exact and rounded once
 * @param recurringYearly the same by the year
 * @param weighted contract × probability, half up to the minor unit
 * @param firstInvoice the one-off lines and one charge of each recurring line
 */
public record Totals(
    Money list,
    Money contract,
    Money cost,
    Money oneOff,
    Money recurringMonthly,
    Money recurringYearly,
    Optional<Money> weighted,
    TaxedSum firstInvoice) {
  /** {@code list − contract}. */
  public Money given() {
    return list.minus(contract);
  }

  /** {@code contract − cost}. */
  public Money margin() {
    return contract.minus(cost);
  }

  /** Margin of contract, 2 decimals half up; empty when contract is 0. */
  public Optional<Percent> marginPercent() {
    return Percent.ratio(margin().getAmount(), contract.getAmount());
  }

  /** Margin of cost, 2 decimals half up; empty when cost is 0. */
  public Optional<Percent> markupPercent() {
    return Percent.ratio(margin().getAmount(), cost.getAmount());
  }
}
