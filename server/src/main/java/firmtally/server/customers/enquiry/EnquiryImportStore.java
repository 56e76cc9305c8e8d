package firmtally.server.customers.enquiry;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.ImportId;
import java.util.List;
import org.springframework.stereotype.Repository;

/** What of files of enquiries is not in the search yet. */
@Repository
class EnquiryImportStore {
  private final Sql sql;

  EnquiryImportStore(Sql sql) {
    this.sql = sql;
  }

  /** What an enquiry is found by. */
  record Words(EnquiryId id, String number, String name, String subject, String phone) {}

  void setFoundTo(ImportId id, EnquiryId last) {
    sql.sql("UPDATE data_import SET found_to = :last WHERE id = :id")
        .param("last", last)
        .param("id", id)
        .update();
  }

  /** The next of a file that are not in the search. */
  List<Words> notFound(ImportId id, int most) {
    return sql.sql(
            """
            SELECT e.id, e.number, e.name, e.subject, e.phone
            FROM data_import i JOIN enquiry_row e ON e.import_id = i.id AND e.id > i.found_to
            WHERE i.id = :id ORDER BY e.id LIMIT :most
            """)
        .param("id", id)
        .param("most", most)
        .query(Words.class)
        .list();
  }
}
