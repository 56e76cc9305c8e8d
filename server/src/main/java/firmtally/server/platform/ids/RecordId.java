package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a record of a kind that is said beside it. */
public record RecordId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public RecordId {}

  /** The same record, named by the id of its kind. */
  public static RecordId of(Id id) {
    return new RecordId(id.value());
  }

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
