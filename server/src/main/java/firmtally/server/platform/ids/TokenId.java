package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names an API token. */
public record TokenId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public TokenId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
