package firmtally.server.customers.enquiry;

import firmtally.server.platform.records.State;
import java.util.Set;

/** How an enquiry stands, and what may follow. */
enum EnquiryState implements State {
  /** Nobody has spoken with them yet. */
  NEW,
  /** Somebody is at it. */
  TALKING,
  /** Laid aside until a day. */
  ON_HOLD,
  /** Dropped, with a reason. */
  NOT_PURSUED,
  /** An opportunity was opened from it. */
  CONVERTED;

  @Override
  public Set<EnquiryState> next() {
    return switch (this) {
      case NEW -> Set.of(TALKING, ON_HOLD, NOT_PURSUED, CONVERTED);
      case TALKING -> Set.of(ON_HOLD, NOT_PURSUED, CONVERTED);
      case ON_HOLD -> Set.of(TALKING, ON_HOLD, NOT_PURSUED, CONVERTED);
      case NOT_PURSUED -> Set.of(TALKING);
      case CONVERTED -> Set.of();
    };
  }

  /** Whether there is still something to do about it. */
  boolean isOpen() {
    return mayBecome(CONVERTED);
  }
}
