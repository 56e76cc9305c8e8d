package firmtally.server.activity;

import firmtally.server.platform.Sql;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class ActivityStore {
  private final Sql sql;

  ActivityStore(Sql sql) {
    this.sql = sql;
  }

  List<ActivityService.Activity> of(long opportunity) {
    return sql.sql(
            """
            SELECT a.id, a.kind, a.subject, a.due, p.name AS person, a.opportunity_id, a.done_at, a.outcome, a.version
            FROM activity a JOIN person p ON p.id = a.person_id
            WHERE a.opportunity_id = :id ORDER BY a.done_at IS NOT NULL, a.due DESC, a.id DESC
            """)
        .param("id", opportunity)
        .query(ActivityService.Activity.class)
        .list();
  }

  Optional<Owner> owner(long id) {
    return sql.sql(
            """
            SELECT a.person_id, p.name, a.subject, a.opportunity_id FROM activity a JOIN person p ON p.id = a.person_id
            WHERE a.id = :id
            """)
        .param("id", id)
        .query(Owner.class)
        .optional();
  }

  record Owner(long personId, String name, String subject, long opportunityId) {}

  void insert(String kind, String subject, LocalDate due, long person, long opportunity) {
    sql.sql(
            """
            INSERT INTO activity (kind, subject, due, person_id, opportunity_id)
            VALUES (:kind, :subject, :due, :person, :opportunity)
            """)
        .param("kind", kind)
        .param("subject", subject)
        .param("due", due.toString())
        .param("person", person)
        .param("opportunity", opportunity)
        .update();
  }

  int done(long id, String at, String outcome) {
    return sql.sql(
            """
            UPDATE activity SET done_at = :at, outcome = :outcome, version = version + 1
            WHERE id = :id AND done_at IS NULL
            """)
        .param("id", id)
        .param("at", at)
        .param("outcome", outcome)
        .update();
  }

  void closeOpen(long opportunity, String at, String outcome) {
    sql.sql(
            """
            UPDATE activity SET done_at = :at, outcome = :outcome, version = version + 1
            WHERE opportunity_id = :id AND done_at IS NULL
            """)
        .param("id", opportunity)
        .param("at", at)
        .param("outcome", outcome)
        .update();
  }
}
