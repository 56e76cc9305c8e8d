package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a weekly meeting. */
public record MeetingId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public MeetingId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
