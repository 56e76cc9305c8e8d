package firmtally.core.pricing;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.Texts;
import firmtally.core.money.UnitPrice;
import java.time.LocalDate;
import java.util.Optional;

/**
 * A rule that sets the price of a product, or of all products of a family.
 *
 * @param forWhom the account's or group's code; empty for everyone
 * @param product the product's code, or empty for a family rule
 * @param family the family, or empty for a product rule
 * @param minQuantity the volume break: the least quantity for which the rule holds, 0 for any
 * @param from first day, included; empty counts as the earliest
 * @param to last day, included
 * @param price the price of one unit, or empty where a percent is taken off the list price
 * @param percentOff from 0 to 100 % off the list price
 */
public record PriceRule(
    String id,
    Scope scope,
    Optional<String> forWhom,
    Optional<String> product,
    Optional<String> family,
    Quantity minQuantity,
    Optional<LocalDate> from,
    Optional<LocalDate> to,
    Optional<UnitPrice> price,
    Optional<Percent> percentOff) {
  public PriceRule {
    Texts.notEmpty("rule id", id);
    require(
        forWhom.isPresent() != (scope == Scope.EVERYONE), id, "is for everyone or for one code");
    require(product.isPresent() != family.isPresent(), id, "names a product or a family");
    require(price.isPresent() != percentOff.isPresent(), id, "has a price or a percent off");
    require(
        from.isEmpty() || to.isEmpty() || !to.get().isBefore(from.get()),
        id,
        "ends on or after its first day");
    percentOff.ifPresent(p -> p.within("percentOff", Percent.ZERO, Percent.HUNDRED));
  }

  private static void require(boolean kept, String id, String rule) {
    if (!kept) {
      throw new IllegalArgumentException("price rule " + id + " must be one that " + rule);
    }
  }

  /**
   * Whether the rule is in force on a day and for a buyer; without a buyer only rules for everyone
   * are.
   */
  public boolean appliesTo(Optional<Buyer> buyer, LocalDate date) {
    return isInForce(date) && isFor(buyer);
  }

  /** Whether a day is within its validity, both ends included. */
  boolean isInForce(LocalDate date) {
    return (from.isEmpty() || !date.isBefore(from.get()))
        && (to.isEmpty() || !date.isAfter(to.get()));
  }

  /** Whether it is for a buyer; without a buyer only rules for everyone are. */
  boolean isFor(Optional<Buyer> buyer) {
    return switch (scope) {
      case EVERYONE -> true;
      case GROUP -> buyer.isPresent() && forWhom.equals(buyer.get().group());
      case ACCOUNT -> buyer.isPresent() && forWhom.get().equals(buyer.get().account());
    };
  }

  /**
   * The price of one unit listed at {@code list}: 5 % off 399.00 is 379.05, half up to 4 decimals.
   */
  public UnitPrice apply(UnitPrice list) {
    return price.orElseGet(() -> list.less(percentOff.orElseThrow()));
  }
}
