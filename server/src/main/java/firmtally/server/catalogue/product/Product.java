package firmtally.server.catalogue.product;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.ordering.Availability;
import firmtally.core.pricing.Item;
import java.math.BigDecimal;
import java.util.List;
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
    int leadDays,
    Flow flow) {
  /**
   * What goes out and comes in.
   *
   * @param reserved for released orders that are not delivered yet
   */
  public record Flow(Quantity reserved, List<Availability.Arrival> arrivals) {
    /** Nothing does. */
    public static final Flow NONE = new Flow(Quantity.ZERO, List.of());
  }

  /** On hand, less what is reserved; empty for what is not stocked. */
  public Optional<Quantity> available() {
    return stock.map(
        s -> Quantity.of(s.value().subtract(flow.reserved().value()).max(BigDecimal.ZERO)));
  }

  /** What comes in. */
  public List<Availability.Arrival> arrivals() {
    return flow.arrivals();
  }

  /** The same product with other goings and comings. */
  public Product with(Flow other) {
    return new Product(
        code,
        name,
        family,
        unit,
        listPrice,
        unitCost,
        tax,
        everyMonths,
        termMonths,
        active,
        stock,
        onOrder,
        leadDays,
        other);
  }

  /** The same product with another tax. */
  public Product taxed(Percent percent) {
    return new Product(
        code,
        name,
        family,
        unit,
        listPrice,
        unitCost,
        percent,
        everyMonths,
        termMonths,
        active,
        stock,
        onOrder,
        leadDays,
        flow);
  }

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
        leadDays,
        flow);
  }

  /** As the core prices it. */
  public Item item() {
    return Item.product(code, Optional.of(family), listPrice, unitCost, tax);
  }
}
