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
  /** Invoiced; what is owed stands in the open items. */
  INVOICED;

  @Override
  public Set<OrderState> next() {
    return switch (this) {
      case HOLD -> Set.of(RELEASED);
      case RELEASED -> Set.of(INVOICED);
      case INVOICED -> Set.of();
    };
  }

  static OrderState of(String word) {
    return valueOf(word.toUpperCase(Locale.ROOT));
  }
}
