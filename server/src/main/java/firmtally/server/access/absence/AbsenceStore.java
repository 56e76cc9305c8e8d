package firmtally.server.access.absence;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AbsenceId;
import firmtally.server.platform.ids.PersonId;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class AbsenceStore {
  private static final String ROWS =
      """
      SELECT a.id, a.person_id, p.name AS person, a.deputy_id, d.name AS deputy, a.from_day AS "from", a.until_day AS until
      FROM absence a JOIN person p ON p.id = a.person_id JOIN person d ON d.id = a.deputy_id
      WHERE a.ended_at IS NULL
      """;
  private final Sql sql;

  AbsenceStore(Sql sql) {
    this.sql = sql;
  }

  List<AbsenceService.Absence> of(PersonId person, LocalDate today) {
    return sql.sql(
            ROWS
                + " AND a.until_day >= :today AND (a.person_id = :person OR a.deputy_id = :person)"
                + " ORDER BY a.from_day, a.id")
        .param("person", person)
        .param("today", today)
        .query(AbsenceService.Absence.class)
        .list();
  }

  Optional<AbsenceService.Absence> find(AbsenceId id) {
    return sql.sql(ROWS + " AND a.id = :id")
        .param("id", id)
        .query(AbsenceService.Absence.class)
        .optional();
  }

  /** Whom a deputy stands in for on a day. */
  List<PersonId> absent(PersonId deputy, LocalDate day) {
    return sql.sql(
            """
            SELECT DISTINCT person_id FROM absence
            WHERE deputy_id = :deputy AND ended_at IS NULL AND :day BETWEEN from_day AND until_day ORDER BY person_id
            """)
        .param("deputy", deputy)
        .param("day", day)
        .query(PersonId.class)
        .list();
  }

  AbsenceId insert(PersonId person, PersonId deputy, LocalDate from, LocalDate until) {
    return sql.sql(
            """
            INSERT INTO absence (person_id, deputy_id, from_day, until_day)
            VALUES (:person, :deputy, :from, :until) RETURNING id
            """)
        .param("person", person)
        .param("deputy", deputy)
        .param("from", from)
        .param("until", until)
        .query(AbsenceId.class)
        .single();
  }

  void endAllOf(PersonId person, LocalDate today, Instant at) {
    sql.sql(
            """
            UPDATE absence SET ended_at = :at
            WHERE (person_id = :person OR deputy_id = :person) AND ended_at IS NULL AND until_day >= :today
            """)
        .param("person", person)
        .param("today", today)
        .param("at", at)
        .update();
  }

  void end(AbsenceId id, Instant at) {
    sql.sql("UPDATE absence SET ended_at = :at WHERE id = :id")
        .param("id", id)
        .param("at", at)
        .update();
  }
}
