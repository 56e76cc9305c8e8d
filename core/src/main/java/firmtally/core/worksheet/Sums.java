package firmtally.core.worksheet;

import firmtally.core.money.Percent;
import firmtally.core.money.Rounding;
import firmtally.core.money.TaxedSum;
import java.math.BigDecimal;
import java.util.HashMap;
import java.util.Map;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * Adds counted lines up, each looked at once. Amounts are whole minor units already, so their sums
 * are exact in bare numbers and become money at the end.
 */
final class Sums {
  private final CurrencyUnit currency;
  private BigDecimal list = BigDecimal.ZERO;
  private BigDecimal contract = BigDecimal.ZERO;
  private BigDecimal cost = BigDecimal.ZERO;
  private BigDecimal oneOff = BigDecimal.ZERO;
  private final Map<Percent, BigDecimal> taxBases = new HashMap<>();
  private final Map<Integer, BigDecimal> byEvery = new TreeMap<>();

  Sums(CurrencyUnit currency) {
    this.currency = currency;
  }

  void add(LineTally tally) {
    Line line = tally.line();
    BigDecimal paid = tally.finalAmount().getAmount();
    BigDecimal listed = tally.listed().getAmount();
    BigDecimal costs = tally.cost().getAmount();
    if (line.recurring().isPresent()) {
      byEvery.merge(line.recurring().get().everyMonths(), paid, BigDecimal::add);
      BigDecimal periods = BigDecimal.valueOf(line.periods());
      list = list.add(listed.multiply(periods));
      contract = contract.add(paid.multiply(periods));
      cost = cost.add(costs.multiply(periods));
    } else {
      oneOff = oneOff.add(paid);
      list = list.add(listed);
      contract = contract.add(paid);
      cost = cost.add(costs);
    }
    taxBases.merge(line.item().tax(), paid, BigDecimal::add);
  }

  Money list() {
    return money(list);
  }

  Money contract() {
    return money(contract);
  }

  Money cost() {
    return money(cost);
  }

  Money oneOff() {
    return money(oneOff);
  }

  /** Σ final × times / everyMonths, exact and rounded once. */
  Money recurring(BigDecimal times) {
    Map<Integer, BigDecimal> dividends = new TreeMap<>();
    byEvery.forEach((every, paid) -> dividends.put(every, paid.multiply(times)));
    return Rounding.sumOfQuotients(currency, dividends);
  }

  /** What is invoiced first: the one-off lines and one charge of each recurring line. */
  TaxedSum firstInvoice() {
    return TaxedSum.of(currency, taxBases);
  }

  private Money money(BigDecimal amount) {
    return Money.of(currency, amount);
  }
}
