package firmtally.core.ordering;

import firmtally.core.money.Quantity;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Whether what a line asks for is on hand, and the day by which all of it can be.
 *
 * <p>Lines of one product share its stock: they draw on it in their order, those that count only; a
 * line that does not count is looked at with what the others leave, and takes nothing. What is
 * short is there when enough of it comes in, or after the product's lead time, whichever is sooner.
 * A product that is not stocked is always made or done for the order, so it is there after its lead
 * time.
 *
 * <p>Example: on 1 March 12 are available and the lead time is 10 days. A line of 8 is ready on 1
 * March with 12 available; a second one of 6 finds 4, is 2 short and ready on 11 March, or on 5
 * March when 2 more come in on that day.
 *
 * @param onHand what the line finds available, before it takes anything; empty for what is not
 *     stocked
 * @param missing what of the line is not on hand; 0 for what is not stocked
 * @param readyOn the day by which all of the line can be there
 * @param late whether that is after the day that was asked for
 */
public record Supply(Optional<Quantity> onHand, Quantity missing, LocalDate readyOn, boolean late) {
  /**
   * What a line asks for.
   *
   * @param product its code
   * @param stock available before any line: on hand less what is reserved; empty for what is not
   *     stocked
   * @param arrivals what comes in, in any order
   * @param leadDays days until what is not on hand is there, 0 or more
   * @param requestedOn the day on which the customer wants it, if one was named
   * @param counted whether it draws on the stock
   */
  public record Need(
      String product,
      Quantity quantity,
      Optional<Quantity> stock,
      List<Availability.Arrival> arrivals,
      int leadDays,
      Optional<LocalDate> requestedOn,
      boolean counted) {}

  /** The supply of each line, in their order. */
  public static List<Supply> of(List<Need> needs, LocalDate today) {
    Map<String, BigDecimal> drawn = new HashMap<>();
    List<Supply> supplies = new ArrayList<>(needs.size());
    for (Need need : needs) {
      BigDecimal before = drawn.getOrDefault(need.product(), BigDecimal.ZERO);
      supplies.add(of(need, before, today));
      if (need.counted()) {
        drawn.put(need.product(), before.add(need.quantity().value()));
      }
    }
    return supplies;
  }

  private static Supply of(Need need, BigDecimal drawn, LocalDate today) {
    Optional<Quantity> onHand =
        need.stock().map(s -> Quantity.of(s.value().subtract(drawn).max(BigDecimal.ZERO)));
    Quantity missing =
        onHand
            .map(
                has ->
                    Quantity.of(need.quantity().value().subtract(has.value()).max(BigDecimal.ZERO)))
            .orElse(Quantity.ZERO);
    boolean fromStock = onHand.isPresent() && missing.equals(Quantity.ZERO);
    LocalDate ready = fromStock ? today : later(need, drawn, today);
    return new Supply(
        onHand, missing, ready, need.requestedOn().filter(ready::isAfter).isPresent());
  }

  private static LocalDate later(Need need, BigDecimal drawn, LocalDate today) {
    LocalDate made = today.plusDays(need.leadDays());
    return need.stock()
        .flatMap(
            stock ->
                Availability.of(stock.value().subtract(drawn), need.arrivals(), today)
                    .firstDayOf(need.quantity()))
        .filter(day -> day.isBefore(made))
        .orElse(made);
  }
}
