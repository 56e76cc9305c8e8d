package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a table that is sent again and again. */
public record ScheduleId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public ScheduleId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
