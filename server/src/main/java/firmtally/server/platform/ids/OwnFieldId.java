package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a field that a company added. */
public record OwnFieldId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public OwnFieldId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
