package firmtally.server.importing;

import firmtally.server.access.Actor;
import firmtally.server.company.ownfield.OwnField;
import firmtally.server.company.ownfield.OwnFieldService;
import firmtally.server.platform.ids.OwnFieldId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotThere;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;

/** The kinds of file that there are, with the fields that the company added to their records. */
@Component
class ImportKinds {
  private static final String OWN = "own-";
  private final List<ImportKind<?>> kinds;
  private final OwnFieldService own;

  ImportKinds(List<ImportKind<?>> kinds, OwnFieldService own) {
    this.kinds =
        kinds.stream().sorted(Comparator.comparingInt(kind -> kind.about().position())).toList();
    this.own = own;
  }

  ImportKind<?> get(String word) {
    return kinds.stream()
        .filter(kind -> kind.about().word().equals(word))
        .findFirst()
        .orElseThrow(() -> new NotThere("kind of import", word));
  }

  /** One that somebody imports. */
  ImportKind<?> checked(String word, Actor actor) {
    ImportKind<?> kind = get(word);
    if (!kind.isFor(actor)) {
      throw new NotAllowed("You may not import " + kind.about().words() + ".");
    }
    return kind;
  }

  /** Those that somebody may import, in the order in which a new company needs them. */
  List<ImportKind<?>> of(Actor actor) {
    return kinds.stream().filter(kind -> kind.isFor(actor)).toList();
  }

  /** What a file may hold: the fields of its records, and those that the company added. */
  List<ImportField> fields(ImportKind<?> kind) {
    List<ImportField> fields = new ArrayList<>(kind.fields());
    for (OwnField field : own.of(kind.about().record())) {
      String hint =
          switch (field.kind()) {
            case CHOICE -> String.join(", ", field.choices());
            case YES_NO -> "yes or no";
            case DATE -> "2027-03-31";
            default -> "";
          };
      fields.add(ImportField.optional(field.key(), field.name()).hint(hint));
    }
    return fields;
  }

  /** What a row has in fields that the company added. */
  static Map<OwnFieldId, String> ownOf(ImportRow row) {
    Map<OwnFieldId, String> values = new LinkedHashMap<>();
    row.cells()
        .forEach(
            (key, text) -> {
              if (key.startsWith(OWN) && !text.isEmpty()) {
                values.put(new OwnFieldId(Long.parseLong(key.substring(OWN.length()))), text);
              }
            });
    return values;
  }

  /** Names what is wrong in them at their columns. */
  void checkOwn(ImportKind<?> kind, ImportRow row, Input input) {
    Map<OwnFieldId, String> values = ownOf(row);
    if (!values.isEmpty()) {
      Input found = new Input();
      own.check(kind.about().record(), values, found);
      found
          .problems()
          .list()
          .forEach(p -> input.refuse(p.at().replace("values.", OWN), p.message()));
    }
  }

  /** What is wrong with the choice of columns. */
  static void checkMatched(
      ImportKind<?> kind, List<ImportField> fields, Set<String> matched, Input input) {
    for (ImportField field : fields) {
      if (field.needed() && !matched.contains(field.key())) {
        input.refuse(field.key(), "Choose the column.");
      }
    }
    kind.checkMatched(matched, input);
  }
}
