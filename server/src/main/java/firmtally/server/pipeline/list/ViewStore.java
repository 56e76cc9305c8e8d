package firmtally.server.pipeline.list;

import firmtally.server.access.Actor;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ViewId;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class ViewStore {
  /** Shared ones are shared with the team; of somebody without a team, with everybody. */
  private static final String LIST =
      """
      SELECT v.id, v.name, p.name AS owner, v.shared, v.person_id = :me AS mine, v.query
      FROM saved_view v JOIN person p ON p.id = v.person_id
      WHERE v.person_id = :me OR v.shared AND (p.team IS NULL OR :team IS NULL OR p.team = :team)
      ORDER BY v.person_id = :me DESC, v.name, v.id
      """;

  private static final String PUT =
      """
      INSERT INTO saved_view (person_id, name, shared, query) VALUES (:person, :name, :shared, :query)
      ON CONFLICT (person_id, name) DO UPDATE SET shared = excluded.shared, query = excluded.query
      """;
  private final Sql sql;

  ViewStore(Sql sql) {
    this.sql = sql;
  }

  List<ViewController.SavedView> list(Actor actor) {
    return sql.sql(LIST)
        .param("me", actor.id())
        .param("team", actor.team())
        .query(ViewController.SavedView.class)
        .list();
  }

  void put(PersonId person, String name, boolean shared, String query) {
    sql.sql(PUT)
        .param("person", person)
        .param("name", name)
        .param("shared", shared)
        .param("query", query)
        .update();
  }

  Optional<PersonId> owner(ViewId id) {
    return sql.sql("SELECT person_id FROM saved_view WHERE id = :id")
        .param("id", id)
        .query(PersonId.class)
        .optional();
  }

  void delete(ViewId id) {
    sql.sql("DELETE FROM saved_view WHERE id = :id").param("id", id).update();
  }
}
