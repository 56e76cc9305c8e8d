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
      SELECT id, login, name, email,
             (SELECT group_concat(r.role) FROM person_role r WHERE r.person_id = person.id) AS roles,
             team, phone, password, deactivated_at, session_number, second_factor IS NOT NULL AS has_second_factor, invited_at, version
      FROM person
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
      String roles,
      String team,
      String phone,
      String password,
      Instant deactivatedAt,
      long sessionNumber,
      boolean hasSecondFactor,
      Instant invitedAt,
      long version) {
    Actor actor() {
      return new Actor(id, login, name, email, Roles.listed(roles), team);
    }

    boolean isActive() {
      return deactivatedAt == null && !isSystem();
    }

    boolean isSystem() {
      return Role.SYSTEM.word().equals(roles);
    }
  }

  Optional<UserRow> findByLogin(String login) {
    return sql.sql(COLUMNS + "WHERE login = :login AND id <> 0")
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
      PersonId id,
      long version,
      String name,
      String email,
      Roles roles,
      String team,
      String phone) {}

  int update(Change change) {
    return sql.sql(
            """
            UPDATE person SET name = :name, email = :email, team = :team, phone = :phone, version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("id", change.id())
        .param("version", change.version())
        .param("name", change.name())
        .param("email", change.email())
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

  /** No link that was sent to somebody is good any more. */
  void endLinks(PersonId id, Instant at) {
    sql.sql("UPDATE password_link SET used_at = :at WHERE person_id = :id AND used_at IS NULL")
        .param("at", at)
        .param("id", id)
        .update();
  }

  /** Sets another password; every session of theirs is over. */
  void setPassword(PersonId id, String encoded) {
    sql.sql(
            """
            UPDATE person SET password = :password, invited_at = NULL, session_number = session_number + 1, version = version + 1
            WHERE id = :id
            """)
        .param("password", encoded)
        .param("id", id)
        .update();
  }

  /** Gives somebody these roles and no others. */
  void setRoles(PersonId id, Roles roles) {
    sql.sql("DELETE FROM person_role WHERE person_id = :id").param("id", id).update();
    for (Role role : roles.all()) {
      sql.sql("INSERT INTO person_role (person_id, role) VALUES (:id, :role)")
          .param("id", id)
          .param("role", role)
          .update();
    }
  }

  /** What is known of somebody's second factor. */
  record FactorRow(String secret, String offered, long step) {}

  FactorRow factor(PersonId id) {
    return sql.sql(
            """
            SELECT second_factor AS secret, second_factor_offered AS offered, second_factor_step AS step
            FROM person WHERE id = :id
            """)
        .param("id", id)
        .query(FactorRow.class)
        .single();
  }

  void offerFactor(PersonId id, String secret) {
    sql.sql("UPDATE person SET second_factor_offered = :secret WHERE id = :id")
        .param("secret", secret)
        .param("id", id)
        .update();
  }

  /** Sets their second factor, or takes it away; what was offered and the recovery codes go. */
  void setFactor(PersonId id, String secret, long step) {
    sql.sql(
            """
            UPDATE person SET second_factor = :secret, second_factor_offered = NULL, second_factor_step = :step,
              version = version + 1
            WHERE id = :id
            """)
        .param("secret", secret)
        .param("step", step)
        .param("id", id)
        .update();
    sql.sql("DELETE FROM recovery_code WHERE person_id = :id").param("id", id).update();
  }

  /** A step is used up; 0 where one as late was used before. */
  int useStep(PersonId id, long step) {
    return sql.sql(
            "UPDATE person SET second_factor_step = :step WHERE id = :id AND second_factor_step < :step")
        .param("step", step)
        .param("id", id)
        .update();
  }

  void addRecoveryCode(PersonId id, String hash) {
    sql.sql("INSERT INTO recovery_code (person_id, hash) VALUES (:id, :hash)")
        .param("id", id)
        .param("hash", hash)
        .update();
  }

  /** A recovery code is used up; 0 where there is none such. */
  int useRecoveryCode(PersonId id, String hash) {
    return sql.sql("DELETE FROM recovery_code WHERE person_id = :id AND hash = :hash")
        .param("id", id)
        .param("hash", hash)
        .update();
  }

  long recoveryCodes(PersonId id) {
    return sql.sql("SELECT count(*) FROM recovery_code WHERE person_id = :id")
        .param("id", id)
        .query(Long.class)
        .single();
  }

  void setInvited(PersonId id, Instant at) {
    sql.sql("UPDATE person SET invited_at = :at, version = version + 1 WHERE id = :id")
        .param("at", at)
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
      String login, String name, String email, String team, String password, Instant invitedAt) {
    return sql.sql(
            """
            INSERT INTO person (login, name, email, team, password, invited_at)
            VALUES (:login, :name, :email, :team, :password, :invited) RETURNING id
            """)
        .param("login", login)
        .param("name", name)
        .param("email", email)
        .param("team", team)
        .param("password", password)
        .param("invited", invitedAt)
        .query(PersonId.class)
        .single();
  }
}
