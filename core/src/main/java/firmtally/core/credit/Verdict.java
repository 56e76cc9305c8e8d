package firmtally.core.credit;

/** What the credit check says, from the best to the worst. */
public enum Verdict {
  CLEAR,
  WATCH,
  HOLD,
  STOP
}
