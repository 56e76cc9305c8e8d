package firmtally.server.sales.order;

import firmtally.core.money.Percent;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.sales.document.Document;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;

/** An order: what every document has, and its own terms. */
public record Order(Document document, Terms terms) {
  /**
   * What stands on the order beside its lines.
   *
   * @param poNumber the customer's; null where there is none
   * @param termsDays within which its invoices are to be paid
   * @param depositPercent planned ahead of the rest
   * @param deliveryAddress blank for the account's own
   * @param toInvoice with tax, minor units: what is not invoiced yet, deposits taken off
   * @param reason why it was cancelled
   */
  public record Terms(
      @MaybeNull String poNumber,
      LocalDate invoiceOn,
      @MaybeNull Instant releasedAt,
      int termsDays,
      Percent depositPercent,
      String deliveryAddress,
      long toInvoice,
      @MaybeNull Instant confirmedAt,
      String reason) {
    /** The PO number, where there is one. */
    public Optional<String> poNumberIfAny() {
      return Optional.ofNullable(poNumber);
    }
  }

  public DocumentId id() {
    return document.id();
  }

  public String number() {
    return document.number();
  }

  public OpportunityId opportunityId() {
    return document.opportunityId();
  }

  public AccountId accountId() {
    return document.accountId();
  }

  public OrderState state() {
    return OrderState.of(document.state());
  }

  public long version() {
    return document.version();
  }

  /** Whether it waits for a release. */
  public boolean isHeld() {
    return state() == OrderState.HOLD;
  }

  /** Whether it goes ahead, also where all of it is done. */
  public boolean isReleased() {
    return state() == OrderState.RELEASED || state() == OrderState.COMPLETED;
  }
}
