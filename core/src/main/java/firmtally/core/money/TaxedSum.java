package firmtally.core.money;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * What a paper comes to, by tax percent. The tax is worked out once per percent on the sum of what
 * is taxed at it, not line by line.
 *
 * <p>Example: 10.05 and 20.10 at 19 % and 5.00 at 7 % give bases of 30.15 and 5.00, taxes of 5.73
 * and 0.35, net 35.15, tax 6.08, total 41.23.
 *
 * @param taxes one entry per percent, rising
 * @param net Σ base
 * @param tax Σ tax
 * @param total net and tax
 */
public record TaxedSum(List<TaxLine> taxes, Money net, Money tax, Money total) {
  /**
   * Tax of one percent.
   *
   * @param base what is taxed; below 0 on a credit note
   * @param tax {@code round(base × percent/100)}, half up, ties away from zero
   */
  public record TaxLine(Percent percent, Money base, Money tax) {}

  /** What is taxed at one percent only. */
  public static TaxedSum of(Percent percent, Money base) {
    Money tax = Rounding.percentOf(base, percent);
    return new TaxedSum(List.of(new TaxLine(percent, base, tax)), base, tax, base.plus(tax));
  }

  /**
   * Adds up.
   *
   * @param bases what is taxed at each percent, in whole minor units of the currency; one of 0 has
   *     its entry too
   * @throws ArithmeticException if a base has more decimals than the currency
   */
  public static TaxedSum of(CurrencyUnit currency, Map<Percent, BigDecimal> bases) {
    List<TaxLine> taxes = new ArrayList<>(bases.size());
    Money net = Money.zero(currency);
    Money tax = net;
    for (Map.Entry<Percent, BigDecimal> entry : new TreeMap<>(bases).entrySet()) {
      Money base = Money.of(currency, entry.getValue());
      Money of = Rounding.percentOf(base, entry.getKey());
      taxes.add(new TaxLine(entry.getKey(), base, of));
      net = net.plus(base);
      tax = tax.plus(of);
    }
    return new TaxedSum(List.copyOf(taxes), net, tax, net.plus(tax));
  }
}
