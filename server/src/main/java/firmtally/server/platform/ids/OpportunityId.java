package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names an opportunity. */
public record OpportunityId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public OpportunityId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
