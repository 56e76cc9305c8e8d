package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a stage of a sales process. */
public record StageId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public StageId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
