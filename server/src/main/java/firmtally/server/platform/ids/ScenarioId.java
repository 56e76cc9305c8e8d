package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a kept scenario of a worksheet. */
public record ScenarioId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public ScenarioId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
