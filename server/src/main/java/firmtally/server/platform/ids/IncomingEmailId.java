package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names an email that came from outside. */
public record IncomingEmailId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public IncomingEmailId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
