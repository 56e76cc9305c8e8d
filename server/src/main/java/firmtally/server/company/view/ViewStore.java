package firmtally.server.company.view;

import firmtally.server.access.Actor;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ViewId;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class ViewStore {
  /** One's own, and what is shared with everybody or one's team; who is in none sees all teams'. */
  private static final String SEEN =
      """
      FROM saved_view v JOIN person p ON p.id = v.person_id
      WHERE (v.person_id = :me OR v.shared_with IS NOT NULL AND (v.shared_with IN ('', :team) OR :team IS NULL))
      """;

  private final Sql sql;

  ViewStore(Sql sql) {
    this.sql = sql;
  }

  private static final String COLUMNS =
      """
      SELECT v.id, v.name, p.name AS owner, v.shared_with, v.person_id = :me AS mine,
             EXISTS (SELECT 1 FROM view_pin n WHERE n.view_id = v.id AND n.person_id = :me) AS pinned, v.query, v.version
      """;

  List<ViewService.SavedView> list(String screen, Actor actor) {
    return sql.sql(
            COLUMNS + SEEN + "AND v.screen = :screen ORDER BY v.person_id = :me DESC, v.name, v.id")
        .param("screen", screen)
        .param("me", actor.id())
        .param("team", actor.team())
        .query(ViewService.SavedView.class)
        .list();
  }

  Optional<ViewService.SavedView> find(ViewId id, Actor actor) {
    return sql.sql(COLUMNS + SEEN + "AND v.id = :id")
        .param("id", id)
        .param("me", actor.id())
        .param("team", actor.team())
        .query(ViewService.SavedView.class)
        .optional();
  }

  String screen(ViewId id) {
    return sql.sql("SELECT screen FROM saved_view WHERE id = :id")
        .param("id", id)
        .query(String.class)
        .single();
  }

  void pin(ViewId id, PersonId person, boolean pinned) {
    sql.sql(
            pinned
                ? "INSERT INTO view_pin (view_id, person_id) VALUES (:id, :person) ON CONFLICT DO NOTHING"
                : "DELETE FROM view_pin WHERE view_id = :id AND person_id = :person")
        .param("id", id)
        .param("person", person)
        .update();
  }

  void insert(PersonId person, ViewService.ViewForm view) {
    sql.sql(
            """
            INSERT INTO saved_view (person_id, screen, name, shared_with, query)
            VALUES (:person, :screen, :name, :sharedWith, :query)
            """)
        .paramSource(view)
        .param("person", person)
        .update();
  }

  int update(ViewId id, long version, ViewService.ViewForm view) {
    return sql.sql(
            """
            UPDATE saved_view SET name = :name, shared_with = :sharedWith, query = :query, version = version + 1
            WHERE id = :id AND version = :version
            """)
        .paramSource(view)
        .param("id", id)
        .param("version", version)
        .update();
  }

  long version(ViewId id) {
    return sql.sql("SELECT version FROM saved_view WHERE id = :id")
        .param("id", id)
        .query(Long.class)
        .single();
  }

  boolean isTaken(PersonId person, String screen, String name, ViewId except) {
    return sql.sql(
            """
            SELECT EXISTS (SELECT 1 FROM saved_view
                           WHERE person_id = :person AND screen = :screen AND name = :name AND id <> :except)
            """)
        .param("screen", screen)
        .param("person", person)
        .param("name", name)
        .param("except", except)
        .query(Boolean.class)
        .single();
  }

  /** Whose a view is that somebody sees. */
  Optional<PersonId> owner(ViewId id, Actor actor) {
    return sql.sql("SELECT v.person_id " + SEEN + "AND v.id = :id")
        .param("id", id)
        .param("me", actor.id())
        .param("team", actor.team())
        .query(PersonId.class)
        .optional();
  }

  void delete(ViewId id) {
    sql.sql("DELETE FROM view_pin WHERE view_id = :id").param("id", id).update();
    sql.sql("DELETE FROM report_schedule WHERE view_id = :id").param("id", id).update();
    sql.sql("DELETE FROM saved_view WHERE id = :id").param("id", id).update();
  }
}
