package firmtally.server.importing;

import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.Id;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.MaybeNull;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class ImportStore {
  private static final String LIST =
      """
      SELECT i.id, i.kind, i.file, i.person_id, p.name AS person, i.began_at, i.taken_at, i.added, i.changed, i.log_to,
             i.undone_at, u.name AS undone_by,
             (SELECT count(*) FROM data_import_row r WHERE r.import_id = i.id) AS left
      FROM data_import i JOIN person p ON p.id = i.person_id LEFT JOIN person u ON u.id = i.undone_by
      """;
  private final Sql sql;

  ImportStore(Sql sql) {
    this.sql = sql;
  }

  /**
   * An import.
   *
   * @param left how many records of it could be undone
   */
  record Row(
      ImportId id,
      String kind,
      String file,
      PersonId personId,
      String person,
      Instant beganAt,
      @MaybeNull Instant takenAt,
      int added,
      int changed,
      long logTo,
      @MaybeNull Instant undoneAt,
      @MaybeNull String undoneBy,
      int left) {}

  /** A record that an import wrote. */
  record Journal(
      RecordId recordId, long version, @MaybeNull String before, @MaybeNull String ownBefore) {}

  /** A record that was used or changed since, by what it is called. */
  record InUse(RecordId id, String name) {}

  ImportId begin(String kind, PersonId person, String file, Instant at) {
    return sql.sql(
            "INSERT INTO data_import (kind, person_id, file, began_at) VALUES (:kind, :person, :file, :at) RETURNING id")
        .param("kind", kind)
        .param("person", person)
        .param("file", file)
        .param("at", at)
        .query(ImportId.class)
        .single();
  }

  void setTaken(ImportId id, Instant at, int added, int changed) {
    sql.sql(
            """
            UPDATE data_import SET taken_at = :at, added = :added, changed = :changed,
              log_to = (SELECT COALESCE(MAX(id), 0) FROM change_log) WHERE id = :id
            """)
        .param("at", at)
        .param("added", added)
        .param("changed", changed)
        .param("id", id)
        .update();
  }

  int setUndone(ImportId id, Instant at, PersonId by) {
    return sql.sql(
            "UPDATE data_import SET undone_at = :at, undone_by = :by WHERE id = :id AND undone_at IS NULL")
        .param("at", at)
        .param("by", by)
        .param("id", id)
        .update();
  }

  Optional<Row> find(ImportId id) {
    return sql.sql(LIST + " WHERE i.id = :id").param("id", id).query(Row.class).optional();
  }

  /** The latest, of one person or, without one, of all. */
  List<Row> latest(Optional<PersonId> of, int most) {
    return sql.sql(
            LIST
                + " WHERE i.taken_at IS NOT NULL AND (:all OR i.person_id = :person) ORDER BY i.id DESC LIMIT :most")
        .param("all", of.isEmpty())
        .param("person", of.orElse(new PersonId(0)))
        .param("most", most)
        .query(Row.class)
        .list();
  }

  /** Those that were broken off before they were taken. */
  List<Row> unfinished() {
    return sql.sql(LIST + " WHERE i.taken_at IS NULL ORDER BY i.id").query(Row.class).list();
  }

  /** Those of which an undo was broken off. */
  List<Row> beingUndone() {
    return sql.sql(
            LIST
                + " WHERE i.undone_at IS NOT NULL AND EXISTS (SELECT 1 FROM data_import_row r WHERE r.import_id = i.id)")
        .query(Row.class)
        .list();
  }

  /** Those that were taken last, for what is to be done after it. */
  List<Row> taken(int most) {
    return sql.sql(LIST + " WHERE i.taken_at IS NOT NULL ORDER BY i.id DESC LIMIT :most")
        .param("most", most)
        .query(Row.class)
        .list();
  }

  /** Keeps what was written, with the version that its table has of it now. */
  void journal(ImportId id, String table, Id record, String before, String ownBefore) {
    sql.sql(
            "INSERT INTO data_import_row (import_id, record_id, version, before, own_before)"
                + " SELECT :id, r.id, r.version, :before, :own FROM "
                + table
                + " r WHERE r.id = :record ON CONFLICT (import_id, record_id) DO UPDATE SET version = excluded.version")
        .param("id", id)
        .param("record", record)
        .param("before", before)
        .param("own", ownBefore)
        .update();
  }

  /** The versions as they are at the end: what is written later may raise what was before. */
  void seal(ImportId id, String table) {
    sql.sql(
            "UPDATE data_import_row SET version = (SELECT r.version FROM "
                + table
                + " r WHERE r.id = record_id) WHERE import_id = :id")
        .param("id", id)
        .update();
  }

  /** The next that are to be undone, the latest first. */
  List<Journal> journal(ImportId id, int most) {
    return sql.sql(
            """
            SELECT record_id, version, before, own_before FROM data_import_row WHERE import_id = :id
            ORDER BY record_id DESC LIMIT :most
            """)
        .param("id", id)
        .param("most", most)
        .query(Journal.class)
        .list();
  }

  /** The tables that refer to another, and by which column. */
  private List<String> references(Removal removal) {
    return sql
        .sql(
            """
            SELECT m.name || '|' || f."from" || '|' || COALESCE(f."to", 'id') FROM pragma_table_list m, pragma_foreign_key_list(m.name) f
            WHERE m.schema = 'main' AND m.type = 'table' AND f."table" = :table ORDER BY 1
            """)
        .param("table", removal.table())
        .query(String.class)
        .list()
        .stream()
        .filter(reference -> !removal.parts().contains(reference.split("\\|")[0]))
        .toList();
  }

  /**
   * What of an import is in use, by any table that refers to it, or was changed since it was taken,
   * by its version and the log. Before it is taken its own later rows change its earlier ones.
   */
  List<InUse> inUse(Row of, String record, Removal removal, Collection<Journal> among) {
    List<String> uses = new ArrayList<>();
    for (String reference : references(removal)) {
      String[] parts = reference.split("\\|");
      uses.add(
          "w.before IS NULL AND EXISTS (SELECT 1 FROM "
              + parts[0]
              + " x WHERE x."
              + parts[1]
              + " = r."
              + parts[2]
              + ")");
    }
    removal.inUse().forEach(condition -> uses.add("w.before IS NULL AND " + condition));
    uses.add(
        "EXISTS (SELECT 1 FROM record_file f WHERE f.record = :record AND f.record_id = r.id AND f.removed_at IS NULL)");
    // What the log of an account says of its contacts and items are records of their own.
    uses.add(":logTo > 0 AND r.version <> w.version");
    uses.add(
        ":logTo > 0 AND EXISTS (SELECT 1 FROM change_log c WHERE c.record = :record AND c.record_id = r.id"
            + " AND c.id > :logTo AND c.what NOT IN ('contact', 'open item'))");
    return sql.sql(
            "SELECT r.id, "
                + removal.name()
                + " AS name FROM data_import_row w JOIN "
                + removal.table()
                + " r ON r.id = w.record_id WHERE w.import_id = :id"
                + " AND w.record_id IN (SELECT value FROM json_each(:among)) AND ("
                + String.join(" OR ", uses)
                + ") ORDER BY r.id")
        .param("id", of.id())
        .param("among", JsonList.of(among.stream().map(Journal::recordId).toList()))
        .param("record", record)
        .param("logTo", of.logTo())
        .query(InUse.class)
        .list();
  }

  /** Takes records away with their entries in the log and what own fields hold. */
  void remove(String record, Collection<RecordId> ids, Removal removal) {
    String json = JsonList.of(ids);
    run(
        """
        DELETE FROM own_value WHERE record_id IN (SELECT value FROM json_each(:ids))
          AND field_id IN (SELECT id FROM own_field WHERE record = :record)
        """,
        json,
        record);
    run(
        "DELETE FROM own_version WHERE record = :record AND record_id IN (SELECT value FROM json_each(:ids))",
        json,
        record);
    run(
        "DELETE FROM change_log WHERE record = :record AND record_id IN (SELECT value FROM json_each(:ids))",
        json,
        record);
    for (String statement : removal.statements()) {
      sql.sql(statement).param("ids", json).update();
    }
  }

  private void run(String statement, String ids, String record) {
    sql.sql(statement).param("ids", ids).param("record", record).update();
  }

  void forgetRows(ImportId id, Collection<RecordId> records) {
    sql.sql(
            "DELETE FROM data_import_row WHERE import_id = :id AND record_id IN (SELECT value FROM json_each(:ids))")
        .param("id", id)
        .param("ids", JsonList.of(records))
        .update();
  }

  void forget(ImportId id) {
    sql.sql("DELETE FROM data_import WHERE id = :id").param("id", id).update();
  }
}
