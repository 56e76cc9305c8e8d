package firmtally.server.sales.quote;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.FileId;
import java.util.List;
import org.springframework.stereotype.Repository;

/** The files that leave with quotes. */
@Repository
class EnclosureStore {
  private static final String ENCLOSED =
      """
      SELECT f.id, f.name, f.type, f.size, f.sha256, f.record
      FROM enclosure e JOIN record_file f ON f.id = e.file_id
      WHERE e.document_id = :document ORDER BY f.id
      """;

  /**
   * What may be enclosed: files of the opportunity, the account, the products of its lines, and the
   * company's.
   */
  private static final String OFFERED =
      """
      SELECT f.id, f.name, f.type, f.size, f.sha256, f.record
      FROM quote q JOIN record_file f ON f.removed_at IS NULL AND (
             f.record = 'opportunity' AND f.record_id = q.opportunity_id
          OR f.record = 'account' AND f.record_id = q.account_id
          OR f.record = 'company'
          OR f.record = 'product' AND f.record_id IN (
               SELECT p.id FROM worksheet_line l JOIN product p ON p.code = l.product WHERE l.worksheet_id = q.worksheet_id))
      WHERE q.id = :document ORDER BY f.record, f.name, f.id
      """;

  private final Sql sql;

  EnclosureStore(Sql sql) {
    this.sql = sql;
  }

  /**
   * A file that leaves with a quote, or may.
   *
   * @param record the kind of record that it is of
   */
  record Enclosed(FileId id, String name, String type, long size, String sha256, String record) {}

  List<Enclosed> of(DocumentId document) {
    return sql.sql(ENCLOSED).param("document", document).query(Enclosed.class).list();
  }

  List<Enclosed> offered(DocumentId document) {
    return sql.sql(OFFERED).param("document", document).query(Enclosed.class).list();
  }

  void enclose(DocumentId document, List<FileId> files) {
    sql.sql("DELETE FROM enclosure WHERE document_id = :document")
        .param("document", document)
        .update();
    for (FileId file : files) {
      sql.sql("INSERT INTO enclosure (document_id, file_id) VALUES (:document, :file)")
          .param("document", document)
          .param("file", file)
          .update();
    }
  }

  /** Encloses with one quote what is enclosed with another, such as the revision before. */
  void copy(DocumentId from, DocumentId to) {
    sql.sql(
            """
            INSERT INTO enclosure (document_id, file_id)
            SELECT :to, e.file_id FROM enclosure e JOIN record_file f ON f.id = e.file_id
            WHERE e.document_id = :from AND f.removed_at IS NULL
            """)
        .param("from", from)
        .param("to", to)
        .update();
  }
}
