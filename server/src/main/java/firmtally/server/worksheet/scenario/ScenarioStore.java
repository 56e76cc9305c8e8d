package firmtally.server.worksheet.scenario;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ScenarioId;
import firmtally.server.platform.ids.WorksheetId;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class ScenarioStore {
  private final Sql sql;

  ScenarioStore(Sql sql) {
    this.sql = sql;
  }

  record Row(ScenarioId id, String name, String typed, String person, Instant at) {}

  List<Row> list(WorksheetId worksheet) {
    return sql.sql(
            """
            SELECT v.id, v.name, v.typed, p.name AS person, v.at
            FROM worksheet_scenario v JOIN person p ON p.id = v.person_id
            WHERE v.worksheet_id = :worksheet AND v.dropped_at IS NULL ORDER BY v.id
            """)
        .param("worksheet", worksheet)
        .query(Row.class)
        .list();
  }

  Optional<Row> find(WorksheetId worksheet, ScenarioId id) {
    return sql.sql(
            """
            SELECT v.id, v.name, v.typed, p.name AS person, v.at
            FROM worksheet_scenario v JOIN person p ON p.id = v.person_id
            WHERE v.worksheet_id = :worksheet AND v.id = :id
            """)
        .param("worksheet", worksheet)
        .param("id", id)
        .query(Row.class)
        .optional();
  }

  ScenarioId insert(WorksheetId worksheet, String name, String typed, PersonId person, Instant at) {
    return sql.sql(
            """
            INSERT INTO worksheet_scenario (worksheet_id, name, typed, person_id, at)
            VALUES (:worksheet, :name, :typed, :person, :at) RETURNING id
            """)
        .param("worksheet", worksheet)
        .param("name", name)
        .param("typed", typed)
        .param("person", person)
        .param("at", at)
        .query(ScenarioId.class)
        .single();
  }

  /** Drops a scenario on a day, or takes it back without one. */
  void setDropped(ScenarioId id, Instant at) {
    sql.sql("UPDATE worksheet_scenario SET dropped_at = :at WHERE id = :id")
        .param("at", at)
        .param("id", id)
        .update();
  }
}
