package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a file of enquiries that is or was taken down. */
public record ImportId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public ImportId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
