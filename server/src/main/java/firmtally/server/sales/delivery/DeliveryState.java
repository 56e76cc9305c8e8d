package firmtally.server.sales.delivery;

import firmtally.server.sales.document.DocumentState;
import java.util.Locale;
import java.util.Set;

/** A delivery was made, or it is taken back. */
enum DeliveryState implements DocumentState {
  DELIVERED,
  REVERSED;

  @Override
  public Set<DeliveryState> next() {
    return this == DELIVERED ? Set.of(REVERSED) : Set.of();
  }

  static DeliveryState of(String word) {
    return valueOf(word.toUpperCase(Locale.ROOT));
  }
}
