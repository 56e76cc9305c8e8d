package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a worksheet. */
public record WorksheetId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public WorksheetId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
