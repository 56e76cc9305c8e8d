package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a link with which somebody chooses a password. */
public record PasswordLinkId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public PasswordLinkId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
