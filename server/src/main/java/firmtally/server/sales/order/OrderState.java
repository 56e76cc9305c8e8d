package firmtally.server.sales.order;

import firmtally.server.sales.document.DocumentState;
import java.util.Locale;
import java.util.Set;

/** How an order stands, and what may follow. */
public enum OrderState implements DocumentState {
  /** Waits for a release. */
  HOLD,
  /** Goes ahead; part of the customer's exposure. */
  RELEASED,
  /** Delivered and invoiced as far as it was not cancelled. */
  COMPLETED,
  /** Taken back as a whole. */
  CANCELLED;

  @Override
  public Set<OrderState> next() {
    return switch (this) {
      case HOLD -> Set.of(RELEASED, CANCELLED);
      case RELEASED -> Set.of(COMPLETED, CANCELLED);
      case COMPLETED -> Set.of(RELEASED);
      case CANCELLED -> Set.of();
    };
  }

  static OrderState of(String word) {
    return valueOf(word.toUpperCase(Locale.ROOT));
  }
}
