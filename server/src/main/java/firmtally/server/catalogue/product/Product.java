package firmtally.server.catalogue.product;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.pricing.Item;
import java.util.Optional;

/**
 * A product of the catalogue. With months it is a plan: charged every so many months over a term.
 *
 * @param stock on hand; empty for what is not stocked
 */
public record Product(
    String code,
    String name,
    String family,
    String unit,
    UnitPrice listPrice,
    UnitPrice unitCost,
    Percent tax,
    Optional<Integer> everyMonths,
    Optional<Integer> termMonths,
    boolean active,
    Optional<Quantity> stock,
    Quantity onOrder,
    int leadDays) {
  /** The same product at another list price and cost. */
  public Product priced(UnitPrice list, UnitPrice cost) {
    return new Product(
        code,
        name,
        family,
        unit,
        list,
        cost,
        tax,
        everyMonths,
        termMonths,
        active,
        stock,
        onOrder,
        leadDays);
  }

  /** As the core prices it. */
  public Item item() {
    return Item.product(code, Optional.of(family), listPrice, unitCost, tax);
  }
}
