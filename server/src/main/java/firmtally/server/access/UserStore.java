package firmtally.server.access;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.PersonId;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class UserStore {
  private static final String COLUMNS =
      """
      SELECT id, login, name, email, role, team, phone, password, deactivated_at, session_number, version FROM person
      """;

  private final Sql sql;

  UserStore(Sql sql) {
    this.sql = sql;
  }

  record UserRow(
      PersonId id,
      String login,
      String name,
      String email,
      String role,
      String team,
      String phone,
      String password,
      Instant deactivatedAt,
      long sessionNumber,
      long version) {
    Actor actor() {
      return new Actor(id, login, name, email, Role.of(role), team);
    }

    boolean isActive() {
      return deactivatedAt == null && !Role.SYSTEM.word().equals(role);
    }
  }

  Optional<UserRow> findByLogin(String login) {
    return sql.sql(COLUMNS + "WHERE login = :login AND role <> 'system'")
        .param("login", login)
        .query(UserRow.class)
        .optional();
  }

  Optional<UserRow> findByCalendarKey(String key) {
    return sql.sql(COLUMNS + "WHERE calendar_key = :key AND deactivated_at IS NULL")
        .param("key", key)
        .query(UserRow.class)
        .optional();
  }

  /** Everybody, the company's own with them, by name. */
  List<UserRow> list() {
    return sql.sql(COLUMNS + "ORDER BY name, id").query(UserRow.class).list();
  }

  Optional<String> calendarKey(PersonId id) {
    return sql.sql("SELECT calendar_key FROM person WHERE id = :id AND calendar_key IS NOT NULL")
        .param("id", id)
        .query(String.class)
        .optional();
  }

  void setCalendarKey(PersonId id, String key) {
    sql.sql("UPDATE person SET calendar_key = :key WHERE id = :id")
        .param("key", key)
        .param("id", id)
        .update();
  }

  /** What an administrator changes of somebody. */
  record Change(
      PersonId id, long version, String name, String email, Role role, String team, String phone) {}

  int update(Change change) {
    return sql.sql(
            """
            UPDATE person SET name = :name, email = :email, role = :role, team = :team, phone = :phone, version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("id", change.id())
        .param("version", change.version())
        .param("name", change.name())
        .param("email", change.email())
        .param("role", change.role().word())
        .param("team", change.team())
        .param("phone", change.phone())
        .update();
  }

  /** Shuts somebody out from an instant on, or lets them in again without one. */
  void setDeactivated(PersonId id, Instant at) {
    sql.sql(
            """
            UPDATE person SET deactivated_at = :at, session_number = session_number + 1, version = version + 1
            WHERE id = :id
            """)
        .param("at", at)
        .param("id", id)
        .update();
  }

  /** Sets another password; every session of theirs is over. */
  void setPassword(PersonId id, String encoded) {
    sql.sql(
            """
            UPDATE person SET password = :password, session_number = session_number + 1, version = version + 1
            WHERE id = :id
            """)
        .param("password", encoded)
        .param("id", id)
        .update();
  }

  /** Ends every session of somebody. */
  void endSessions(PersonId id) {
    sql.sql("UPDATE person SET session_number = session_number + 1 WHERE id = :id")
        .param("id", id)
        .update();
  }

  PersonId insert(
      String login, String name, String email, Role role, String team, String password) {
    return sql.sql(
            """
            INSERT INTO person (login, name, email, role, team, password)
            VALUES (:login, :name, :email, :role, :team, :password) RETURNING id
            """)
        .param("login", login)
        .param("name", name)
        .param("email", email)
        .param("role", role.word())
        .param("team", team)
        .param("password", password)
        .query(PersonId.class)
        .single();
  }
}
