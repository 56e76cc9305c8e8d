package firmtally.server.reporting.metrics;

import firmtally.core.money.Percent;
import firmtally.core.money.Rounding;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Optional;
import org.joda.money.CurrencyUnit;

/**
 * What a table shows of a group: a sum, or how two sums stand to each other. Whatever a group is
 * put together of, its figure comes from its sums and never from other figures.
 *
 * @param name as it is asked for, such as {@code win-rate}
 * @param title what it is called
 * @param kind how it is written
 * @param sum what is summed
 * @param per what it is divided by; empty for a plain sum
 * @param within which records it counts, as a filter such as {@code state:won}; blank for all
 */
public record TableMeasure(
    String name, String title, Kind kind, Measure sum, Optional<Measure> per, String within) {
  /** How a figure is written. */
  public enum Kind {
    COUNT,
    AMOUNT,
    PERCENT,
    DAYS,
    QUANTITY
  }

  static TableMeasure count(String name, String title, String sum) {
    return count(name, title, new Measure(column(name), Measure.Unit.COUNT, sum));
  }

  static TableMeasure count(String name, String title, Measure sum) {
    return new TableMeasure(name, title, Kind.COUNT, sum, Optional.empty(), "");
  }

  static TableMeasure amount(String name, String title, String sum) {
    return amount(name, title, new Measure(column(name), Measure.Unit.AMOUNT, sum));
  }

  static TableMeasure amount(String name, String title, Measure sum) {
    return new TableMeasure(name, title, Kind.AMOUNT, sum, Optional.empty(), "");
  }

  static TableMeasure quotient(
      String name, String title, Kind kind, TableMeasure sum, TableMeasure per) {
    return new TableMeasure(name, title, kind, sum.sum(), Optional.of(per.sum()), per.within());
  }

  /** The same, of which only some records count. */
  TableMeasure of(String filter) {
    return new TableMeasure(name, title, kind, sum, per, filter);
  }

  private static String column(String name) {
    return name.replace('-', '_');
  }

  /** Whether it tells what things cost the company. */
  public boolean tellsCosts() {
    return name.startsWith("cost") || name.startsWith("margin");
  }

  /** Whether figures of groups add up to the one of all. */
  public boolean isSum() {
    return per.isEmpty();
  }

  /**
   * The figure of a group: amounts half up to the minor unit, percents to 2 decimals, days to 1.
   * Nothing where it would be divided by nothing.
   */
  public Optional<BigDecimal> figure(CurrencyUnit currency, long exact, long exactPer) {
    BigDecimal number = sum.number(currency, exact);
    if (per.isEmpty()) {
      return Optional.of(kind == Kind.AMOUNT ? Rounding.number(currency, number) : number);
    }
    BigDecimal divisor = per.get().number(currency, exactPer);
    if (divisor.signum() == 0) {
      return Optional.empty();
    }
    return switch (kind) {
      case PERCENT -> Percent.ratio(number, divisor).map(Percent::value);
      case AMOUNT ->
          Optional.of(number.divide(divisor, currency.getDecimalPlaces(), RoundingMode.HALF_UP));
      default -> Optional.of(number.divide(divisor, 1, RoundingMode.HALF_UP));
    };
  }
}
