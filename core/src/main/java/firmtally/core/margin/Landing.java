package firmtally.core.margin;

import firmtally.core.money.Percent;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Tally;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * The document discount that lands on a target. A contract of 1,000.00 with 50.00 given lands on
 * 900.00 with 150.00.
 *
 * @param documentDiscount the whole amount to give; below 0 or above what can be given when not
 *     feasible
 * @param contract as it would then be; empty when not feasible
 * @param marginPercent as it would then be, 2 decimals half up; empty when not feasible or the
 *     contract is 0
 */
public record Landing(
    Money documentDiscount,
    boolean feasible,
    Optional<Money> contract,
    Optional<Percent> marginPercent) {
  /**
   * Works the landing out.
   *
   * @throws IllegalArgumentException if the worksheet has a document discount in percent
   */
  public static Landing of(Tally tally, Target target) {
    if (target instanceof Target.FirstInvoice invoice) {
      return onTotalWithTax(tally, invoice.total());
    }
    Money wanted =
        target instanceof Target.Margin margin
            ? Room.contractAtMargin(tally.totals().cost(), margin.percent())
            : ((Target.Contract) target).amount();
    Money discount = given(tally).plus(tally.totals().contract()).minus(wanted);
    if (discount.isNegative() || discount.isGreaterThan(most(tally))) {
      return new Landing(discount, false, Optional.empty(), Optional.empty());
    }
    return landed(tally, discount, wanted);
  }

  private static Landing landed(Tally tally, Money discount, Money contract) {
    Money margin = contract.minus(tally.totals().cost());
    return new Landing(
        discount,
        true,
        Optional.of(contract),
        Percent.ratio(margin.getAmount(), contract.getAmount()));
  }

  /**
   * The least discount whose first invoice is not above the total. Each unit more of a discount
   * takes at least as much off the total, so it is found by halving.
   */
  private static Landing onTotalWithTax(Tally tally, Money total) {
    CurrencyUnit currency = tally.worksheet().currency();
    given(tally);
    BigInteger most = minor(most(tally));
    if (total(tally, money(currency, BigInteger.ZERO)).isLessThan(total)) {
      Money missing = total(tally, Money.zero(currency)).minus(total);
      return new Landing(missing, false, Optional.empty(), Optional.empty());
    } else if (total(tally, money(currency, most)).isGreaterThan(total)) {
      Money over = total(tally, money(currency, most)).minus(total);
      return new Landing(most(tally).plus(over), false, Optional.empty(), Optional.empty());
    }
    BigInteger low = BigInteger.ZERO;
    BigInteger high = most;
    while (low.compareTo(high) < 0) {
      BigInteger middle = low.add(high).shiftRight(1);
      if (total(tally, money(currency, middle)).isGreaterThan(total)) {
        low = middle.add(BigInteger.ONE);
      } else {
        high = middle;
      }
    }
    Money discount = money(currency, low);
    return landed(tally, discount, at(tally, discount).totals().contract());
  }

  private static Tally at(Tally tally, Money discount) {
    return tally.worksheet().withDocumentDiscount(new DocumentDiscount.OfAmount(discount)).tally();
  }

  /** The first invoice with tax at a document discount. */
  static Money total(Tally tally, Money discount) {
    return at(tally, discount).totals().firstInvoice().total();
  }

  private static BigInteger minor(Money amount) {
    return amount.getAmount().unscaledValue();
  }

  private static Money money(CurrencyUnit currency, BigInteger minor) {
    return Money.of(currency, new BigDecimal(minor, currency.getDecimalPlaces()));
  }

  /** What can be given at most: the net of the counted one-off lines that are not gifts. */
  static Money most(Tally tally) {
    return tally.lines().stream()
        .filter(line -> line.isSold() && line.line().recurring().isEmpty())
        .map(LineTally::net)
        .reduce(Money.zero(tally.worksheet().currency()), Money::plus);
  }

  /** What is given now. */
  static Money given(Tally tally) {
    Optional<DocumentDiscount> discount = tally.worksheet().documentDiscount();
    if (discount.isEmpty()) {
      return Money.zero(tally.worksheet().currency());
    }
    if (discount.get() instanceof DocumentDiscount.OfAmount of) {
      return of.amount();
    }
    throw new IllegalArgumentException(
        "a target cannot be landed on while documentDiscount is a percent");
  }
}
