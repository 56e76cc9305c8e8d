package firmtally.server.reporting.meeting;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.pipeline.list.ListFilter;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.ids.MeetingId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.reporting.metrics.Cut;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

/** Meetings, what they walk through, and what changed. */
@Repository
class MeetingStore {
  private final Sql sql;

  MeetingStore(Sql sql) {
    this.sql = sql;
  }

  /** A meeting. */
  record Meeting(
      MeetingId id,
      PersonId personId,
      String holder,
      String team,
      PersonId ownerId,
      ProcessId processId,
      LocalDate sinceDay,
      Instant startedAt,
      Instant endedAt,
      Instant sentAt,
      long items,
      long seen,
      long leftOut,
      long version) {}

  private static final String ROWS =
      """
      SELECT m.id, m.person_id, p.name AS holder, m.team, m.owner_id, m.process_id, m.since_day, m.started_at, m.ended_at, m.sent_at,
             (SELECT COUNT(*) FROM meeting_item i WHERE i.meeting_id = m.id) AS items,
             (SELECT COUNT(*) FROM meeting_item i WHERE i.meeting_id = m.id AND i.seen_at IS NOT NULL) AS seen, m.left_out, m.version
      FROM meeting m JOIN person p ON p.id = m.person_id
      """;

  List<Meeting> list(Actor actor, long below, int most) {
    return Visibility.bind(
            sql.sql(
                ROWS
                    + " WHERE m.id < :below AND "
                    + Visibility.OWNED_READABLE
                    + " ORDER BY m.id DESC LIMIT :most"),
            actor)
        .param("below", below)
        .param("most", most)
        .query(Meeting.class)
        .list();
  }

  Optional<Meeting> find(MeetingId id) {
    return sql.sql(ROWS + " WHERE m.id = :id").param("id", id).query(Meeting.class).optional();
  }

  /** The day of the last meeting that somebody held of the same. */
  Optional<LocalDate> lastOf(PersonId person, Cut cut) {
    return sql.sql(
            """
            SELECT substr(started_at, 1, 10) FROM meeting
            WHERE person_id = :person AND ended_at IS NOT NULL AND team IS :team AND owner_id IS :owner AND process_id IS :process
            ORDER BY id DESC LIMIT 1
            """)
        .param("person", person)
        .param("team", cut.team())
        .param("owner", cut.owner())
        .param("process", cut.process())
        .query(LocalDate.class)
        .optional();
  }

  /** What the walk goes through, with what speaks for looking at it. */
  record Candidate(
      OpportunityId id,
      boolean slipped,
      boolean silent,
      boolean past,
      long changes,
      long weighted) {}

  List<Candidate> candidates(LocalDate since, LocalDate today, Cut cut, Actor actor) {
    Where where =
        cut.where(actor).and("o.state = 'open'").with("since", since).with("today", today);
    return where
        .bind(
            Visibility.bind(
                sql.sql(
                    """
                    SELECT o.id,
                           EXISTS (SELECT 1 FROM close_log c WHERE c.opportunity_id = o.id AND substr(c.at, 1, 10) >= :since
                                   AND c.to_day > c.from_day) AS slipped,
                           (<silent>) AS silent,
                           o.expected_close < :today AS past,
                           (SELECT COUNT(*) FROM pipeline_history h
                            WHERE h.opportunity_id = o.id AND h.day > :since) AS changes,
                           o.value * COALESCE(o.own_probability, s.probability) AS weighted
                    FROM opportunity o JOIN person p ON p.id = o.owner_id JOIN stage s ON s.id = o.stage_id
                      JOIN sales_process sp ON sp.id = o.process_id
                    """
                            .replace("<silent>", ListFilter.SILENT)
                        + where.sql()),
                actor))
        .query(Candidate.class)
        .list();
  }

  MeetingId insert(PersonId person, Cut cut, LocalDate since, int leftOut, Instant at) {
    return sql.sql(
            """
            INSERT INTO meeting (person_id, team, owner_id, process_id, since_day, left_out, started_at)
            VALUES (:person, :team, :owner, :process, :since, :leftOut, :at) RETURNING id
            """)
        .param("person", person)
        .param("team", cut.team())
        .param("owner", cut.owner())
        .param("process", cut.process())
        .param("since", since)
        .param("leftOut", leftOut)
        .param("at", at)
        .query(MeetingId.class)
        .single();
  }

  void add(MeetingId meeting, OpportunityId opportunity, int position, String why) {
    sql.sql(
            """
            INSERT INTO meeting_item (meeting_id, opportunity_id, position, why)
            VALUES (:meeting, :opportunity, :position, :why)
            """)
        .param("meeting", meeting)
        .param("opportunity", opportunity)
        .param("position", position)
        .param("why", why)
        .update();
  }

  /** An opportunity of the walk. */
  record Item(
      OpportunityId id,
      int position,
      String why,
      String note,
      Instant seenAt,
      String number,
      String title,
      String account,
      PersonId ownerId,
      String owner,
      String state,
      long value) {}

  /** Those that somebody still sees; what was handed to another team since is left out. */
  List<Item> items(MeetingId meeting, Actor actor) {
    return Visibility.bind(
            sql.sql(
                """
                SELECT o.id, i.position, i.why, i.note, i.seen_at, o.number, o.title, a.name AS account,
                       o.owner_id, p.name AS owner, o.state, o.value
                FROM meeting_item i JOIN opportunity o ON o.id = i.opportunity_id JOIN account a ON a.id = o.account_id
                  JOIN person p ON p.id = o.owner_id
                WHERE i.meeting_id = :meeting AND """
                    + Visibility.OPPORTUNITY_READABLE
                    + " ORDER BY i.position"),
            actor)
        .param("meeting", meeting)
        .query(Item.class)
        .list();
  }

  int see(MeetingId meeting, OpportunityId opportunity, String note, Instant at) {
    return sql.sql(
            """
            UPDATE meeting_item SET note = :note, seen_at = COALESCE(seen_at, :at)
            WHERE meeting_id = :meeting AND opportunity_id = :opportunity
            """)
        .param("meeting", meeting)
        .param("opportunity", opportunity)
        .param("note", note)
        .param("at", at)
        .update();
  }

  int end(MeetingId meeting, Instant at) {
    return sql.sql(
            "UPDATE meeting SET ended_at = :at, version = version + 1 WHERE id = :id AND ended_at IS NULL")
        .param("id", meeting)
        .param("at", at)
        .update();
  }

  int sent(MeetingId meeting, Instant at) {
    return sql.sql(
            "UPDATE meeting SET sent_at = :at, version = version + 1 WHERE id = :id AND sent_at IS NULL")
        .param("id", meeting)
        .param("at", at)
        .update();
  }

  /** A change of an opportunity, as the log has it. */
  record Change(
      OpportunityId id, Instant at, String person, String what, String before, String after) {}

  /** What was changed of the opportunities of a walk in a time, oldest first. */
  List<Change> changes(MeetingId meeting, Instant from, Instant to) {
    return sql.sql(
            """
            SELECT c.record_id AS id, c.at, p.name AS person, c.what, c.before, c.after
            FROM meeting_item i JOIN change_log c ON c.record = 'opportunity' AND c.record_id = i.opportunity_id
              LEFT JOIN person p ON p.id = c.person_id
            WHERE i.meeting_id = :meeting AND c.at >= :from AND c.at <= :to ORDER BY c.id
            """)
        .param("meeting", meeting)
        .param("from", from)
        .param("to", to)
        .query(Change.class)
        .list();
  }

  /** The same of one opportunity, since a day. */
  List<Change> changesSince(OpportunityId id, LocalDate since, int most) {
    return sql.sql(
            """
            SELECT c.record_id AS id, c.at, p.name AS person, c.what, c.before, c.after
            FROM change_log c LEFT JOIN person p ON p.id = c.person_id
            WHERE c.record = 'opportunity' AND c.record_id = :id AND c.at >= :since ORDER BY c.id DESC LIMIT :most
            """)
        .param("id", id)
        .param("since", since)
        .param("most", most)
        .query(Change.class)
        .list();
  }

  /** How it stood at the end of a day. */
  record Was(long value, long probability, LocalDate expectedClose, String stage) {}

  Optional<Was> was(OpportunityId id, LocalDate day) {
    return sql.sql(
            """
            SELECT h.value, h.probability, h.expected_close, s.name AS stage
            FROM pipeline_history h JOIN stage s ON s.id = h.stage_id
            WHERE h.opportunity_id = :id AND h.day <= :day AND h.until_day > :day
            """)
        .param("id", id)
        .param("day", day)
        .query(Was.class)
        .optional();
  }
}
