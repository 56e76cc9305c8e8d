package firmtally.server.sales.order;

/** An order as it is kept. */
public record CustomerOrder(
    long id,
    String number,
    long quoteId,
    long opportunityId,
    long accountId,
    String state,
    String poNumber,
    long worksheetId,
    long placedBy,
    String placedByName,
    String placedOn,
    String invoiceOn,
    String releasedAt,
    long version) {
  /** Whether it waits for a release. */
  public boolean isHeld() {
    return "hold".equals(state);
  }
}
