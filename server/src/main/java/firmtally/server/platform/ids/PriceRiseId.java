package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a price rise of next terms. */
public record PriceRiseId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public PriceRiseId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
