package firmtally.formats.reckon;

import firmtally.formats.json.Json;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * How an answer is compared with an expected one: numbers as numbers, every expected field must be
 * there, others may be. A field {@code within} beside the others says how far some may be away.
 */
final class Comparison {
  private final Json.Obj expected;
  private final Map<String, BigDecimal> within = new HashMap<>();

  Comparison(Json.Obj expected) {
    LinkedHashMap<String, Json> fields = new LinkedHashMap<>(expected.members());
    if (fields.remove("within") instanceof Json.Obj tolerances) {
      tolerances
          .members()
          .forEach((name, value) -> within.put("." + name, number(value).orElseThrow()));
    }
    this.expected = new Json.Obj(fields, Set.of());
  }

  List<String> differences(Json actual) {
    return differences("", expected, actual);
  }

  private List<String> differences(String at, Json wanted, Json got) {
    List<String> found = new ArrayList<>();
    if (wanted instanceof Json.Obj some && got instanceof Json.Obj all) {
      some.members()
          .forEach(
              (name, value) ->
                  found.addAll(differences(at + "." + name, value, all.members().get(name))));
    } else if (wanted instanceof Json.Arr some
        && got instanceof Json.Arr all
        && some.items().size() == all.items().size()) {
      for (int i = 0; i < some.items().size(); i++) {
        found.addAll(differences(at + "[" + i + "]", some.items().get(i), all.items().get(i)));
      }
    } else if (!isSame(wanted, got) && !isNear(at, wanted, got)) {
      found.add(at + ": wanted " + wanted + ", got " + got);
    }
    return found;
  }

  private boolean isNear(String at, Json wanted, Json got) {
    Optional<BigDecimal> one = number(wanted);
    Optional<BigDecimal> other = number(got);
    return within.containsKey(at)
        && one.isPresent()
        && other.isPresent()
        && one.get().subtract(other.get()).abs().compareTo(within.get(at)) <= 0;
  }

  static boolean isSame(Json wanted, Json got) {
    Optional<BigDecimal> one = number(wanted);
    Optional<BigDecimal> other = number(got);
    return one.isPresent() && other.isPresent()
        ? one.get().compareTo(other.get()) == 0
        : wanted.equals(got);
  }

  private static Optional<BigDecimal> number(Json json) {
    String digits =
        json instanceof Json.Text text
            ? text.value()
            : json instanceof Json.Num num ? num.digits() : "";
    return digits.matches("-?[0-9]+(\\.[0-9]+)?")
        ? Optional.of(new BigDecimal(digits))
        : Optional.empty();
  }
}
