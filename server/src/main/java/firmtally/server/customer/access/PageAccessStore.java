package firmtally.server.customer.access;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.MaybeNull;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class PageAccessStore {
  /** Those whose access is open, with the address that a link or session was made for. */
  private static final String VISITORS =
      """
      SELECT c.id, c.name, c.email, c.account_id, a.name AS account
      FROM contact c
      JOIN account a ON a.id = c.account_id
      JOIN page_access x ON x.contact_id = c.id AND x.ended_at IS NULL
      """;

  private final Sql sql;

  PageAccessStore(Sql sql) {
    this.sql = sql;
  }

  /**
   * A contact of an account, and how their access stands.
   *
   * @param state {@code none}, {@code open} or {@code ended}
   * @param seenAt when they signed in last
   */
  record ContactAccess(
      ContactId id,
      String name,
      String email,
      String state,
      @MaybeNull Instant openedAt,
      @MaybeNull String openedBy,
      @MaybeNull Instant seenAt) {}

  List<ContactAccess> list(AccountId account) {
    return sql.sql(
            """
            SELECT c.id, c.name, c.email,
                   CASE WHEN x.contact_id IS NULL THEN 'none' WHEN x.ended_at IS NULL THEN 'open' ELSE 'ended' END AS state,
                   x.opened_at, p.name AS opened_by, x.seen_at
            FROM contact c
            LEFT JOIN page_access x ON x.contact_id = c.id
            LEFT JOIN person p ON p.id = x.opened_by
            WHERE c.account_id = :account ORDER BY c.name, c.id
            """)
        .param("account", account)
        .query(ContactAccess.class)
        .list();
  }

  void open(ContactId contact, Instant at, PersonId by) {
    sql.sql(
            """
            INSERT INTO page_access (contact_id, opened_at, opened_by) VALUES (:contact, :at, :by)
            ON CONFLICT (contact_id) DO UPDATE SET opened_at = :at, opened_by = :by, ended_at = NULL
            WHERE ended_at IS NOT NULL
            """)
        .param("contact", contact)
        .param("at", at)
        .param("by", by)
        .update();
  }

  /** Ends access, and with it every link and session. */
  int end(ContactId contact, Instant at) {
    int ended =
        sql.sql(
                "UPDATE page_access SET ended_at = :at WHERE contact_id = :contact AND ended_at IS NULL")
            .param("contact", contact)
            .param("at", at)
            .update();
    sql.sql("DELETE FROM page_link WHERE contact_id = :contact").param("contact", contact).update();
    sql.sql("DELETE FROM page_session WHERE contact_id = :contact")
        .param("contact", contact)
        .update();
    return ended;
  }

  /** Everybody with an address whose access is open: one person may buy for several accounts. */
  List<Visitor> byEmail(String email) {
    return sql.sql(
            VISITORS + "WHERE lower(c.email) = lower(:email) AND c.email <> '' ORDER BY c.id")
        .param("email", email)
        .query(Visitor.class)
        .list();
  }

  Optional<Visitor> byContact(ContactId contact) {
    return sql.sql(VISITORS + "WHERE c.id = :contact")
        .param("contact", contact)
        .query(Visitor.class)
        .optional();
  }

  RecordId insertLink(Visitor visitor, String hash, Instant until) {
    return sql.sql(
            """
            INSERT INTO page_link (contact_id, email, token_hash, until) VALUES (:contact, :email, :hash, :until)
            RETURNING id
            """)
        .param("contact", visitor.id())
        .param("email", visitor.email())
        .param("hash", hash)
        .param("until", until)
        .query(RecordId.class)
        .single();
  }

  /** Uses a link up: whoever comes second finds nothing. */
  Optional<ContactId> use(String hash, Instant now) {
    return sql.sql(
            """
            UPDATE page_link SET used_at = :now
            WHERE token_hash = :hash AND used_at IS NULL AND until > :now
              AND email = (SELECT c.email FROM contact c WHERE c.id = contact_id)
            RETURNING contact_id
            """)
        .param("hash", hash)
        .param("now", now)
        .query(ContactId.class)
        .optional();
  }

  void begin(Visitor visitor, String hash, Instant at, Instant until, String address) {
    sql.sql(
            """
            INSERT INTO page_session (contact_id, email, token_hash, began_at, until, address)
            VALUES (:contact, :email, :hash, :at, :until, :address)
            """)
        .param("contact", visitor.id())
        .param("email", visitor.email())
        .param("hash", hash)
        .param("at", at)
        .param("until", until)
        .param("address", address)
        .update();
    sql.sql("UPDATE page_access SET seen_at = :at WHERE contact_id = :contact")
        .param("at", at)
        .param("contact", visitor.id())
        .update();
  }

  /** Whose a session is; nobody's once it, their access or their address is another. */
  Optional<Visitor> ofSession(String hash, Instant now) {
    return sql.sql(
            VISITORS
                + "JOIN page_session s ON s.contact_id = c.id AND s.email = c.email"
                + " WHERE s.token_hash = :hash AND s.until > :now")
        .param("hash", hash)
        .param("now", now)
        .query(Visitor.class)
        .optional();
  }

  void leave(String hash) {
    sql.sql("DELETE FROM page_session WHERE token_hash = :hash").param("hash", hash).update();
  }

  /** Forgets what is over: links a day after their time, sessions at their end. */
  void forget(Instant now, Instant linksBefore) {
    sql.sql("DELETE FROM page_link WHERE until < :before").param("before", linksBefore).update();
    sql.sql("DELETE FROM page_session WHERE until < :now").param("now", now).update();
  }
}
