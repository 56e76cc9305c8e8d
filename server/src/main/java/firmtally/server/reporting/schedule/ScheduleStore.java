package firmtally.server.reporting.schedule;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ScheduleId;
import firmtally.server.platform.ids.ViewId;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Repository;

/** What is sent to whom, how often, and on which day next. */
@Repository
class ScheduleStore {
  private static final String ROWS =
      """
      SELECT rs.id, rs.view_id, v.name, v.query, rs.person_id, rs.every, rs.next_on
      FROM report_schedule rs JOIN saved_view v ON v.id = rs.view_id
      """;
  private final Sql sql;

  ScheduleStore(Sql sql) {
    this.sql = sql;
  }

  /** A schedule. */
  record Row(
      ScheduleId id,
      ViewId viewId,
      String name,
      String query,
      PersonId personId,
      String every,
      LocalDate nextOn) {}

  List<Row> of(PersonId person) {
    return sql.sql(ROWS + "WHERE rs.person_id = :person ORDER BY v.name, rs.id")
        .param("person", person)
        .query(Row.class)
        .list();
  }

  List<Row> due(LocalDate today) {
    return sql.sql(ROWS + "WHERE rs.next_on <= :today ORDER BY rs.id")
        .param("today", today)
        .query(Row.class)
        .list();
  }

  /** Makes one, or changes the one there is of this view and person. */
  ScheduleId set(ViewId view, PersonId person, String every, LocalDate next, Instant at) {
    return sql.sql(
            """
            INSERT INTO report_schedule (view_id, person_id, every, next_on, made_at)
            VALUES (:view, :person, :every, :next, :at)
            ON CONFLICT (view_id, person_id) DO UPDATE SET every = excluded.every, next_on = excluded.next_on
            RETURNING id
            """)
        .param("view", view)
        .param("person", person)
        .param("every", every)
        .param("next", next)
        .param("at", at)
        .query(ScheduleId.class)
        .single();
  }

  /** Puts it on its next day, if it was still due on that one. */
  int proceed(ScheduleId id, LocalDate from, LocalDate next) {
    return sql.sql("UPDATE report_schedule SET next_on = :next WHERE id = :id AND next_on = :from")
        .param("id", id)
        .param("from", from)
        .param("next", next)
        .update();
  }

  int delete(ScheduleId id, PersonId person) {
    return sql.sql("DELETE FROM report_schedule WHERE id = :id AND person_id = :person")
        .param("id", id)
        .param("person", person)
        .update();
  }
}
