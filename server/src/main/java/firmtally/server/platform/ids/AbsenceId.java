package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names the days on which somebody is away. */
public record AbsenceId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public AbsenceId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
