package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a time that a follow-up rule fired. */
public record FollowUpFiringId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public FollowUpFiringId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
