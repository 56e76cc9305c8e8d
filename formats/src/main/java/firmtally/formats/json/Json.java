package firmtally.formats.json;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Set;

/** A piece of JSON as it was written. */
public sealed interface Json {
  /**
   * An object; of a name that stands twice the first value is kept, and the name is in {@code
   * twice}.
   */
  record Obj(LinkedHashMap<String, Json> members, Set<String> twice) implements Json {}

  /** A list. */
  record Arr(List<Json> items) implements Json {}

  /** A text. */
  record Text(String value) implements Json {}

  /** A number with the digits that were written. */
  record Num(String digits) implements Json {}

  /** True or false. */
  record Bool(boolean value) implements Json {}

  /** The word null: not the same as leaving a field out. */
  record Null() implements Json {}

  /** What it is, in words. */
  default String kind() {
    if (this instanceof Obj) {
      return "an object";
    } else if (this instanceof Arr) {
      return "a list";
    } else if (this instanceof Text) {
      return "a text";
    } else if (this instanceof Num) {
      return "a number";
    } else if (this instanceof Bool) {
      return "true or false";
    }
    return "null";
  }
}
