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
 * @param goods a product, or all products of a family
 * @param minQuantity the volume break: the least quantity for which the rule holds, 0 for any
 * @param from first day, included; empty counts as the earliest
 * @param to last day, included
 * @param gives a price of one unit, or a percent off the list price
 */
public record PriceRule(
    String id,
    Scope scope,
    Optional<String> forWhom,
    Goods goods,
    Quantity minQuantity,
    Optional<LocalDate> from,
    Optional<LocalDate> to,
    Gives gives) {
  /** What a rule is about. */
  public sealed interface Goods {
    /**
     * Exactly one of both.
     *
     * @throws IllegalArgumentException when both or neither is there
     */
    static Goods of(Optional<String> product, Optional<String> family) {
      if (product.isPresent() == family.isPresent()) {
        throw new IllegalArgumentException("a price rule names a product or a family");
      }
      return product.<Goods>map(OfProduct::new).orElseGet(() -> new OfFamily(family.orElseThrow()));
    }
  }

  /** One product, by its code. */
  public record OfProduct(String code) implements Goods {
    public OfProduct {
      Texts.notEmpty("product", code);
    }
  }

  /** All products of a family. */
  public record OfFamily(String name) implements Goods {
    public OfFamily {
      Texts.notEmpty("family", name);
    }
  }

  /** What a rule gives. */
  public sealed interface Gives {
    /**
     * Exactly one of both.
     *
     * @throws IllegalArgumentException when both or neither is there
     */
    static Gives of(Optional<UnitPrice> price, Optional<Percent> percentOff) {
      if (price.isPresent() == percentOff.isPresent()) {
        throw new IllegalArgumentException("a price rule has a price or a percent off");
      }
      return price
          .<Gives>map(NetPrice::new)
          .orElseGet(() -> new PercentOff(percentOff.orElseThrow()));
    }

    /** The price of one unit listed at {@code list}. */
    UnitPrice apply(UnitPrice list);
  }

  /** A price of one unit, whatever the list says. */
  public record NetPrice(UnitPrice unitPrice) implements Gives {
    @Override
    public UnitPrice apply(UnitPrice list) {
      return unitPrice;
    }
  }

  /** A percent off the list price, from 0 to 100 %. */
  public record PercentOff(Percent percent) implements Gives {
    public PercentOff {
      percent.within("percentOff", Percent.ZERO, Percent.HUNDRED);
    }

    @Override
    public UnitPrice apply(UnitPrice list) {
      return list.less(percent);
    }
  }

  public PriceRule {
    Texts.notEmpty("rule id", id);
    require(
        forWhom.isPresent() != (scope == Scope.EVERYONE), id, "is for everyone or for one code");
    require(
        from.isEmpty() || to.isEmpty() || !to.get().isBefore(from.get()),
        id,
        "ends on or after its first day");
  }

  private static void require(boolean kept, String id, String rule) {
    if (!kept) {
      throw new IllegalArgumentException("price rule " + id + " must be one that " + rule);
    }
  }

  /** The product's code; empty for a family rule. */
  public Optional<String> product() {
    return goods instanceof OfProduct of ? Optional.of(of.code()) : Optional.empty();
  }

  /** The family; empty for a product rule. */
  public Optional<String> family() {
    return goods instanceof OfFamily of ? Optional.of(of.name()) : Optional.empty();
  }

  /** The price of one unit; empty where a percent is taken off the list price. */
  public Optional<UnitPrice> price() {
    return gives instanceof NetPrice net ? Optional.of(net.unitPrice()) : Optional.empty();
  }

  /** The percent off the list price; empty where there is a price. */
  public Optional<Percent> percentOff() {
    return gives instanceof PercentOff off ? Optional.of(off.percent()) : Optional.empty();
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
    return gives.apply(list);
  }
}
