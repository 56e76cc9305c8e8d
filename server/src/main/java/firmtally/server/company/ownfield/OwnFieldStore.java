package firmtally.server.company.ownfield;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.Id;
import firmtally.server.platform.ids.OwnFieldId;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Repository;
import tools.jackson.databind.json.JsonMapper;

@Repository
class OwnFieldStore {
  private static final JsonMapper JSON = new JsonMapper();
  private final Sql sql;

  OwnFieldStore(Sql sql) {
    this.sql = sql;
  }

  List<OwnField> fields() {
    return sql.sql(
            """
            SELECT id, record, name, kind, choices, required, in_list, version FROM own_field
            WHERE ended_at IS NULL ORDER BY record, position, id
            """)
        .query(
            (row, n) ->
                new OwnField(
                    new OwnFieldId(row.getLong("id")),
                    row.getString("record"),
                    row.getString("name"),
                    OwnField.Kind.valueOf(
                        row.getString("kind").toUpperCase(Locale.ROOT).replace('-', '_')),
                    List.of(JSON.readValue(row.getString("choices"), String[].class)),
                    row.getBoolean("required"),
                    row.getBoolean("in_list"),
                    row.getLong("version")))
        .list();
  }

  OwnFieldId insert(OwnField field) {
    return sql.sql(
            """
            INSERT INTO own_field (record, name, kind, choices, required, in_list, position)
            VALUES (:record, :name, :kind, :choices, :required, :inList,
                    (SELECT COALESCE(MAX(position), 0) + 1 FROM own_field WHERE record = :record))
            RETURNING id
            """)
        .param("record", field.record())
        .param("name", field.name())
        .param("kind", field.kind().word())
        .param("choices", JSON.writeValueAsString(field.choices()))
        .param("required", field.required())
        .param("inList", field.inList())
        .query(OwnFieldId.class)
        .single();
  }

  int update(OwnField field) {
    return sql.sql(
            """
            UPDATE own_field SET name = :name, choices = :choices, required = :required, in_list = :inList,
              version = version + 1
            WHERE id = :id AND version = :version AND ended_at IS NULL
            """)
        .param("id", field.id())
        .param("version", field.version())
        .param("name", field.name())
        .param("choices", JSON.writeValueAsString(field.choices()))
        .param("required", field.required())
        .param("inList", field.inList())
        .update();
  }

  void end(OwnFieldId id, Instant at) {
    sql.sql("UPDATE own_field SET ended_at = :at WHERE id = :id")
        .param("at", at)
        .param("id", id)
        .update();
  }

  long used(OwnFieldId id) {
    return sql.sql("SELECT count(*) FROM own_value WHERE field_id = :id")
        .param("id", id)
        .query(Long.class)
        .single();
  }

  /** What some records have, by record and field; fields without a value are not there. */
  Map<Long, Map<OwnFieldId, String>> values(String record, Collection<? extends Id> ids) {
    Map<Long, Map<OwnFieldId, String>> values = new HashMap<>();
    sql.sql(
            """
            SELECT v.record_id, v.field_id, v.text FROM json_each(:ids) asked
            JOIN own_field f ON f.record = :record AND f.ended_at IS NULL
            JOIN own_value v ON v.field_id = f.id AND v.record_id = asked.value
            """)
        .param(
            "ids",
            ids.stream()
                .map(id -> Long.toString(id.value()))
                .collect(Collectors.joining(",", "[", "]")))
        .param("record", record)
        .query(
            row -> {
              values
                  .computeIfAbsent(row.getLong("record_id"), k -> new LinkedHashMap<>())
                  .put(new OwnFieldId(row.getLong("field_id")), row.getString("text"));
            });
    return values;
  }

  void put(OwnFieldId field, Id record, String text, Long number) {
    sql.sql(
            """
            INSERT INTO own_value (field_id, record_id, text, number) VALUES (:field, :record, :text, :number)
            ON CONFLICT (field_id, record_id) DO UPDATE SET text = excluded.text, number = excluded.number
            """)
        .param("field", field)
        .param("record", record.value())
        .param("text", text)
        .param("number", number)
        .update();
  }

  void clear(OwnFieldId field, Id record) {
    sql.sql("DELETE FROM own_value WHERE field_id = :field AND record_id = :record")
        .param("field", field)
        .param("record", record.value())
        .update();
  }

  /** Where a word of a choice has another name, it has it on every record. */
  int rename(OwnFieldId field, String before, String after) {
    return sql.sql("UPDATE own_value SET text = :after WHERE field_id = :field AND text = :before")
        .param("field", field)
        .param("before", before)
        .param("after", after)
        .update();
  }

  long version(String record, Id id) {
    return sql.sql("SELECT version FROM own_version WHERE record = :record AND record_id = :id")
        .param("record", record)
        .param("id", id.value())
        .query(Long.class)
        .optional()
        .orElse(0L);
  }

  void raise(String record, Id id) {
    sql.sql(
            """
            INSERT INTO own_version (record, record_id, version) VALUES (:record, :id, 1)
            ON CONFLICT (record, record_id) DO UPDATE SET version = version + 1
            """)
        .param("record", record)
        .param("id", id.value())
        .update();
  }
}
