package firmtally.server.customers.reassignment;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.Id;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ReassignmentId;
import firmtally.server.platform.ids.RecordId;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.function.LongFunction;
import org.springframework.stereotype.Repository;

@Repository
class ReassignmentStore {
  private static final String LIST =
      """
      SELECT h.id, f.name AS from_name, t.name AS to_name, h.made_on, h.until, h.ended_on,
             (SELECT COUNT(*) FROM reassignment_record r WHERE r.reassignment_id = h.id AND r.record = 'account') AS accounts,
             (SELECT COUNT(*) FROM reassignment_record r WHERE r.reassignment_id = h.id AND r.record = 'opportunity')
               AS opportunities
      FROM reassignment h JOIN person f ON f.id = h.from_id JOIN person t ON t.id = h.to_id
      """;
  private final Sql sql;

  ReassignmentStore(Sql sql) {
    this.sql = sql;
  }

  record Due(ReassignmentId id, PersonId fromId, PersonId toId, PersonId madeBy) {}

  /** The latest that concern somebody: their own, their team's. */
  List<ReassignmentService.ReassignmentView> list(Actor actor) {
    return Visibility.bind(
            sql.sql(
                LIST
                    + """
                      WHERE :sees = '' OR f.team = :sees OR t.team = :sees OR :me IN (h.from_id, h.to_id)
                      ORDER BY h.id DESC LIMIT 60
                      """),
            actor)
        .query(ReassignmentService.ReassignmentView.class)
        .list();
  }

  /** The accounts of an owner with their open opportunities that are the owner's too, by name. */
  List<ReassignmentService.BookAccount> book(PersonId owner, LongFunction<String> amounts) {
    return sql.sql(
            """
            SELECT a.id, a.number, a.name, a.town, a.industry, a.status, COUNT(o.id) AS opportunities,
                   COALESCE(SUM(o.value), 0) AS value,
                   COALESCE(SUM((SELECT COUNT(*) FROM activity x
                     WHERE x.opportunity_id = o.id AND x.closed_at IS NULL AND x.person_id = :owner)), 0) AS activities
            FROM account a LEFT JOIN opportunity o
              ON o.account_id = a.id AND o.state IN ('open', 'paused') AND o.owner_id = :owner
            WHERE a.owner_id = :owner GROUP BY a.id ORDER BY a.name, a.id
            """)
        .param("owner", owner)
        .query(
            (row, n) ->
                new ReassignmentService.BookAccount(
                    new AccountId(row.getLong("id")),
                    row.getString("number"),
                    row.getString("name"),
                    row.getString("town"),
                    row.getString("industry"),
                    row.getString("status"),
                    row.getLong("opportunities"),
                    amounts.apply(row.getLong("value")),
                    row.getLong("activities")))
        .list();
  }

  ReassignmentId insert(PersonId from, PersonId to, PersonId by, LocalDate on, LocalDate until) {
    return sql.sql(
            """
            INSERT INTO reassignment (from_id, to_id, made_by, made_on, until) VALUES (:from, :to, :by, :on, :until)
            RETURNING id
            """)
        .param("from", from)
        .param("to", to)
        .param("by", by)
        .param("on", on)
        .param("until", until)
        .query(ReassignmentId.class)
        .single();
  }

  void addRecord(ReassignmentId reassignment, String record, Id id) {
    sql.sql(
            "INSERT INTO reassignment_record (reassignment_id, record, record_id) VALUES (:reassignment, :record, :id)")
        .param("reassignment", reassignment)
        .param("record", record)
        .param("id", id)
        .update();
  }

  /** What was handed over and still is with whom it was handed to. */
  List<RecordId> stillWith(ReassignmentId reassignment, String record, PersonId person) {
    return sql.sql(
            "SELECT r.record_id FROM reassignment_record r JOIN "
                + record
                + " x ON x.id = r.record_id"
                + " WHERE r.reassignment_id = :reassignment AND r.record = :record AND x.owner_id = :person ORDER BY r.record_id")
        .param("reassignment", reassignment)
        .param("record", record)
        .param("person", person)
        .query(RecordId.class)
        .list();
  }

  /** Those whose last day is over. */
  List<Due> due(String today) {
    return sql.sql(
            """
            SELECT id, from_id, to_id, made_by FROM reassignment
            WHERE until IS NOT NULL AND ended_on IS NULL AND until < :today ORDER BY id DESC
            """)
        .param("today", today)
        .query(Due.class)
        .list();
  }

  Optional<Due> running(ReassignmentId id) {
    return sql.sql(
            "SELECT id, from_id, to_id, made_by FROM reassignment WHERE id = :id AND ended_on IS NULL AND until IS NOT NULL")
        .param("id", id)
        .query(Due.class)
        .optional();
  }

  /** What was lent to somebody. */
  List<Due> runningTo(PersonId person) {
    return sql.sql(
            """
            SELECT id, from_id, to_id, made_by FROM reassignment
            WHERE to_id = :person AND until IS NOT NULL AND ended_on IS NULL ORDER BY id DESC
            """)
        .param("person", person)
        .query(Due.class)
        .list();
  }

  /** What somebody lent does not come back to them. */
  void endRunningFrom(PersonId person, String today) {
    sql.sql(
            """
            UPDATE reassignment SET ended_on = :today
            WHERE from_id = :person AND until IS NOT NULL AND ended_on IS NULL
            """)
        .param("person", person)
        .param("today", today)
        .update();
  }

  void end(ReassignmentId id, String today) {
    sql.sql("UPDATE reassignment SET ended_on = :today WHERE id = :id")
        .param("id", id)
        .param("today", today)
        .update();
  }
}
