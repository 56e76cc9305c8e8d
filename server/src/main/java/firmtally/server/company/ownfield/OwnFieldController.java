package firmtally.server.company.ownfield;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.ownfield.OwnField.OwnFieldForm;
import firmtally.server.platform.ids.OwnFieldId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Versions;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Fields that a company adds, and what its records have in them. */
@RestController
class OwnFieldController {
  private final OwnFieldService fields;
  private final Records records;
  private final Idempotency once;

  OwnFieldController(OwnFieldService fields, Records records, Idempotency once) {
    this.fields = fields;
    this.records = records;
    this.once = once;
  }

  /**
   * A field.
   *
   * @param key by what tables and lists name it, such as {@code own-12}
   * @param used how many records have something in it
   */
  record OwnFieldView(
      OwnFieldId id,
      String key,
      String record,
      String name,
      String kind,
      List<String> choices,
      boolean required,
      boolean inList,
      long used,
      long version) {}

  record OwnFields(List<OwnFieldView> fields) {}

  record OwnFieldAdded(OwnFieldId id) {}

  /**
   * What a record has.
   *
   * @param values by the id of the field; what has none is left out
   */
  record OwnValuesView(List<OwnFieldView> fields, Map<String, String> values, long version) {}

  /**
   * What is entered.
   *
   * @param values by the id of the field; what is left out stays, what is blank is emptied
   */
  record OwnValuesForm(Map<String, String> values) {}

  private OwnFieldView view(OwnField field, boolean counted) {
    return new OwnFieldView(
        field.id(),
        field.key(),
        field.record(),
        field.name(),
        field.kind().word(),
        field.choices(),
        field.required(),
        field.inList(),
        counted ? fields.used(field.id()) : 0,
        field.version());
  }

  @GetMapping("/api/own-fields")
  OwnFields list(@SignedIn Actor actor) {
    return new OwnFields(fields.all().stream().map(field -> view(field, true)).toList());
  }

  @PostMapping("/api/own-fields")
  OwnFieldAdded add(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody OwnFieldForm typed,
      @SignedIn Actor actor) {
    return new OwnFieldAdded(
        once.once(
            key, actor.id(), "add-own-field", "", OwnFieldId::new, () -> fields.add(typed, actor)));
  }

  @PutMapping("/api/own-fields/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable OwnFieldId id,
      @RequestHeader("If-Match") String version,
      @RequestBody OwnFieldForm typed,
      @SignedIn Actor actor) {
    fields.change(id, Versions.of(version), typed, actor);
  }

  /** A field is no longer shown; what was entered is kept. */
  @DeleteMapping("/api/own-fields/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void end(@PathVariable OwnFieldId id, @SignedIn Actor actor) {
    fields.end(id, actor);
  }

  /** What a record has in its own fields. */
  @GetMapping("/api/records/{kind}/{id}/own-fields")
  OwnValuesView values(
      @PathVariable String kind, @PathVariable RecordId id, @SignedIn Actor actor) {
    records.checkReadable(kind, id, actor);
    Map<String, String> values = new LinkedHashMap<>();
    fields.values(kind, id).forEach((field, text) -> values.put(field.toString(), text));
    return new OwnValuesView(
        fields.of(kind).stream().map(field -> view(field, false)).toList(),
        values,
        fields.version(kind, id));
  }

  /** Sets what a record has in its own fields. */
  @PutMapping("/api/records/{kind}/{id}/own-fields")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void set(
      @PathVariable String kind,
      @PathVariable RecordId id,
      @RequestHeader("If-Match") String version,
      @RequestBody OwnValuesForm typed,
      @SignedIn Actor actor) {
    Map<OwnFieldId, String> values = new LinkedHashMap<>();
    if (typed.values() != null) {
      typed
          .values()
          .forEach(
              (field, text) ->
                  values.put(
                      new OwnFieldId(field.matches("[0-9]{1,12}") ? Long.parseLong(field) : 0),
                      text));
    }
    fields.set(kind, id, Versions.of(version), values, actor);
  }
}
