package firmtally.core.pricing;

import firmtally.core.money.Quantity;
import firmtally.core.money.Texts;
import firmtally.core.money.UnitPrice;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Why a price is what it is: every rule that names the item or its family, and what became of it.
 *
 * <p>Example: a dairy buys 25 listed at 420.00, with "dairies: 5 % off the bench family" and
 * "everyone: 379.05 from 25 pieces". Under {@link PricePolicy#SPECIFIC} the first {@link
 * Standing#WINS} at 399.00 and the second stands {@link Standing#BEHIND_SCOPE}.
 *
 * @param considered in the order of the rules
 * @param winner the rule that gave the price; empty when it is the list price
 * @param unitPrice the price found
 */
public record PriceWorking(
    List<Considered> considered, Optional<PriceRule> winner, UnitPrice unitPrice) {
  /** What became of a rule. */
  public enum Standing {
    WINS,
    /** It is for another account or group. */
    NOT_FOR_BUYER,
    /** The day is before its first or after its last. */
    NOT_IN_FORCE,
    /** The quantity is below its break. */
    BREAK_NOT_REACHED,
    /** A family rule, and a product rule of the same scope holds. */
    BEHIND_PRODUCT_RULE,
    /** A higher break of the same scope is reached. */
    BEHIND_HIGHER_BREAK,
    /** One of the same break began later. */
    BEHIND_LATER_FROM,
    /** One of the same break and day gives a lower price. */
    BEHIND_LOWER_PRICE,
    /** One just like it has the smaller id. */
    BEHIND_SMALLER_ID,
    /** The best of its scope, and a more specific scope has one. */
    BEHIND_SCOPE,
    /** The best of its scope, and another scope or the list price is lower. */
    NOT_LOWEST
  }

  /**
   * A rule that names the item or its family.
   *
   * @param price what it would give
   */
  public record Considered(PriceRule rule, UnitPrice price, Standing standing) {}

  /**
   * How rivals of one scope are ranked, best first, each with what the loser is told. What comes
   * first in the list decides.
   */
  private static final List<Map.Entry<Standing, Comparator<Considered>>> RANKING =
      List.of(
          Map.entry(
              Standing.BEHIND_PRODUCT_RULE,
              Comparator.comparing((Considered c) -> c.rule().product().isEmpty())),
          Map.entry(
              Standing.BEHIND_HIGHER_BREAK,
              Comparator.comparing((Considered c) -> c.rule().minQuantity()).reversed()),
          Map.entry(
              Standing.BEHIND_LATER_FROM,
              Comparator.comparing((Considered c) -> c.rule().from().orElse(LocalDate.MIN))
                  .reversed()),
          Map.entry(Standing.BEHIND_LOWER_PRICE, Comparator.comparing(Considered::price)),
          Map.entry(
              Standing.BEHIND_SMALLER_ID,
              Comparator.comparing((Considered c) -> c.rule().id(), Texts.BY_CODE_POINT)));

  /**
   * Works out a price once more, slowly and with reasons. It comes out at the price of {@link
   * PriceFinder}.
   *
   * @param ofProduct the quantity on which the breaks of product rules look
   * @param ofFamily the same for family rules
   */
  public static PriceWorking of(
      PricePolicy policy,
      List<PriceRule> rules,
      Optional<Buyer> buyer,
      LocalDate date,
      Item item,
      Quantity ofProduct,
      Quantity ofFamily) {
    List<Considered> considered = new ArrayList<>();
    Map<Scope, Considered> best = new EnumMap<>(Scope.class);
    for (PriceRule rule : rules) {
      if (names(rule, item)) {
        Quantity basis = rule.product().isPresent() ? ofProduct : ofFamily;
        Standing standing = standing(rule, buyer, date, basis);
        Considered here = new Considered(rule, rule.apply(item.listPrice()), standing);
        considered.add(here);
        if (standing == Standing.WINS) {
          best.merge(rule.scope(), here, (a, b) -> rank(a, b) == null ? a : b);
        }
      }
    }
    Optional<Considered> winner = winner(policy, best, item.listPrice());
    return new PriceWorking(
        considered.stream().map(c -> judged(c, best, winner, policy)).toList(),
        winner.map(Considered::rule),
        winner.map(Considered::price).orElse(item.listPrice()));
  }

  private static boolean names(PriceRule rule, Item item) {
    return item.code().isPresent()
        && (rule.product().isPresent()
            ? rule.product().equals(item.code())
            : rule.family().equals(item.family()));
  }

  /** By itself, without its rivals. */
  private static Standing standing(
      PriceRule rule, Optional<Buyer> buyer, LocalDate date, Quantity basis) {
    if (!rule.isFor(buyer)) {
      return Standing.NOT_FOR_BUYER;
    }
    if (!rule.isInForce(date)) {
      return Standing.NOT_IN_FORCE;
    }
    return rule.minQuantity().compareTo(basis) > 0 ? Standing.BREAK_NOT_REACHED : Standing.WINS;
  }

  /** Why the first is behind the second; null when it is not. */
  private static Standing rank(Considered one, Considered other) {
    for (Map.Entry<Standing, Comparator<Considered>> by : RANKING) {
      int order = by.getValue().compare(one, other);
      if (order != 0) {
        return order > 0 ? by.getKey() : null;
      }
    }
    return null;
  }

  private static Optional<Considered> winner(
      PricePolicy policy, Map<Scope, Considered> best, UnitPrice list) {
    if (policy == PricePolicy.SPECIFIC) {
      return best.values().stream().findFirst();
    }
    // The earlier of equals stays, and scopes go from the most specific on.
    return best.values().stream()
        .min(Comparator.comparing(Considered::price))
        .filter(lowest -> lowest.price().compareTo(list) <= 0);
  }

  private static Considered judged(
      Considered rule,
      Map<Scope, Considered> best,
      Optional<Considered> winner,
      PricePolicy policy) {
    if (rule.standing() != Standing.WINS || winner.filter(w -> w == rule).isPresent()) {
      return rule;
    }
    Considered ahead = best.get(rule.rule().scope());
    Standing behind = ahead == rule ? behindScope(policy) : rank(rule, ahead);
    return new Considered(rule.rule(), rule.price(), behind);
  }

  private static Standing behindScope(PricePolicy policy) {
    return policy == PricePolicy.SPECIFIC ? Standing.BEHIND_SCOPE : Standing.NOT_LOWEST;
  }
}
