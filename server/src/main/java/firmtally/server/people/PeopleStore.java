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
      return new Actor(id, login, name, mail, Role.of(role));
    }
  }

  Optional<PersonRow> findByLogin(String login) {
    return sql.sql("SELECT " + COLUMNS + " FROM person WHERE login = :login")
        .param("login", login)
        .query(PersonRow.class)
        .optional();
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
