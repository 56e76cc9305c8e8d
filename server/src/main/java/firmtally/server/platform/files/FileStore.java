package firmtally.server.platform.files;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.FileId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class FileStore {
  private static final String LIST =
      """
      SELECT f.id, f.name, f.type, f.size, f.sha256, COALESCE(p.name, 'automatically') AS person, f.at
      FROM record_file f LEFT JOIN person p ON p.id = f.person_id
      WHERE f.record = :record AND f.record_id = :id AND f.removed_at IS NULL ORDER BY f.id DESC
      """;
  private static final String INSERT =
      """
      INSERT INTO record_file (record, record_id, name, type, size, sha256, person_id, at)
      VALUES (:record, :recordId, :name, :type, :size, :sha256, :person, :at) RETURNING id
      """;
  private final Sql sql;

  FileStore(Sql sql) {
    this.sql = sql;
  }

  record New(
      String record,
      RecordId recordId,
      String name,
      String type,
      long size,
      String sha256,
      PersonId person,
      Instant at) {}

  record Kept(String record, RecordId recordId, String name, String type, String sha256) {}

  List<FileService.FileView> list(String record, RecordId id) {
    return sql.sql(LIST)
        .param("record", record)
        .param("id", id)
        .query(FileService.FileView.class)
        .list();
  }

  Optional<Kept> find(FileId id) {
    return sql.sql(
            "SELECT record, record_id, name, type, sha256 FROM record_file WHERE id = :id AND removed_at IS NULL")
        .param("id", id)
        .query(Kept.class)
        .optional();
  }

  byte[] bytes(String sha256) {
    return sql.sql("SELECT bytes FROM file_content WHERE sha256 = :sha256")
        .param("sha256", sha256)
        .query((row, n) -> row.getBytes("bytes"))
        .single();
  }

  void putContent(String sha256, byte[] bytes) {
    sql.sql(
            "INSERT INTO file_content (sha256, bytes) VALUES (:sha256, :bytes) ON CONFLICT DO NOTHING")
        .param("sha256", sha256)
        .param("bytes", bytes)
        .update();
  }

  FileId insert(New file) {
    return sql.sql(INSERT).paramSource(file).query(FileId.class).single();
  }

  void setRemoved(FileId id, Instant at) {
    sql.sql("UPDATE record_file SET removed_at = :at WHERE id = :id")
        .param("id", id)
        .param("at", at)
        .update();
  }
}
