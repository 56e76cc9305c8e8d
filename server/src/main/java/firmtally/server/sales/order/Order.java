package firmtally.server.sales.order;

import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.sales.document.Document;
import java.time.Instant;
import java.time.LocalDate;

/** An order: what every document has, and its own terms. */
public record Order(Document document, Terms terms) {
  /**
   * What stands on the order beside its lines.
   *
   * @param poNumber the customer's; null where there is none
   */
  public record Terms(String poNumber, LocalDate invoiceOn, Instant releasedAt) {}

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
}
