package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a follow-up rule. */
public record FollowUpRuleId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public FollowUpRuleId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
