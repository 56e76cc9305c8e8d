package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a question that a customer asked on their page. */
public record QuestionId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public QuestionId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
