package firmtally.core.worksheet;

import firmtally.core.money.Quantity;
import firmtally.core.pricing.Item;
import java.math.BigDecimal;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * The quantity on which volume breaks look: all counted lines of the product or family, gifts left
 * out, plus the line's own when it is not among them. For an alternative that is not chosen, the
 * chosen line of its own set is left out: nobody buys both.
 */
final class QuantityBasis {
  private final List<Line> lines;
  private final Map<String, Quantity> sums;
  private final Map<String, Line> chosenOfSet = new HashMap<>();
  private boolean isSummed;
  private final Function<Item, Optional<String>> key;

  /**
   * @param key the product's code, or its family
   */
  QuantityBasis(List<Line> lines, Function<Item, Optional<String>> key) {
    this.lines = lines;
    this.sums = new HashMap<>(lines.size() * 2);
    this.key = item -> item.code().isEmpty() ? Optional.empty() : key.apply(item);
  }

  /** Not before a break asks: most worksheets have no rules on families. */
  private void sum() {
    isSummed = true;
    for (Line line : lines) {
      if (line.alternative().isPresent() && line.alternative().get().chosen()) {
        chosenOfSet.put(line.alternative().get().set(), line);
      }
      Optional<String> counts = isIn(line) ? key.apply(line.item()) : Optional.empty();
      if (counts.isPresent()) {
        sums.merge(counts.get(), line.quantity(), Quantity::plus);
      }
    }
  }

  Quantity of(Line line) {
    if (!isSummed) {
      sum();
    }
    Optional<String> wanted = key.apply(line.item());
    if (wanted.isEmpty()) {
      return Quantity.ZERO;
    }
    Quantity sum = sums.getOrDefault(wanted.get(), Quantity.ZERO);
    return isIn(line)
        ? sum
        : Quantity.of(sum.plus(line.quantity()).value().subtract(rival(line, wanted)));
  }

  private BigDecimal rival(Line line, Optional<String> wanted) {
    return line.alternative()
        .filter(a -> !a.chosen())
        .map(a -> chosenOfSet.get(a.set()))
        .filter(chosen -> isIn(chosen) && key.apply(chosen.item()).equals(wanted))
        .map(chosen -> chosen.quantity().value())
        .orElse(BigDecimal.ZERO);
  }

  private static boolean isIn(Line line) {
    return line.counted() && !line.gift();
  }
}
