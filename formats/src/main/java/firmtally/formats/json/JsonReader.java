package firmtally.formats.json;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.json.JsonFactory;

/** Reads one JSON document, with Jackson's parser doing the reading. */
public final class JsonReader {
  private static final JsonFactory FACTORY =
      JsonFactory.builder()
          .streamReadConstraints(
              StreamReadConstraints.builder().maxNumberLength(100_000).maxNestingDepth(200).build())
          .build();

  private JsonReader() {}

  /**
   * Reads the bytes of exactly one document.
   *
   * @throws JsonProblem if they are no JSON, or more than one document
   */
  public static Json read(byte[] bytes) {
    try (JsonParser parser = FACTORY.createParser(ObjectReadContext.empty(), bytes)) {
      if (parser.nextToken() == null) {
        throw new JsonProblem("the document is empty");
      }
      Json document = value(parser);
      if (parser.nextToken() != null) {
        throw new JsonProblem("there is more than one document");
      }
      return document;
    } catch (JacksonException e) {
      throw new JsonProblem("this is not JSON: " + e.getOriginalMessage());
    }
  }

  private static Json value(JsonParser parser) {
    return switch (parser.currentToken()) {
      case START_OBJECT -> object(parser);
      case START_ARRAY -> list(parser);
      case VALUE_STRING -> new Json.Text(parser.getString());
      case VALUE_NUMBER_INT, VALUE_NUMBER_FLOAT -> new Json.Num(parser.getString());
      case VALUE_TRUE -> new Json.Bool(true);
      case VALUE_FALSE -> new Json.Bool(false);
      default -> new Json.Null();
    };
  }

  private static Json object(JsonParser parser) {
    LinkedHashMap<String, Json> members = new LinkedHashMap<>();
    Set<String> twice = new LinkedHashSet<>();
    while (parser.nextToken() != JsonToken.END_OBJECT) {
      String name = parser.currentName();
      parser.nextToken();
      if (members.putIfAbsent(name, value(parser)) != null) {
        twice.add(name);
      }
    }
    return new Json.Obj(members, twice);
  }

  private static Json list(JsonParser parser) {
    List<Json> items = new ArrayList<>();
    while (parser.nextToken() != JsonToken.END_ARRAY) {
      items.add(value(parser));
    }
    return new Json.Arr(items);
  }
}
