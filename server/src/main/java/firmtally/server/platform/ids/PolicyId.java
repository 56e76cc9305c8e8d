package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a version of the selling policy. */
public record PolicyId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public PolicyId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
