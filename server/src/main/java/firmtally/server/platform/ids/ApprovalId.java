package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names something that is to be approved. */
public record ApprovalId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public ApprovalId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
