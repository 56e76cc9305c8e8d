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
  /** Its last day is over; a manager may still honour it. */
  EXPIRED,
  /** There is an order on it. */
  ORDERED;

  @Override
  public Set<QuoteState> next() {
    return switch (this) {
      case DRAFT -> Set.of(SENT);
      case SENT -> Set.of(EXPIRED, ORDERED);
      case EXPIRED -> Set.of(ORDERED);
      case ORDERED -> Set.of();
    };
  }

  static QuoteState of(String word) {
    return valueOf(word.toUpperCase(Locale.ROOT));
  }
}
