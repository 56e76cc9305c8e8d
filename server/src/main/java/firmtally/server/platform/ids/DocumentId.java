package firmtally.server.platform.ids;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** Names a document: a quote, an order, a delivery, an invoice or a credit note. */
public record DocumentId(@JsonValue long value) implements Id {
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  public DocumentId {}

  @Override
  public String toString() {
    return Long.toString(value);
  }
}
