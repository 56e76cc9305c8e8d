package firmtally.server.platform.database;

import java.util.Collection;
import tools.jackson.databind.json.JsonMapper;

/**
 * Many values bound as one: a JSON array, which SQL takes apart with {@code json_each}. However
 * many they are, it is one statement with one value.
 */
public final class JsonList {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private JsonList() {}

  /** The array: {@code ["a","b"]}. */
  public static String of(Collection<?> values) {
    return JSON.writeValueAsString(values);
  }
}
