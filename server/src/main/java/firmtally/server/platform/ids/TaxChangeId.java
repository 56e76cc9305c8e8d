package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a change of a tax that is planned. */
public record TaxChangeId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public TaxChangeId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
