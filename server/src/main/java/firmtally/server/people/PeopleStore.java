package firmtally.server.people;

import firmtally.server.platform.Sql;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class PeopleStore {
  private static final String COLUMNS = "id, login, name, mail, role, team, password";

  private final Sql sql;

  PeopleStore(Sql sql) {
    this.sql = sql;
  }

  record PersonRow(
      long id, String login, String name, String mail, String role, String team, String password) {
    Actor actor() {
      return new Actor(id, login, name, mail, Role.of(role), team);
    }
  }

  Optional<PersonRow> findByLogin(String login) {
    return sql.sql("SELECT " + COLUMNS + " FROM person WHERE login = :login")
        .param("login", login)
        .query(PersonRow.class)
        .optional();
  }

  Optional<PersonRow> find(long id) {
    return sql.sql("SELECT " + COLUMNS + " FROM person WHERE id = :id")
        .param("id", id)
        .query(PersonRow.class)
        .optional();
  }

  Optional<PersonRow> findByCalendarKey(String key) {
    return sql.sql("SELECT " + COLUMNS + " FROM person WHERE calendar_key = :key")
        .param("key", key)
        .query(PersonRow.class)
        .optional();
  }

  Optional<PersonRow> caretaker() {
    return sql.sql(
            "SELECT "
                + COLUMNS
                + " FROM person WHERE role IN ('manager', 'administrator') ORDER BY role DESC, id LIMIT 1")
        .query(PersonRow.class)
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

  List<PersonRow> list() {
    return sql.sql("SELECT " + COLUMNS + " FROM person ORDER BY name, id")
        .query(PersonRow.class)
        .list();
  }

  boolean isEmpty() {
    return sql.sql("SELECT COUNT(*) FROM person").query(Long.class).single() == 0;
  }

  long insert(String login, String name, String mail, Role role, String team, String password) {
    return sql.sql(
            """
            INSERT INTO person (login, name, mail, role, team, password)
            VALUES (:login, :name, :mail, :role, :team, :password) RETURNING id
            """)
        .param("login", login)
        .param("name", name)
        .param("mail", mail)
        .param("role", role.word())
        .param("team", team)
        .param("password", password)
        .query(Long.class)
        .single();
  }
}
