package firmtally.core.enquiry;

import java.math.RoundingMode;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * What enquiries have brought on average, those that brought nothing counted in: what one without a
 * value of its own is ranked by. Averages are half up to the minor unit.
 *
 * <p>Example: five enquiries about bench scales from fairs brought 100.01, 100.01, 100.01, 0 and 0.
 * One like them is expected to bring 60.01.
 *
 * @param averages one for each kind that enough enquiries are of
 */
public record ExpectedValues(Map<Kind, Money> averages) {
  /**
   * Enquiries of a product family and a source.
   *
   * @param family empty for every family, and for those whose family is not known
   * @param source empty for every source
   */
  public record Kind(Optional<String> family, Optional<String> source) {}

  /**
   * Decided enquiries that are alike.
   *
   * @param family empty where it is not known
   * @param count how many they are, 1 or more
   * @param won what they brought together, 0 or more
   */
  public record Decided(Optional<String> family, String source, long count, Money won) {
    public Decided {
      if (count < 1) {
        throw new IllegalArgumentException("count " + count + " is below 1");
      }
      if (won.isNegative()) {
        throw new IllegalArgumentException("won " + won + " is below 0");
      }
    }
  }

  private record Sum(long count, Money won) {
    Sum plus(Sum other) {
      return new Sum(count + other.count, won.plus(other.won));
    }
  }

  public ExpectedValues {
    averages = Map.copyOf(averages);
  }

  /**
   * Averages of each family and source, each family, each source, and all.
   *
   * @param fewest with how many a kind has an average, 1 or more
   * @throws IllegalArgumentException if fewest is below 1
   * @throws org.joda.money.CurrencyMismatchException if an amount is in another currency
   */
  public static ExpectedValues of(CurrencyUnit currency, List<Decided> decided, int fewest) {
    if (fewest < 1) {
      throw new IllegalArgumentException("fewest " + fewest + " is below 1");
    }
    Map<Kind, Sum> sums = new LinkedHashMap<>();
    for (Decided one : decided) {
      Sum sum = new Sum(one.count(), Money.zero(currency).plus(one.won()));
      // Without a family it is of its source and of all, and of no family.
      one.family()
          .ifPresent(
              family -> {
                add(sums, new Kind(Optional.of(family), Optional.of(one.source())), sum);
                add(sums, new Kind(Optional.of(family), Optional.empty()), sum);
              });
      add(sums, new Kind(Optional.empty(), Optional.of(one.source())), sum);
      add(sums, new Kind(Optional.empty(), Optional.empty()), sum);
    }
    Map<Kind, Money> averages = new LinkedHashMap<>();
    sums.forEach(
        (kind, sum) -> {
          if (sum.count() >= fewest) {
            averages.put(kind, sum.won().dividedBy(sum.count(), RoundingMode.HALF_UP));
          }
        });
    return new ExpectedValues(averages);
  }

  private static void add(Map<Kind, Sum> sums, Kind kind, Sum sum) {
    sums.merge(kind, sum, Sum::plus);
  }

  /**
   * What an enquiry is expected to bring: the average of its family and source, else of its family,
   * else of its source, else of all; empty where none is known.
   */
  public Optional<Money> of(Optional<String> family, String source) {
    Function<Kind, Optional<Money>> at = kind -> Optional.ofNullable(averages.get(kind));
    return family
        .flatMap(
            f ->
                at.apply(new Kind(family, Optional.of(source)))
                    .or(() -> at.apply(new Kind(family, Optional.empty()))))
        .or(() -> at.apply(new Kind(Optional.empty(), Optional.of(source))))
        .or(() -> at.apply(new Kind(Optional.empty(), Optional.empty())));
  }
}
