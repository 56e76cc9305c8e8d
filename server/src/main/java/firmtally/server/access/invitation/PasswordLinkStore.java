package firmtally.server.access.invitation;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.PasswordLinkId;
import firmtally.server.platform.ids.PersonId;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class PasswordLinkStore {
  private static final String OPEN =
      """
      FROM password_link k JOIN person p ON p.id = k.person_id
      WHERE k.hash = :hash AND k.used_at IS NULL AND k.until > :now AND p.deactivated_at IS NULL
      """;

  private final Sql sql;

  PasswordLinkStore(Sql sql) {
    this.sql = sql;
  }

  /** A link that can still be used, and whose it is. */
  record Link(PasswordLinkId id, PersonId personId, String purpose, String login, String name) {}

  /** Makes a link; those that the person had before are no longer good. */
  PasswordLinkId insert(PersonId person, String purpose, String hash, Instant until, Instant now) {
    useAll(person, now);
    return sql.sql(
            """
            INSERT INTO password_link (person_id, purpose, hash, until)
            VALUES (:person, :purpose, :hash, :until) RETURNING id
            """)
        .param("person", person)
        .param("purpose", purpose)
        .param("hash", hash)
        .param("until", until)
        .query(PasswordLinkId.class)
        .single();
  }

  Optional<Link> find(String hash, Instant now) {
    return sql.sql("SELECT k.id, k.person_id, k.purpose, p.login, p.name " + OPEN)
        .param("hash", hash)
        .param("now", now)
        .query(Link.class)
        .optional();
  }

  private void useAll(PersonId person, Instant now) {
    sql.sql("UPDATE password_link SET used_at = :now WHERE person_id = :person AND used_at IS NULL")
        .param("now", now)
        .param("person", person)
        .update();
  }

  /** Who may have forgotten a password: active users with a user name or an email address. */
  Optional<PersonId> byLoginOrEmail(String typed) {
    return sql.sql(
            """
            SELECT id FROM person
            WHERE id <> 0 AND deactivated_at IS NULL AND email <> '' AND (login = :typed OR lower(email) = lower(:typed))
            ORDER BY login = :typed DESC, id LIMIT 1
            """)
        .param("typed", typed)
        .query(PersonId.class)
        .optional();
  }
}
