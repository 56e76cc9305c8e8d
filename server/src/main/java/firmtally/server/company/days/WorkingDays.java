package firmtally.server.company.days;

/**
 * Days and months that the work goes by.
 *
 * @param quoteValid how many days a new quote is valid
 * @param followUpBefore so many days before a quote expires a call is planned
 * @param expiring so many days before it expires the day sheet names it
 * @param silent so many days without contact make an opportunity silent
 * @param invoiceAfter so many days after an order is placed its invoice is planned
 * @param noticeMonths the notice of a new agreement
 */
public record WorkingDays(
    int quoteValid,
    int followUpBefore,
    int expiring,
    int silent,
    int invoiceAfter,
    int noticeMonths,
    long version) {
  /** What a company begins with. */
  public static final WorkingDays FIRST = new WorkingDays(30, 7, 7, 14, 14, 1, 0);
}
