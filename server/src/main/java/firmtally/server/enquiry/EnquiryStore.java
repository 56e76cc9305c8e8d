package firmtally.server.enquiry;

import firmtally.server.platform.Sql;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class EnquiryStore {
  private static final String ROWS =
      """
      SELECT e.id, e.number, e.taken_at, e.name, e.reach, e.town, e.about, e.source, e.state, p.name AS owner,
             (SELECT MIN(o.id) FROM opportunity o WHERE o.enquiry_id = e.id) AS opportunity_id, e.version
      FROM enquiry e JOIN person p ON p.id = e.owner_id
      """;
  private final Sql sql;

  EnquiryStore(Sql sql) {
    this.sql = sql;
  }

  List<EnquiryService.EnquiryRow> list() {
    return sql.sql(ROWS + " ORDER BY e.state IN ('new', 'talking') DESC, e.id DESC LIMIT 300")
        .query(EnquiryService.EnquiryRow.class)
        .list();
  }

  Optional<EnquiryService.EnquiryRow> find(long id) {
    return sql.sql(ROWS + " WHERE e.id = :id")
        .param("id", id)
        .query(EnquiryService.EnquiryRow.class)
        .optional();
  }

  record New(
      String number,
      String takenAt,
      String name,
      String reach,
      String town,
      String about,
      String source,
      long owner) {}

  long insert(New enquiry) {
    return sql.sql(
            """
            INSERT INTO enquiry (number, taken_at, name, reach, town, about, source, state, owner_id)
            VALUES (:number, :takenAt, :name, :reach, :town, :about, :source, 'new', :owner) RETURNING id
            """)
        .paramSource(enquiry)
        .query(Long.class)
        .single();
  }

  int setState(long id, String state, Long account) {
    return sql.sql(
            """
            UPDATE enquiry SET state = :state, account_id = :account, version = version + 1
            WHERE id = :id AND state NOT IN ('taken-on', 'dropped')
            """)
        .param("id", id)
        .param("state", state)
        .param("account", account)
        .update();
  }
}
