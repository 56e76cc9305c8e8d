package firmtally.core.ordering;

import firmtally.core.money.Rounding;
import firmtally.core.money.SameCurrency;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * What changed between two steps, and how much of it by quantity, by price, by discount, by lines
 * added and removed.
 *
 * <p>Example: 10 at 400.00 for 3,800.00 become 12 at 380.00 for 4,200.00. Of the change of 400.00
 * the quantity made 760.00, the price −228.00 and the discount −132.00.
 *
 * @param lines in the order of the lines before, then the added ones
 * @param before Σ final before
 * @param after Σ final after
 * @param totals the sums of the lines' parts; {@code totals.change = after − before}
 */
public record Variance(List<Line> lines, Money before, Money after, Parts totals) {
  /** One line, before and after taken together. */
  public record Line(String key, Parts parts) {}

  /**
   * A change taken apart; what does not apply is 0.
   *
   * @param quantity {@code (q₂ − q₁) × final₁ / q₁}, half up to the minor unit
   * @param price {@code (p₂ − p₁) × q₂ × final₁ / (q₁ × p₁)}, half up; 0 when p₁ is 0
   * @param discount what is left of the change
   * @param added final of a line that stands only after
   * @param removed minus final of a line that stands only before
   */
  public record Parts(Money quantity, Money price, Money discount, Money added, Money removed) {
    static Parts none(CurrencyUnit currency) {
      Money zero = Money.zero(currency);
      return new Parts(zero, zero, zero, zero, zero);
    }

    /** The sum of the parts. */
    public Money change() {
      return quantity.plus(price).plus(discount).plus(added).plus(removed);
    }

    Parts plus(Parts other) {
      return new Parts(
          quantity.plus(other.quantity),
          price.plus(other.price),
          discount.plus(other.discount),
          added.plus(other.added),
          removed.plus(other.removed));
    }
  }

  /**
   * Compares two steps.
   *
   * @throws IllegalArgumentException if a key stands twice before or twice after, or an amount is
   *     in another currency
   */
  public static Variance of(
      CurrencyUnit currency, List<VarianceLine> before, List<VarianceLine> after) {
    before.forEach(line -> SameCurrency.check("final", line.finalAmount(), currency));
    after.forEach(line -> SameCurrency.check("final", line.finalAmount(), currency));
    byKey(before);
    Map<String, VarianceLine> left = byKey(after);
    Money zero = Money.zero(currency);
    List<Line> lines = new ArrayList<>();
    for (VarianceLine was : before) {
      VarianceLine is = left.remove(was.key());
      Parts parts =
          is == null
              ? new Parts(zero, zero, zero, zero, was.finalAmount().negated())
              : pair(currency, was, is);
      lines.add(new Line(was.key(), parts));
    }
    left.values()
        .forEach(
            is ->
                lines.add(new Line(is.key(), new Parts(zero, zero, zero, is.finalAmount(), zero))));
    return new Variance(
        List.copyOf(lines),
        sum(currency, before),
        sum(currency, after),
        lines.stream().map(Line::parts).reduce(Parts.none(currency), Parts::plus));
  }

  /**
   * How each figure of the lines came about.
   *
   * @param before the lines that were compared
   * @param after with these
   */
  public List<Working> workings(List<VarianceLine> before, List<VarianceLine> after) {
    return VarianceWorkings.of(this, byKey(before), byKey(after));
  }

  private static Parts pair(CurrencyUnit currency, VarianceLine was, VarianceLine is) {
    BigDecimal final1 = was.finalAmount().getAmount();
    BigDecimal q1 = was.quantity().value();
    BigDecimal q2 = is.quantity().value();
    BigDecimal p1 = was.unitPrice().value();
    BigDecimal p2 = is.unitPrice().value();
    Money zero = Money.zero(currency);
    Money quantity = Rounding.quotient(currency, q2.subtract(q1).multiply(final1), q1);
    Money price =
        p1.signum() == 0
            ? zero
            : Rounding.quotient(
                currency, p2.subtract(p1).multiply(q2).multiply(final1), q1.multiply(p1));
    Money change = is.finalAmount().minus(was.finalAmount());
    return new Parts(quantity, price, change.minus(quantity).minus(price), zero, zero);
  }

  private static Map<String, VarianceLine> byKey(List<VarianceLine> lines) {
    Map<String, VarianceLine> byKey = new LinkedHashMap<>();
    for (VarianceLine line : lines) {
      if (byKey.put(line.key(), line) != null) {
        throw new IllegalArgumentException("key " + line.key() + " stands twice");
      }
    }
    return byKey;
  }

  private static Money sum(CurrencyUnit currency, List<VarianceLine> lines) {
    return lines.stream().map(VarianceLine::finalAmount).reduce(Money.zero(currency), Money::plus);
  }
}
