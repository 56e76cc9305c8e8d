package firmtally.core.credit;

/** Why the verdict is not clear, in the order in which reasons are listed. */
public enum CreditReason {
  STOPPED,
  OVERDUE,
  OVER_LIMIT,
  NEAR_LIMIT
}
