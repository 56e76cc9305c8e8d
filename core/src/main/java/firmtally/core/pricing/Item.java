package firmtally.core.pricing;

import firmtally.core.money.Percent;
import firmtally.core.money.Texts;
import firmtally.core.money.UnitPrice;
import java.util.Optional;

/**
 * What a line sells: a product of the catalogue, or something inline that price rules never touch.
 *
 * @param code the product's code, empty for an inline item
 * @param family the family that family rules and floors look at
 * @param listPrice price of one unit before any rule
 * @param unitCost cost of one unit
 * @param tax from 0 to 100 %
 */
public record Item(
    Optional<String> code,
    Optional<String> family,
    UnitPrice listPrice,
    UnitPrice unitCost,
    Percent tax) {
  public Item {
    code.ifPresent(c -> Texts.notEmpty("product code", c));
    family.ifPresent(f -> Texts.notEmpty("family", f));
    tax.within("taxPercent", Percent.ZERO, Percent.HUNDRED);
  }

  /** A product of the catalogue. */
  public static Item product(
      String code, Optional<String> family, UnitPrice list, UnitPrice cost, Percent tax) {
    return new Item(Optional.of(code), family, list, cost, tax);
  }

  /** The same without tax, for a customer to whom none is charged. */
  public Item untaxed() {
    return new Item(code, family, listPrice, unitCost, Percent.ZERO);
  }

  /** Something not in the catalogue, or a typical value where the product is not known yet. */
  public static Item inline(Optional<String> family, UnitPrice list, UnitPrice cost, Percent tax) {
    return new Item(Optional.empty(), family, list, cost, tax);
  }
}
