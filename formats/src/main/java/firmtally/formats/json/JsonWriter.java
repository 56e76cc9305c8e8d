package firmtally.formats.json;

import java.io.StringWriter;
import java.util.Map;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.ObjectWriteContext;
import tools.jackson.core.json.JsonFactory;

/** Writes maps, lists, texts, whole numbers, booleans and null as one line of JSON. */
public final class JsonWriter {
  private static final JsonFactory FACTORY = new JsonFactory();

  private JsonWriter() {}

  /** One line, without a line end. */
  public static String write(Object value) {
    StringWriter out = new StringWriter();
    try (JsonGenerator json = FACTORY.createGenerator(ObjectWriteContext.empty(), out)) {
      write(json, value);
    }
    return out.toString();
  }

  private static void write(JsonGenerator json, Object value) {
    if (value instanceof Map<?, ?> map) {
      json.writeStartObject();
      map.forEach(
          (name, member) -> {
            json.writeName((String) name);
            write(json, member);
          });
      json.writeEndObject();
    } else if (value instanceof Iterable<?> list) {
      json.writeStartArray();
      list.forEach(item -> write(json, item));
      json.writeEndArray();
    } else if (value == null) {
      json.writeNull();
    } else if (value instanceof Boolean flag) {
      json.writeBoolean(flag);
    } else if (value instanceof Integer || value instanceof Long) {
      json.writeNumber(((Number) value).longValue());
    } else {
      json.writeString(value.toString());
    }
  }
}
