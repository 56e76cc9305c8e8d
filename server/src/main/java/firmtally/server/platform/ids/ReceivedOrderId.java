package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names an order that came as a file. */
public record ReceivedOrderId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public ReceivedOrderId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
