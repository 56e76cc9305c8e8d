package firmtally.server.pipeline.activity;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.records.Records;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class ActivityStore {
  private static final String ROWS =
      """
      SELECT a.id, a.kind, a.subject, a.due, a.at_time, a.person_id, p.name AS person, a.opportunity_id, a.enquiry_id,
             a.account_id, a.closed_at, a.done_at, a.outcome, a.version,
             COALESCE((SELECT i.id FROM incoming_email i WHERE i.activity_id = a.id),
                      (SELECT i.id FROM incoming_email i WHERE i.answer_id = a.id)) AS received_id
      FROM activity a JOIN person p ON p.id = a.person_id
      """;
  private static final String FIND =
      """
      SELECT a.id, a.kind, a.subject, a.due, a.at_time, a.person_id, a.opportunity_id, a.enquiry_id, a.account_id,
             a.done_at, a.version
      FROM activity a WHERE a.id = :id
      """;
  private static final String INSERT =
      """
      INSERT INTO activity (kind, subject, due, at_time, person_id, planned_by, opportunity_id, enquiry_id, account_id,
                            closed_at, done_at, outcome)
      VALUES (:kind, :subject, :due, :time, :person, :plannedBy, :opportunity, :enquiry, :account, :doneAt, :doneAt,
              :outcome)
      RETURNING id
      """;
  private static final String CALENDAR =
      """
      SELECT * FROM (
      SELECT a.id, a.kind, a.subject, a.due, a.at_time, a.person_id, p.name AS person, a.closed_at IS NOT NULL AS done,
             COALESCE(o.number, e.number, c.number) AS number,
             CASE WHEN o.id IS NOT NULL THEN 'opportunity' WHEN e.id IS NOT NULL THEN 'enquiry' ELSE 'account' END AS record,
             COALESCE(o.id, e.id, c.id) AS record_id, COALESCE(oa.name, e.name, c.name) AS account
      FROM activity a JOIN person p ON p.id = a.person_id
        LEFT JOIN opportunity o ON o.id = a.opportunity_id LEFT JOIN account oa ON oa.id = o.account_id
        LEFT JOIN enquiry_row e ON e.id = a.enquiry_id
        LEFT JOIN account c ON c.id = a.account_id
      WHERE a.due BETWEEN :from AND :to AND a.kind <> 'note' AND (:person = 0 OR a.person_id = :person)
        AND (:team = '' OR p.team = :team) AND """
          + Visibility.OWNED_READABLE
          + """
      ) x
      WHERE x.person_id = :me OR <readable>
      ORDER BY x.due, x.at_time IS NULL, x.at_time, x.id LIMIT :most
      """;
  private final Sql sql;
  private final Records records;

  ActivityStore(Sql sql, Records records) {
    this.sql = sql;
    this.records = records;
  }

  /** An activity as it is written. */
  record Row(
      String kind,
      String subject,
      LocalDate due,
      LocalTime time,
      PersonId person,
      PersonId plannedBy,
      OpportunityId opportunity,
      EnquiryId enquiry,
      AccountId account,
      Instant doneAt,
      String outcome) {}

  /** An activity as it stands. */
  record Kept(
      ActivityId id,
      String kind,
      String subject,
      LocalDate due,
      LocalTime atTime,
      PersonId personId,
      OpportunityId opportunityId,
      EnquiryId enquiryId,
      AccountId accountId,
      Instant doneAt,
      long version) {}

  List<ActivityService.Activity> of(ActivityService.On on) {
    return sql.sql(
            ROWS
                + " WHERE a."
                + on.column()
                + " = :id ORDER BY a.closed_at IS NOT NULL, a.closed_at DESC, a.due, a.id DESC")
        .param("id", on.id())
        .query(ActivityService.Activity.class)
        .list();
  }

  /** Everything done and planned with an account, its opportunities' with it, the latest first. */
  List<ActivityService.Activity> ofAccount(AccountId account, int most, Actor actor) {
    return Visibility.bind(
            sql.sql(
                ROWS
                    + """
                  WHERE a.account_id = :id OR a.opportunity_id IN (
                    SELECT o.id FROM opportunity o JOIN person p ON p.id = o.owner_id WHERE o.account_id = :id AND """
                    + Visibility.OPPORTUNITY_READABLE
                    + """
                  )
                  ORDER BY a.closed_at IS NOT NULL, a.closed_at DESC, a.due, a.id DESC LIMIT :most
                  """),
            actor)
        .param("id", account)
        .param("most", most)
        .query(ActivityService.Activity.class)
        .list();
  }

  Optional<Kept> find(ActivityId id) {
    return sql.sql(FIND).param("id", id).query(Kept.class).optional();
  }

  ActivityId insert(Row row) {
    return sql.sql(INSERT).paramSource(row).query(ActivityId.class).single();
  }

  /** Its subject; empty when it was changed since it was made, and so is still there. */
  Optional<String> withdraw(ActivityId id) {
    return sql.sql("DELETE FROM activity WHERE id = :id AND version = 1 RETURNING subject")
        .param("id", id)
        .query(String.class)
        .optional();
  }

  int done(ActivityId id, Instant at, String outcome) {
    return sql.sql(
            """
            UPDATE activity SET closed_at = :at, done_at = :at, outcome = :outcome, version = version + 1
            WHERE id = :id AND closed_at IS NULL
            """)
        .param("id", id)
        .param("at", at)
        .param("outcome", outcome)
        .update();
  }

  int undone(ActivityId id) {
    return sql.sql(
            """
            UPDATE activity SET closed_at = NULL, done_at = NULL, outcome = '', version = version + 1
            WHERE id = :id AND done_at IS NOT NULL
            """)
        .param("id", id)
        .update();
  }

  int move(
      ActivityId id, long version, String subject, LocalDate due, LocalTime time, PersonId person) {
    return sql.sql(
            """
            UPDATE activity SET subject = :subject, due = :due, at_time = :time, person_id = :person,
              version = version + 1
            WHERE id = :id AND version = :version AND closed_at IS NULL
            """)
        .param("id", id)
        .param("version", version)
        .param("subject", subject)
        .param("due", due)
        .param("time", time)
        .param("person", person)
        .update();
  }

  void closeOpen(OpportunityId opportunity, Instant at, String outcome) {
    sql.sql(
            """
            UPDATE activity SET closed_at = :at, outcome = :outcome, version = version + 1
            WHERE opportunity_id = :id AND closed_at IS NULL
            """)
        .param("id", opportunity)
        .param("at", at)
        .param("outcome", outcome)
        .update();
  }

  /** Closes what was planned by the company itself under a subject. */
  int closePlannedBySystem(OpportunityId opportunity, String subject, Instant at, String outcome) {
    return sql.sql(
            """
            UPDATE activity SET closed_at = :at, outcome = :outcome, version = version + 1
            WHERE opportunity_id = :id AND subject = :subject AND planned_by IS NULL AND closed_at IS NULL
            """)
        .param("id", opportunity)
        .param("subject", subject)
        .param("at", at)
        .param("outcome", outcome)
        .update();
  }

  void doneOpen(OpportunityId opportunity, Instant at, String outcome) {
    sql.sql(
            """
            UPDATE activity SET closed_at = :at, done_at = :at, outcome = :outcome, version = version + 1
            WHERE opportunity_id = :id AND closed_at IS NULL
            """)
        .param("id", opportunity)
        .param("at", at)
        .param("outcome", outcome)
        .update();
  }

  boolean hasOpen(OpportunityId opportunity) {
    return sql.sql(
            "SELECT EXISTS (SELECT 1 FROM activity WHERE opportunity_id = :id AND closed_at IS NULL)")
        .param("id", opportunity)
        .query(Boolean.class)
        .single();
  }

  /** Gives the open activities of an opportunity that are one person's to another. */
  void giveOpen(OpportunityId opportunity, PersonId from, PersonId to) {
    sql.sql(
            """
            UPDATE activity SET person_id = :to, version = version + 1
            WHERE opportunity_id = :id AND person_id = :from AND closed_at IS NULL
            """)
        .param("id", opportunity)
        .param("from", from)
        .param("to", to)
        .update();
  }

  int giveAllOpen(PersonId from, PersonId to) {
    return sql.sql(
            """
            UPDATE activity SET person_id = :to, version = version + 1
            WHERE person_id = :from AND closed_at IS NULL
            """)
        .param("from", from)
        .param("to", to)
        .update();
  }

  long openCount(PersonId person) {
    return sql.sql("SELECT count(*) FROM activity WHERE person_id = :person AND closed_at IS NULL")
        .param("person", person)
        .query(Long.class)
        .single();
  }

  List<ActivityService.Planned> calendar(
      LocalDate from, LocalDate to, PersonId person, String team, int most, Actor actor) {
    String text = CALENDAR.replace("<readable>", records.readable("x.record", "x.record_id"));
    return Visibility.bind(sql.sql(text), actor)
        .param("from", from)
        .param("to", to)
        .param("person", person)
        .param("team", team)
        .param("most", most)
        .query(ActivityService.Planned.class)
        .list();
  }
}
