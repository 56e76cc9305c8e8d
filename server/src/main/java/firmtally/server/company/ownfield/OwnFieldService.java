package firmtally.server.company.ownfield;

import firmtally.formats.table.TableWriter;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.company.ownfield.OwnField.OwnFieldForm;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Remembered;
import firmtally.server.platform.ids.Id;
import firmtally.server.platform.ids.OwnFieldId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotThere;
import java.math.BigDecimal;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * The fields that a company added, and what its records have in them. A value is kept as a program
 * reads it, and the log says what it was before.
 */
@Service
public class OwnFieldService {
  /** The kinds of record that can have fields. */
  static final Set<String> RECORDS =
      Set.of("account", "contact", "enquiry", "opportunity", "product");

  private static final RecordId COMPANY = new RecordId(1);
  private static final int LONGEST_NAME = 60;
  private static final int LONGEST_CHOICE = 80;
  private static final int MOST_CHOICES = 100;
  private static final int MOST_FIELDS = 40;
  private final OwnFieldStore store;
  private final SettingsService settings;
  private final Records records;
  private final ChangeLog log;
  private final Clock clock;
  private final Remembered<List<OwnField>> remembered;

  OwnFieldService(
      OwnFieldStore store, SettingsService settings, Records records, ChangeLog log, Clock clock) {
    this.store = store;
    this.settings = settings;
    this.records = records;
    this.log = log;
    this.clock = clock;
    this.remembered = new Remembered<>(store::fields);
  }

  /** Every field. */
  public List<OwnField> all() {
    return remembered.get();
  }

  /** The fields of a kind of record, in their order. */
  public List<OwnField> of(String record) {
    return all().stream().filter(field -> field.record().equals(record)).toList();
  }

  /** The fields of a kind of record that lists show. */
  public List<OwnField> inList(String record) {
    return of(record).stream().filter(OwnField::inList).toList();
  }

  /** A field by its id. */
  public OwnField field(OwnFieldId id) {
    return all().stream()
        .filter(field -> field.id().equals(id))
        .findFirst()
        .orElseThrow(() -> new NotThere("field", id));
  }

  /** How many records have something in a field. */
  long used(OwnFieldId id) {
    return store.used(id);
  }

  /** Adds a field. */
  @Transactional
  public OwnFieldId add(OwnFieldForm typed, Actor actor) {
    actor.checkAdministrates();
    Input input = new Input();
    String record = input.oneOf("record", typed.record(), RECORDS).orElse("account");
    if (of(record).size() >= MOST_FIELDS) {
      input.refuse("record", "A record has at most " + MOST_FIELDS + " fields of its own.");
    }
    Optional<OwnField.Kind> kind =
        input.value(
            "kind",
            typed.kind(),
            word -> OwnField.Kind.valueOf(word.toUpperCase(Locale.ROOT).replace('-', '_')));
    OwnField field =
        read(input, typed, new OwnFieldId(0), record, kind.orElse(OwnField.Kind.TEXT), 0);
    input.check();
    OwnFieldId id = store.insert(field);
    remembered.forget();
    log.note(
        actor.id(),
        "company",
        COMPANY,
        "own field of " + record,
        null,
        field.name() + ", " + field.kind().word());
    return id;
  }

  private OwnField read(
      Input input,
      OwnFieldForm typed,
      OwnFieldId id,
      String record,
      OwnField.Kind kind,
      long version) {
    String name = input.text("name", typed.name(), LONGEST_NAME);
    boolean isTaken =
        of(record).stream().anyMatch(f -> f.name().equalsIgnoreCase(name) && !f.id().equals(id));
    if (isTaken) {
      input.refuse("name", "There is a field of this name already.");
    }
    List<String> choices = new ArrayList<>();
    if (kind == OwnField.Kind.CHOICE) {
      for (String typedChoice : Input.given(typed.choices())) {
        String choice = typedChoice == null ? "" : typedChoice.strip();
        if (choice.length() > LONGEST_CHOICE || choice.contains("|")) {
          input.refuse(
              "choices", "A choice has at most " + LONGEST_CHOICE + " characters, and no |.");
        } else if (!choice.isEmpty() && !choices.contains(choice)) {
          choices.add(choice);
        }
      }
      if (choices.isEmpty() || choices.size() > MOST_CHOICES) {
        input.refuse("choices", "Enter 1 to " + MOST_CHOICES + " choices, one on each line.");
      }
    }
    return new OwnField(id, record, name, kind, choices, typed.required(), typed.inList(), version);
  }

  /**
   * Changes a field's name, choices and where it is shown; what it can hold stays. A choice that
   * stands where another stood is its new name, and is renamed wherever it was chosen.
   */
  @Transactional
  public void change(OwnFieldId id, long version, OwnFieldForm typed, Actor actor) {
    actor.checkAdministrates();
    OwnField before = field(id);
    Input input = new Input();
    OwnField after = read(input, typed, id, before.record(), before.kind(), version);
    input.check();
    log.expectOne(store.update(after), "company", COMPANY, before.version());
    if (before.choices().size() == after.choices().size()) {
      for (int i = 0; i < before.choices().size(); i++) {
        String was = before.choices().get(i);
        String is = after.choices().get(i);
        if (!was.equals(is) && !after.choices().contains(was) && !before.choices().contains(is)) {
          store.rename(id, was, is);
        }
      }
    }
    remembered.forget();
    log.note(actor.id(), "company", COMPANY, "own field", words(before), words(after));
  }

  private static String words(OwnField field) {
    return field.name()
        + (field.choices().isEmpty() ? "" : ": " + String.join(", ", field.choices()))
        + (field.required() ? ", required" : "")
        + (field.inList() ? ", in lists" : "");
  }

  /** A field is no longer shown; what was entered stays in the database and in exports. */
  @Transactional
  public void end(OwnFieldId id, Actor actor) {
    actor.checkAdministrates();
    OwnField field = field(id);
    store.end(id, clock.instant());
    remembered.forget();
    log.note(actor.id(), "company", COMPANY, "own field of " + field.record(), field.name(), null);
  }

  /** What a record has; fields without a value are not there. */
  public Map<OwnFieldId, String> values(String record, Id id) {
    return store.values(record, List.of(id)).getOrDefault(id.value(), Map.of());
  }

  /** What some records have, by the number of each. */
  public Map<Long, Map<OwnFieldId, String>> values(String record, Collection<? extends Id> ids) {
    return of(record).isEmpty() || ids.isEmpty() ? Map.of() : store.values(record, ids);
  }

  /** A field as a column of a file. */
  public static TableWriter.Column column(OwnField field) {
    return field.kind().isNumber()
        ? new TableWriter.Column(field.name(), "#,##0.####", false)
        : TableWriter.Column.text(field.name());
  }

  /** What stands in a field as a cell of a file; null for nothing. */
  public static Object cell(OwnField field, @MaybeNull String value) {
    return value != null && field.kind().isNumber() ? new BigDecimal(value) : value;
  }

  /**
   * What some records have in the fields that lists show, by the number of each and of the field.
   */
  public Map<Long, Map<String, String>> listed(String record, Collection<? extends Id> ids) {
    List<OwnField> shown = inList(record);
    if (shown.isEmpty()) {
      return Map.of();
    }
    Map<Long, Map<String, String>> listed = new HashMap<>();
    values(record, ids)
        .forEach(
            (id, has) -> {
              Map<String, String> own = new LinkedHashMap<>();
              shown.stream()
                  .filter(field -> has.containsKey(field.id()))
                  .forEach(field -> own.put(field.id().toString(), has.get(field.id())));
              listed.put(id, own);
            });
    return listed;
  }

  /** The version of what a record has in its fields. */
  long version(String record, Id id) {
    return store.version(record, id);
  }

  /** Sets what a record has in its fields; what is left out stays, what is blank is emptied. */
  @Transactional
  public void set(String record, Id id, long version, Map<OwnFieldId, String> typed, Actor actor) {
    records.checkEditable(record, id, actor);
    log.expectSame(version, version(record, id), record, id);
    put(record, id, typed, actor);
  }

  private void put(String record, Id id, Map<OwnFieldId, String> typed, Actor actor) {
    Map<OwnFieldId, String> before = values(record, id);
    Input input = new Input();
    check(record, typed, input);
    OwnValues read = new OwnValues(settings.company().currency(), input);
    for (OwnField field : of(record)) {
      if (field.required() && !typed.containsKey(field.id()) && !before.containsKey(field.id())) {
        read.value(field, "");
      }
    }
    input.check();
    keep(record, id, typed, read, actor);
  }

  /** Names what is wrong in values, each at {@code values.} and the id of its field. */
  public void check(String record, Map<OwnFieldId, String> typed, Input input) {
    OwnValues read = new OwnValues(settings.company().currency(), input);
    List<OwnField> fields = of(record);
    typed.keySet().stream()
        .filter(key -> fields.stream().noneMatch(field -> field.id().equals(key)))
        .forEach(key -> input.refuse("values." + key, "There is no such field."));
    fields.stream()
        .filter(field -> typed.containsKey(field.id()))
        .forEach(field -> read.value(field, typed.get(field.id())));
  }

  /**
   * Sets values that were checked, for an act that may write the record; what is left out stays.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void fill(String record, Id id, Map<OwnFieldId, String> typed, Actor actor) {
    Input input = new Input();
    OwnValues read = new OwnValues(settings.company().currency(), input);
    keep(record, id, typed, read, actor);
  }

  private void keep(
      String record, Id id, Map<OwnFieldId, String> typed, OwnValues read, Actor actor) {
    Map<OwnFieldId, String> before = values(record, id);
    for (OwnField field : of(record)) {
      if (typed.containsKey(field.id())) {
        Optional<OwnValues.Value> value = read.value(field, typed.get(field.id()));
        String was = before.get(field.id());
        String is = value.map(OwnValues.Value::text).orElse(null);
        if (!Objects.equals(was, is)) {
          value.ifPresentOrElse(
              v -> store.put(field.id(), id, v.text(), v.number()),
              () -> store.clear(field.id(), id));
          log.note(actor.id(), record, id, field.name(), was, is);
        }
      }
    }
    store.raise(record, id);
  }
}
