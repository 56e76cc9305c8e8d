package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names what an address was told once. */
public record HookDeliveryId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public HookDeliveryId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
