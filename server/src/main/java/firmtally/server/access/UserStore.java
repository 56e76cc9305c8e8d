package firmtally.server.access;

import firmtally.server.platform.database.Sql;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class UserStore {
  private static final String COLUMNS = "id, login, name, email, role, team, password";

  private final Sql sql;

  UserStore(Sql sql) {
    this.sql = sql;
  }

  record UserRow(
      long id, String login, String name, String email, String role, String team, String password) {
    Actor actor() {
      return new Actor(id, login, name, email, Role.of(role), team);
    }
  }

  Optional<UserRow> findByLogin(String login) {
    return sql.sql("SELECT " + COLUMNS + " FROM person WHERE login = :login")
        .param("login", login)
        .query(UserRow.class)
        .optional();
  }

  Optional<UserRow> find(long id) {
    return sql.sql("SELECT " + COLUMNS + " FROM person WHERE id = :id")
        .param("id", id)
        .query(UserRow.class)
        .optional();
  }

  Optional<UserRow> findByCalendarKey(String key) {
    return sql.sql("SELECT " + COLUMNS + " FROM person WHERE calendar_key = :key")
        .param("key", key)
        .query(UserRow.class)
        .optional();
  }

  Optional<UserRow> caretaker() {
    return sql.sql(
            "SELECT "
                + COLUMNS
                + " FROM person WHERE role IN ('manager', 'administrator') ORDER BY role DESC, id LIMIT 1")
        .query(UserRow.class)
        .optional();
  }

  List<String> teams() {
    return sql.sql("SELECT DISTINCT team FROM person WHERE team IS NOT NULL ORDER BY team")
        .query(String.class)
        .list();
  }

  void setTeam(long id, String team) {
    sql.sql("UPDATE person SET team = :team WHERE id = :id")
        .param("team", team)
        .param("id", id)
        .update();
  }

  Optional<String> calendarKey(long id) {
    return sql.sql("SELECT calendar_key FROM person WHERE id = :id AND calendar_key IS NOT NULL")
        .param("id", id)
        .query(String.class)
        .optional();
  }

  void setCalendarKey(long id, String key) {
    sql.sql("UPDATE person SET calendar_key = :key WHERE id = :id")
        .param("key", key)
        .param("id", id)
        .update();
  }

  List<UserRow> list() {
    return sql.sql("SELECT " + COLUMNS + " FROM person ORDER BY name, id")
        .query(UserRow.class)
        .list();
  }

  boolean isEmpty() {
    return sql.sql("SELECT COUNT(*) FROM person").query(Long.class).single() == 0;
  }

  long insert(String login, String name, String email, Role role, String team, String password) {
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
        .query(Long.class)
        .single();
  }
}
