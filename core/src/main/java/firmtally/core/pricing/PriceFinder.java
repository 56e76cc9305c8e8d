package firmtally.core.pricing;

import firmtally.core.money.Quantity;
import firmtally.core.money.Texts;
import firmtally.core.money.UnitPrice;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Supplier;

/**
 * Finds the price that the rules give. The rules in force are sorted once by scope, product or
 * family, and break; a lookup then costs the same however many rules there are. Several threads may
 * ask at once.
 *
 * <p>Example: listed at 420.00, with "dairies: 5 % off the bench family" and "everyone: 379.05 from
 * 25 pieces", a dairy that buys 25 pays 399.00 under {@link PricePolicy#SPECIFIC} and 379.05 under
 * {@link PricePolicy#LOWEST}.
 */
public final class PriceFinder {
  private static final Comparator<Optional<LocalDate>> ABSENT_FIRST =
      Comparator.comparing(from -> from.orElse(LocalDate.MIN));

  private final PricePolicy policy;
  private final Map<Scope, Shelf> shelves = new EnumMap<>(Scope.class);

  /**
   * @param rules any rules; those not in force for the buyer and day are left out here
   */
  public PriceFinder(
      PricePolicy policy, List<PriceRule> rules, Optional<Buyer> buyer, LocalDate date) {
    this.policy = policy;
    for (Scope scope : Scope.values()) {
      shelves.put(scope, new Shelf());
    }
    for (PriceRule rule : rules) {
      if (rule.appliesTo(buyer, date)) {
        shelves.get(rule.scope()).add(rule);
      }
    }
  }

  /**
   * The price of one unit of an item.
   *
   * @param ofProduct the quantity on which the breaks of product rules look
   * @param ofFamily the same for family rules
   */
  public PriceFound find(Item item, Quantity ofProduct, Quantity ofFamily) {
    return find(item, () -> ofProduct, () -> ofFamily);
  }

  /**
   * The same, with quantities that are only worked out where a rule looks at them.
   *
   * @param ofProduct may be asked several times
   * @param ofFamily may be asked several times
   */
  public PriceFound find(Item item, Supplier<Quantity> ofProduct, Supplier<Quantity> ofFamily) {
    PriceFound found = null;
    for (Scope scope : Scope.values()) {
      PriceFound here = shelves.get(scope).winner(item, ofProduct, ofFamily);
      if (here != null) {
        if (policy == PricePolicy.SPECIFIC) {
          return here;
        }
        found = found == null || isLower(here, found) ? here : found;
      }
    }
    PriceFound list = new PriceFound(item.listPrice(), Optional.empty());
    return found == null || isLower(list, found) ? list : found;
  }

  private static boolean isLower(PriceFound one, PriceFound than) {
    return one.unitPrice().compareTo(than.unitPrice()) < 0;
  }

  /** The rules of one scope. */
  private static final class Shelf {
    private final Map<String, Breaks> byProduct = new HashMap<>();
    private final Map<String, Breaks> byFamily = new HashMap<>();

    void add(PriceRule rule) {
      if (rule.goods() instanceof PriceRule.OfProduct product) {
        byProduct.computeIfAbsent(product.code(), k -> new Breaks()).add(rule);
      } else if (rule.goods() instanceof PriceRule.OfFamily family) {
        byFamily.computeIfAbsent(family.name(), k -> new Breaks()).add(rule);
      }
    }

    /** Null when none of the scope applies. */
    PriceFound winner(Item item, Supplier<Quantity> ofProduct, Supplier<Quantity> ofFamily) {
      if (item.code().isEmpty()) {
        return null;
      }
      PriceFound found = of(byProduct, item.code(), ofProduct, item.listPrice());
      return found == null ? of(byFamily, item.family(), ofFamily, item.listPrice()) : found;
    }

    private static PriceFound of(
        Map<String, Breaks> side, Optional<String> key, Supplier<Quantity> basis, UnitPrice list) {
      if (side.isEmpty() || key.isEmpty()) {
        return null;
      }
      Breaks breaks = side.get(key.get());
      return breaks == null ? null : breaks.winner(basis.get(), list);
    }
  }

  /**
   * The rules of one product or family by their break; of each break only those with the latest
   * first day. They are sorted when they are first looked at: most never are.
   */
  private static final class Breaks {
    private final List<PriceRule> rules = new ArrayList<>(2);
    private volatile TreeMap<Quantity, List<PriceRule>> latest;

    void add(PriceRule rule) {
      rules.add(rule);
    }

    private TreeMap<Quantity, List<PriceRule>> latest() {
      TreeMap<Quantity, List<PriceRule>> sorted = latest;
      if (sorted == null) {
        sorted = new TreeMap<>();
        for (PriceRule rule : rules) {
          keepLatest(sorted.computeIfAbsent(rule.minQuantity(), k -> new ArrayList<>(2)), rule);
        }
        latest = sorted;
      }
      return sorted;
    }

    private static void keepLatest(List<PriceRule> rivals, PriceRule rule) {
      int later = rivals.isEmpty() ? 0 : ABSENT_FIRST.compare(rule.from(), rivals.get(0).from());
      if (later > 0) {
        rivals.clear();
      }
      if (later >= 0) {
        rivals.add(rule);
      }
    }

    /** The lowest price of the highest break reached; of equal prices the smallest id. */
    PriceFound winner(Quantity basis, UnitPrice list) {
      Map.Entry<Quantity, List<PriceRule>> highest = latest().floorEntry(basis);
      PriceFound best = null;
      if (highest != null) {
        for (PriceRule rule : highest.getValue()) {
          UnitPrice price = rule.apply(list);
          if (best == null || isBefore(price, rule, best)) {
            best = new PriceFound(price, Optional.of(rule));
          }
        }
      }
      return best;
    }

    private static boolean isBefore(UnitPrice price, PriceRule rule, PriceFound best) {
      int byPrice = price.compareTo(best.unitPrice());
      return byPrice < 0
          || byPrice == 0
              && Texts.BY_CODE_POINT.compare(rule.id(), best.from().orElseThrow().id()) < 0;
    }
  }
}
