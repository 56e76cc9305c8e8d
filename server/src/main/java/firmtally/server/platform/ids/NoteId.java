package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a note of an account. */
public record NoteId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public NoteId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
