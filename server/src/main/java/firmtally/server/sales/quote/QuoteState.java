package firmtally.server.sales.quote;

import firmtally.server.sales.document.DocumentState;
import java.util.Locale;
import java.util.Set;

/** How a quote stands, and what may follow. */
public enum QuoteState implements DocumentState {
  /** Can be changed; nobody outside has seen it. */
  DRAFT,
  /** With the customer; locked. */
  SENT,
  /** The customer said yes; there is no order on it yet. */
  ACCEPTED,
  /** The customer said no. */
  DECLINED,
  /** There is a later revision. */
  SUPERSEDED,
  /** Taken back. */
  WITHDRAWN,
  /** Its last day is over; a manager may still honour it. */
  EXPIRED,
  /** There is an order on it. */
  ORDERED;

  @Override
  public Set<QuoteState> next() {
    return switch (this) {
      case DRAFT -> Set.of(SENT, WITHDRAWN);
      case SENT -> Set.of(ACCEPTED, DECLINED, EXPIRED, ORDERED, SUPERSEDED, WITHDRAWN);
      case ACCEPTED -> Set.of(ORDERED, SUPERSEDED, WITHDRAWN);
      case EXPIRED -> Set.of(ACCEPTED, ORDERED, SUPERSEDED, WITHDRAWN);
      case DECLINED -> Set.of(SUPERSEDED);
      case SUPERSEDED, WITHDRAWN, ORDERED -> Set.of();
    };
  }

  /** Whether a quote that stands so may be made the one that its opportunity follows. */
  boolean mayLead() {
    return this != SUPERSEDED && this != WITHDRAWN && this != DECLINED;
  }

  static QuoteState of(String word) {
    return valueOf(word.toUpperCase(Locale.ROOT));
  }
}
