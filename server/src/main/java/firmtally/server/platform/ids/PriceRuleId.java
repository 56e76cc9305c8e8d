package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a price rule. */
public record PriceRuleId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public PriceRuleId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
