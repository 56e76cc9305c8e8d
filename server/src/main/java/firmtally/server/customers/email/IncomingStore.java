package firmtally.server.customers.email;

import firmtally.formats.mail.ReceivedEml;
import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.ids.IncomingEmailId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.records.Records;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class IncomingStore {
  private static final String ROWS =
      """
      SELECT i.id, i.message_id, i.record, i.record_id, i.found_by, i.sender, i.sender_name, i.recipients, i.copies, i.subject,
             i.text, i.answers, i.sent_at, i.received_at, i.sha256, i.answer_id, i.answered_at,
             EXISTS (SELECT 1 FROM activity x WHERE x.id = i.answer_id AND x.closed_at IS NULL) AS waits
      FROM incoming_email i
      """;

  /** Who sees one that nobody has put to a record: managers, and whoever it was written to. */
  private static final String OWN =
      "(:isManager OR instr(lower(' ' || i.recipients || ', ' || i.copies || ','), lower(' ' || :email || ',')) > 0)";

  private static final String INSERT =
      """
      INSERT INTO incoming_email (message_id, found_by, sender, sender_name, recipients, copies, subject, text, answers,
                                  sent_at, received_at, sha256)
      VALUES (:messageId, :foundBy, :sender, :senderName, :recipients, :copies, :subject, :text, :answers, :sentAt,
              :receivedAt, :sha256)
      RETURNING id
      """;
  private static final String BY_CONTACT =
      """
      SELECT c.account_id FROM contact c WHERE c.email <> '' AND lower(c.email) = lower(:email)
      UNION SELECT a.id FROM account a WHERE a.email <> '' AND lower(a.email) = lower(:email) LIMIT 2
      """;
  private static final String BY_DOMAIN =
      """
      SELECT c.account_id FROM contact c WHERE c.email <> '' AND <domain of c.email> = lower(:domain)
      UNION SELECT a.id FROM account a WHERE a.email <> '' AND <domain of a.email> = lower(:domain) LIMIT 2
      """;
  private static final String OPEN_WITH =
      """
      SELECT o.id FROM opportunity o JOIN contact c ON c.id = o.contact_id
      WHERE o.account_id = :account AND o.state = 'open' AND lower(c.email) = lower(:email) LIMIT 2
      """;
  private static final String BY_NUMBER =
      """
      SELECT 'opportunity' AS record, d.opportunity_id AS id, d.account_id FROM document d WHERE d.number = :number
      UNION SELECT 'opportunity', o.id, o.account_id FROM opportunity o WHERE o.number = :number
      UNION SELECT 'account', a.id, a.id FROM account a WHERE a.number = :number
      LIMIT 1
      """;

  /** Where activities of a paper are kept: with its opportunity. */
  private static final String OF_PAPER =
      "SELECT 'opportunity' AS record, d.opportunity_id AS id FROM document d WHERE d.id = :id AND d.kind = :record";

  private static final Map<String, String> OWNERS =
      Map.of(
          "opportunity", "SELECT owner_id FROM opportunity WHERE id = :id",
          "account", "SELECT owner_id FROM account WHERE id = :id",
          "enquiry", "SELECT owner_id FROM enquiry WHERE id = :id");
  private final Sql sql;
  private final Records records;

  IncomingStore(Sql sql, Records records) {
    this.sql = sql;
    this.records = records;
  }

  /** An email that came. */
  record Row(
      IncomingEmailId id,
      String messageId,
      String record,
      RecordId recordId,
      String foundBy,
      String sender,
      String senderName,
      String recipients,
      String copies,
      String subject,
      String text,
      String answers,
      Instant sentAt,
      Instant receivedAt,
      String sha256,
      ActivityId answerId,
      Instant answeredAt,
      boolean waits) {}

  /** A file that came with one. */
  record Came(String name, String type, String sha256) {}

  /** Something with a number, and whose it is. */
  record Numbered(String record, RecordId id, AccountId accountId) {}

  IncomingEmailId insert(
      String messageId, ReceivedEml.Received email, String sha256, String foundBy, Instant now) {
    return sql.sql(INSERT)
        .param("messageId", messageId)
        .param("foundBy", foundBy)
        .param("sender", email.from())
        .param("senderName", email.fromName())
        .param("recipients", String.join(", ", email.to()))
        .param("copies", String.join(", ", email.copies()))
        .param("subject", email.subject())
        .param("text", email.text())
        .param("answers", String.join(" ", email.answers()))
        .param("sentAt", email.sent().orElse(null))
        .param("receivedAt", now)
        .param("sha256", sha256)
        .query(IncomingEmailId.class)
        .single();
  }

  void attach(IncomingEmailId id, int position, Came file) {
    sql.sql(
            """
            INSERT INTO incoming_email_file (email_id, position, name, type, sha256)
            VALUES (:id, :position, :name, :type, :sha256)
            """)
        .paramSource(file)
        .param("id", id)
        .param("position", position)
        .update();
  }

  List<Came> files(IncomingEmailId id) {
    return sql.sql(
            "SELECT name, type, sha256 FROM incoming_email_file WHERE email_id = :id ORDER BY position")
        .param("id", id)
        .query(Came.class)
        .list();
  }

  /** Puts one to a record that has none yet; 0 when somebody did meanwhile. */
  int setRecord(IncomingEmailId id, ActivityService.On on, ActivityId activity, ActivityId answer) {
    return sql.sql(
            """
            UPDATE incoming_email SET record = :record, record_id = :recordId, activity_id = :activity, answer_id = :answer
            WHERE id = :id AND record IS NULL
            """)
        .param("id", id)
        .param("record", on.record())
        .param("recordId", on.id())
        .param("activity", activity)
        .param("answer", answer)
        .update();
  }

  void setFoundBy(IncomingEmailId id, String foundBy) {
    sql.sql("UPDATE incoming_email SET found_by = :foundBy WHERE id = :id")
        .param("id", id)
        .param("foundBy", foundBy)
        .update();
  }

  int setAnswered(IncomingEmailId id, Instant at) {
    return sql.sql(
            "UPDATE incoming_email SET answered_at = :at WHERE id = :id AND answered_at IS NULL")
        .param("id", id)
        .param("at", at)
        .update();
  }

  Optional<Row> find(IncomingEmailId id) {
    return sql.sql(ROWS + "WHERE i.id = :id").param("id", id).query(Row.class).optional();
  }

  Optional<Row> byMessageId(String messageId) {
    return sql.sql(ROWS + "WHERE i.message_id = :messageId")
        .param("messageId", messageId)
        .query(Row.class)
        .optional();
  }

  /** Whether somebody may read one that belongs to no record. */
  boolean isOwn(IncomingEmailId id, Actor actor) {
    return Visibility.bind(
            sql.sql(
                "SELECT EXISTS (SELECT 1 FROM incoming_email i WHERE i.id = :id AND " + OWN + ")"),
            actor)
        .param("id", id)
        .param("email", actor.email())
        .query(Boolean.class)
        .single();
  }

  /** The latest of what somebody may read. */
  List<Row> list(boolean onlyLoose, Actor actor, long before, int most) {
    String text =
        ROWS
            + "WHERE i.id < :before AND CASE WHEN i.record IS NULL THEN "
            + OWN
            + " ELSE NOT :onlyLoose AND "
            + records.readable("i.record", "i.record_id")
            + " END ORDER BY i.id DESC LIMIT :most";
    return Visibility.bind(sql.sql(text), actor)
        .param("before", before)
        .param("onlyLoose", onlyLoose)
        .param("email", actor.email())
        .param("most", most)
        .query(Row.class)
        .list();
  }

  /**
   * The only account that an address is known with; empty for none, and where there are several.
   */
  Optional<RecordId> accountOfContact(String email) {
    return only(sql.sql(BY_CONTACT).param("email", email).query(RecordId.class).list());
  }

  /** The only account that has addresses of a domain. */
  Optional<RecordId> accountOfDomain(String domain) {
    return only(sql.sql(domains(BY_DOMAIN)).param("domain", domain).query(RecordId.class).list());
  }

  /** The only open opportunity of an account with whoever has an address. */
  Optional<RecordId> openWith(RecordId account, String email) {
    return only(
        sql.sql(OPEN_WITH)
            .param("account", account)
            .param("email", email)
            .query(RecordId.class)
            .list());
  }

  /** The only enquiry that is being worked from an address. */
  Optional<RecordId> enquiryFrom(String email) {
    return only(
        sql.sql(
                """
                SELECT id FROM enquiry WHERE lower(email) = lower(:email) AND state IN ('new', 'talking', 'on-hold') LIMIT 2
                """)
            .param("email", email)
            .query(RecordId.class)
            .list());
  }

  private static Optional<RecordId> only(List<RecordId> found) {
    return found.size() == 1 ? Optional.of(found.get(0)) : Optional.empty();
  }

  Optional<Numbered> numbered(String number) {
    return sql.sql(BY_NUMBER).param("number", number).query(Numbered.class).optional();
  }

  /** Whether an account is known by an address, or by others of its domain. */
  boolean knows(AccountId account, String email, String domain) {
    return sql.sql(
            domains(
                """
            SELECT EXISTS (
              SELECT 1 FROM contact c WHERE c.account_id = :account AND c.email <> ''
                AND (lower(c.email) = lower(:email) OR <domain of c.email> = lower(:domain))
              UNION ALL
              SELECT 1 FROM account a WHERE a.id = :account AND a.email <> ''
                AND (lower(a.email) = lower(:email) OR <domain of a.email> = lower(:domain)))
            """))
        .param("account", account)
        .param("email", email)
        .param("domain", domain)
        .query(Boolean.class)
        .single();
  }

  /** A text with what stands behind the @ of an address, compared as it is and not as a pattern. */
  private static String domains(String text) {
    return text.replaceAll("<domain of (\\w\\.email)>", "lower(substr($1, instr($1, '@') + 1))");
  }

  /** Whether an address is one of our users'. */
  boolean isOurs(String email) {
    return sql.sql("SELECT EXISTS (SELECT 1 FROM person WHERE lower(email) = lower(:email))")
        .param("email", email)
        .query(Boolean.class)
        .single();
  }

  /** Where activities about a record are kept; empty where nowhere. */
  Optional<ActivityService.On> home(String record, RecordId id) {
    if (OWNERS.containsKey(record)) {
      return Optional.of(new ActivityService.On(record, id));
    }
    return sql.sql(OF_PAPER)
        .param("id", id)
        .param("record", record)
        .query(ActivityService.On.class)
        .optional();
  }

  Optional<PersonId> owner(ActivityService.On on) {
    return sql.sql(OWNERS.get(on.record())).param("id", on.id()).query(PersonId.class).optional();
  }
}
