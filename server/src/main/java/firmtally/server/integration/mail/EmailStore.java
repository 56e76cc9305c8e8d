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
      SELECT id, at, record, record_id, sender, sender_name, recipient, copies, subject, text, answers, sent_at, tries, failure
      FROM outgoing_email e
      """;
  private static final String INSERT =
      """
      INSERT INTO outgoing_email (at, record, record_id, sender, sender_name, recipient, copies, subject, text, answers)
      VALUES (:at, :record, :recordId, :from, :fromName, :to, :copies, :subject, :text, :answers) RETURNING id
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
      String copies,
      String subject,
      String text,
      String answers,
      Instant sentAt,
      int tries,
      String failure) {}

  private static final String BETWEEN = ", ";

  /** Addresses as they are kept, between commas. */
  static List<String> addresses(String kept) {
    return kept.isEmpty() ? List.of() : List.of(kept.split(BETWEEN));
  }

  MailId insert(EmailQueue.Email email, Instant at) {
    return sql.sql(INSERT)
        .param("at", at)
        .param("record", email.record())
        .param("recordId", email.recordId())
        .param("from", email.from().address())
        .param("fromName", email.from().name())
        .param("to", String.join(BETWEEN, email.to()))
        .param("copies", String.join(BETWEEN, email.copies()))
        .param("subject", email.subject())
        .param("text", email.text())
        .param("answers", String.join(" ", email.answers()))
        .query(MailId.class)
        .single();
  }

  void attach(MailId id, int position, EmailQueue.Attached file) {
    sql.sql(
            """
            INSERT INTO email_file (email_id, position, name, type, sha256)
            VALUES (:id, :position, :name, :type, :sha256)
            """)
        .paramSource(file)
        .param("id", id)
        .param("position", position)
        .update();
  }

  List<EmailQueue.Attached> files(MailId id) {
    return sql.sql(
            "SELECT name, type, sha256 FROM email_file WHERE email_id = :id ORDER BY position")
        .param("id", id)
        .query(EmailQueue.Attached.class)
        .list();
  }

  /** Those that wait, the oldest first. */
  List<Row> waiting(int most, int mostTries) {
    return sql.sql(ROWS + "WHERE sent_at IS NULL AND tries < :tries ORDER BY id LIMIT :most")
        .param("tries", mostTries)
        .param("most", most)
        .query(Row.class)
        .list();
  }

  /** How many wait, and how many of them were not taken when they were tried last. */
  EmailQueue.Waiting standing() {
    return sql.sql(
            """
            SELECT count(*) AS waiting, count(failure) AS failing, MIN(at) AS oldest FROM outgoing_email WHERE sent_at IS NULL
            """)
        .query(EmailQueue.Waiting.class)
        .single();
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

  /** It is not tried again. */
  void giveUp(MailId id, int mostTries) {
    sql.sql("UPDATE outgoing_email SET tries = :most WHERE id = :id")
        .param("id", id)
        .param("most", mostTries)
        .update();
  }

  void forget(MailId id, String instead) {
    sql.sql("UPDATE outgoing_email SET text = :instead WHERE id = :id")
        .param("id", id)
        .param("instead", instead)
        .update();
  }

  void refuse(String address, String words, Instant at) {
    sql.sql(
            """
            INSERT INTO email_refusal (address, words, at) VALUES (lower(:address), :words, :at)
            ON CONFLICT (address) DO UPDATE SET words = :words, at = :at
            """)
        .param("address", address)
        .param("words", words)
        .param("at", at)
        .update();
  }

  /** What was refused before is not any more. */
  void accepted(List<String> addresses) {
    for (String address : addresses) {
      sql.sql("DELETE FROM email_refusal WHERE address = lower(:address)")
          .param("address", address)
          .update();
    }
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
