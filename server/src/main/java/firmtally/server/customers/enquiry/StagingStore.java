package firmtally.server.customers.enquiry;

import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.ids.PersonId;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class StagingStore {
  private final Sql sql;

  StagingStore(Sql sql) {
    this.sql = sql;
  }

  /** A file that was taken, or is being. */
  record Row(ImportId id, Instant takenAt, long foundTo) {}

  /** What an enquiry is found by. */
  record Words(EnquiryId id, String number, String name, String subject, String phone) {}

  ImportId begin(PersonId person, String file, Instant at) {
    return sql.sql(
            "INSERT INTO enquiry_import (person_id, file, began_at) VALUES (:person, :file, :at) RETURNING id")
        .param("person", person)
        .param("file", file)
        .param("at", at)
        .query(ImportId.class)
        .single();
  }

  void setTaken(ImportId id, Instant at) {
    sql.sql("UPDATE enquiry_import SET taken_at = :at WHERE id = :id")
        .param("at", at)
        .param("id", id)
        .update();
  }

  void setFoundTo(ImportId id, EnquiryId last) {
    sql.sql("UPDATE enquiry_import SET found_to = :last WHERE id = :id")
        .param("last", last)
        .param("id", id)
        .update();
  }

  Optional<Row> find(ImportId id) {
    return sql.sql("SELECT id, taken_at, found_to FROM enquiry_import WHERE id = :id")
        .param("id", id)
        .query(Row.class)
        .optional();
  }

  /** Those that were broken off: not taken, or not all in the search. */
  List<ImportId> unfinished() {
    return sql.sql(
            """
            SELECT i.id FROM enquiry_import i
            WHERE i.taken_at IS NULL
              OR i.found_to < (SELECT COALESCE(MAX(e.id), 0) FROM enquiry_row e WHERE e.import_id = i.id)
            ORDER BY i.id
            """)
        .query(ImportId.class)
        .list();
  }

  /** The next of a file that are not in the search. */
  List<Words> notFound(ImportId id, long after, int most) {
    return sql.sql(
            """
            SELECT id, number, name, subject, phone FROM enquiry_row
            WHERE import_id = :id AND id > :after ORDER BY id LIMIT :most
            """)
        .param("id", id)
        .param("after", after)
        .param("most", most)
        .query(Words.class)
        .list();
  }

  /** Takes back some of a file that was not taken, and says how many there were. */
  int takeBack(ImportId id, int most) {
    List<EnquiryId> some =
        sql.sql("SELECT id FROM enquiry_row WHERE import_id = :id LIMIT :most")
            .param("id", id)
            .param("most", most)
            .query(EnquiryId.class)
            .list();
    String ids = JsonList.of(some);
    sql.sql(
            "DELETE FROM enquiry_assignment WHERE enquiry_id IN (SELECT value FROM json_each(:ids))")
        .param("ids", ids)
        .update();
    sql.sql(
            """
            DELETE FROM change_log WHERE record = 'enquiry' AND record_id IN (SELECT value FROM json_each(:ids))
            """)
        .param("ids", ids)
        .update();
    sql.sql("DELETE FROM enquiry_row WHERE id IN (SELECT value FROM json_each(:ids))")
        .param("ids", ids)
        .update();
    return some.size();
  }

  void forget(ImportId id) {
    sql.sql("DELETE FROM enquiry_import WHERE id = :id").param("id", id).update();
  }
}
