package firmtally.server.sales.quote;

/** A quote as it is kept. */
public record Quote(
    long id,
    String number,
    long opportunityId,
    String state,
    long worksheetId,
    long madeBy,
    String madeByName,
    String madeByEmail,
    String madeOn,
    String validUntil,
    String addressee,
    String emailTo,
    String letter,
    String paymentTerms,
    String deliveryTerms,
    String sentAt,
    long version) {
  /** Whether it can still be changed. */
  public boolean isDraft() {
    return "draft".equals(state);
  }

  /** Whether there is an order on it. */
  public boolean isOrdered() {
    return "ordered".equals(state);
  }
}
