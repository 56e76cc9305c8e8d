package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names an enquiry. */
public record EnquiryId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public EnquiryId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
