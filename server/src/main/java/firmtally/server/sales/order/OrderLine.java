package firmtally.server.sales.order;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.server.platform.web.MaybeNull;
import java.math.BigDecimal;
import java.time.LocalDate;
import org.joda.money.Money;

/**
 * A line of an order that is delivered and invoiced: counted, and paid once. What recurs is charged
 * by its agreement.
 *
 * @param product its code; null for what is in no catalogue
 * @param net the line's final amount for its whole quantity
 */
public record OrderLine(
    String id,
    @MaybeNull String product,
    String words,
    String unit,
    Quantity quantity,
    Money net,
    Percent tax,
    @MaybeNull LocalDate requestedOn,
    Quantity delivered,
    Quantity invoiced,
    Quantity cancelled) {
  /** What is still to be delivered. */
  public Quantity due() {
    return rest(delivered);
  }

  /** What is still to be invoiced. */
  public Quantity toInvoice() {
    return rest(invoiced);
  }

  /** What was delivered and is not invoiced yet. */
  public Quantity deliveredToInvoice() {
    return Quantity.of(delivered.value().subtract(invoiced.value()).max(BigDecimal.ZERO));
  }

  private Quantity rest(Quantity done) {
    return Quantity.of(quantity.value().subtract(cancelled.value()).subtract(done.value()));
  }
}
