package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a rule that gives enquiries to people. */
public record AssignmentRuleId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public AssignmentRuleId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
