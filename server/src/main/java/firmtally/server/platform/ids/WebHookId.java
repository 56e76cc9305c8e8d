package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names an address that is told of changes. */
public record WebHookId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public WebHookId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
