package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names something that a customer owes or is owed. */
public record OpenItemId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public OpenItemId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
