package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a reassignment of accounts. */
public record ReassignmentId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public ReassignmentId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
