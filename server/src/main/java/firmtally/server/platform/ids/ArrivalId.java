package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names stock that is to come in. */
public record ArrivalId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public ArrivalId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
