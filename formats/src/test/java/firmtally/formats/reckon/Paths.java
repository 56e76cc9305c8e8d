package firmtally.formats.reckon;

import firmtally.formats.json.Json;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Finds the figure that a path such as {@code lines[0].gross} names. */
final class Paths {
  private static final Pattern STEP = Pattern.compile("([A-Za-z]+)|\\[([0-9]+)]");

  private static final Pattern NUMBER = Pattern.compile("-?[0-9]+(\\.[0-9]+)?");

  /** Names of what is repeated from the question. */
  private static final Set<String> REPEATED =
      Set.of("id", "ref", "key", "listUnit", "percent", "priceFrom", "line", "closers");

  /** Parts of a variance that do not apply. */
  private static final Pattern IS_NOTHING =
      Pattern.compile("lines.*(quantity|price|discount|added|removed) 0(\\.0+)?");

  private Paths() {}

  static Json find(Json document, String path) {
    Json here = document;
    Matcher steps = STEP.matcher(path);
    while (steps.find()) {
      here =
          steps.group(1) != null
              ? ((Json.Obj) here).members().get(steps.group(1))
              : ((Json.Arr) here).items().get(Integer.parseInt(steps.group(2)));
      if (here == null) {
        throw new AssertionError("there is nothing at " + path);
      }
    }
    return here;
  }

  /** True and false as workings write them. */
  static Json plain(Json figure) {
    return figure instanceof Json.Bool bool ? new Json.Text(String.valueOf(bool.value())) : figure;
  }

  /**
   * The places of all figures of an answer: what is written as a number, but for what is only
   * repeated from the question or counted.
   */
  static Set<String> figures(Json.Obj document) {
    Set<String> found = new TreeSet<>();
    document
        .members()
        .forEach(
            (name, value) -> {
              if (!name.equals("workings")) {
                collect(name, name, value, found);
              }
            });
    return found;
  }

  private static void collect(String path, String name, Json here, Set<String> found) {
    if (here instanceof Json.Obj object) {
      object.members().forEach((field, value) -> collect(path + "." + field, field, value, found));
    } else if (here instanceof Json.Arr list) {
      for (int i = 0; i < list.items().size(); i++) {
        collect(path + "[" + i + "]", name, list.items().get(i), found);
      }
    } else if (here instanceof Json.Text text
        && NUMBER.matcher(text.value()).matches()
        && !REPEATED.contains(name)
        && !IS_NOTHING.matcher(path + " " + text.value()).matches()
        && !path.matches("timeline.*limit")) {
      found.add(path);
    }
  }
}
