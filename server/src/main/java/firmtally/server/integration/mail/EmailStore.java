package firmtally.server.integration.mail;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.MailId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.records.Records;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class EmailStore {
  private static final String ROWS =
      """
      SELECT id, at, record, record_id, sender, sender_name, recipient, subject, text, file_name, file, sent_at, tries
      FROM outgoing_email e
      """;
  private static final String INSERT =
      """
      INSERT INTO outgoing_email (at, record, record_id, sender, sender_name, recipient, subject, text, file_name, file)
      VALUES (:at, :record, :recordId, :from, :fromName, :to, :subject, :text, :fileName, :file)
      """;
  private final Sql sql;
  private final Records records;

  EmailStore(Sql sql, Records records) {
    this.sql = sql;
    this.records = records;
  }

  /** An email in the queue or behind it. */
  record Row(
      MailId id,
      Instant at,
      String record,
      RecordId recordId,
      String sender,
      String senderName,
      String recipient,
      String subject,
      String text,
      String fileName,
      String file,
      Instant sentAt,
      int tries) {}

  void insert(EmailQueue.Email email, Instant at) {
    sql.sql(INSERT).paramSource(email).param("at", at).update();
  }

  /** Those that wait, the oldest first. */
  List<Row> waiting(int most, int mostTries) {
    return sql.sql(ROWS + "WHERE sent_at IS NULL AND tries < :tries ORDER BY id LIMIT :most")
        .param("tries", mostTries)
        .param("most", most)
        .query(Row.class)
        .list();
  }

  void setSent(MailId id, Instant at) {
    sql.sql("UPDATE outgoing_email SET sent_at = :at, failure = NULL WHERE id = :id")
        .param("id", id)
        .param("at", at)
        .update();
  }

  void setFailed(MailId id, String failure) {
    sql.sql("UPDATE outgoing_email SET tries = tries + 1, failure = :failure WHERE id = :id")
        .param("id", id)
        .param("failure", failure)
        .update();
  }

  /** The latest of what somebody may read: an email is seen by who sees its record. */
  List<Row> list(Actor actor, long before, int most) {
    String text =
        ROWS
            + "WHERE e.id < :before AND "
            + records.readable("e.record", "e.record_id")
            + " ORDER BY e.id DESC LIMIT :most";
    return Visibility.bind(sql.sql(text), actor)
        .param("before", before)
        .param("most", most)
        .query(Row.class)
        .list();
  }

  Optional<Row> find(MailId id) {
    return sql.sql(ROWS + "WHERE id = :id").param("id", id).query(Row.class).optional();
  }
}
