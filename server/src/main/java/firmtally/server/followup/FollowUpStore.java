package firmtally.server.followup;

import firmtally.server.followup.FollowUpRule.Action;
import firmtally.server.followup.FollowUpRule.Conditions;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.FollowUpFiringId;
import firmtally.server.platform.ids.FollowUpRuleId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.MaybeNull;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.databind.json.JsonMapper;

@Repository
class FollowUpStore {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final String RULES =
      """
      SELECT id, name, event, conditions, actions, active, looked_to, version FROM follow_up_rule WHERE ended_at IS NULL
      """;

  /**
   * What happened, with the record as it stands now. What came in by a file did not happen here and
   * is left out.
   */
  private static final String HAPPENED =
      """
      SELECT c.id AS place, c.at, c.record, c.record_id, o.id AS opportunity_id, e.id AS enquiry_id,
        CASE c.record WHEN 'opportunity' THEN o.number WHEN 'enquiry' THEN e.number ELSE d.number END AS number,
        COALESCE(o.title, e.subject) AS title, COALESCE(a.name, e.name) AS account, p.id AS owner_id, p.name AS owner
      FROM change_log c
      LEFT JOIN document d ON c.record IN ('quote', 'order') AND d.id = c.record_id
      LEFT JOIN worksheet w ON w.id = d.worksheet_id
      LEFT JOIN opportunity o ON o.id = CASE c.record WHEN 'opportunity' THEN c.record_id ELSE d.opportunity_id END
      LEFT JOIN enquiry e ON c.record = 'enquiry' AND e.id = c.record_id
      LEFT JOIN account a ON a.id = o.account_id
      JOIN person p ON p.id = COALESCE(o.owner_id, e.owner_id)
      WHERE c.record = :record AND (<entry>)
        AND NOT EXISTS (SELECT 1 FROM data_import_row r JOIN data_import i ON i.id = r.import_id
          WHERE r.record_id = c.record_id AND r.before IS NULL
            AND i.kind = CASE c.record WHEN 'enquiry' THEN 'enquiries' WHEN 'opportunity' THEN 'opportunities' END
            AND (i.taken_at IS NULL OR c.id <= i.log_to))
        AND (:valueFrom IS NULL OR <value> >= :valueFrom)
        AND (:valueBelow IS NULL OR <value> < :valueBelow)
        AND (:process IS NULL OR o.process_id = :process)
        AND (:stage IS NULL OR CASE c.what WHEN 'stage' THEN c.after = (SELECT name FROM stage WHERE id = :stage)
             ELSE o.stage_id = :stage END)
        AND (:source IS NULL OR COALESCE(o.source, e.source) = :source COLLATE NOCASE)
        AND (:team IS NULL OR p.team = :team)
        AND (:field IS NULL OR EXISTS (SELECT 1 FROM own_value v JOIN own_field f ON f.id = v.field_id
          WHERE f.id = :field AND v.text = :own COLLATE NOCASE
            AND v.record_id = CASE f.record WHEN 'opportunity' THEN o.id WHEN 'account' THEN o.account_id
              WHEN 'enquiry' THEN e.id END))
      """
          .replace(
              "<value>",
              "CASE c.record WHEN 'opportunity' THEN o.value WHEN 'enquiry' THEN e.value ELSE w.contract END");

  private static final String FIRINGS =
      """
      SELECT f.id, f.rule_id, r.name AS rule, f.at, f.record, f.record_id, f.number, f.done, f.failed
      FROM follow_up_firing f JOIN follow_up_rule r ON r.id = f.rule_id
      ORDER BY f.id DESC LIMIT :most
      """;
  private final Sql sql;

  FollowUpStore(Sql sql) {
    this.sql = sql;
  }

  /** Something that a rule waits for, and the record of it. */
  record Happened(
      long place,
      Instant at,
      String record,
      RecordId recordId,
      @MaybeNull OpportunityId opportunityId,
      @MaybeNull EnquiryId enquiryId,
      String number,
      String title,
      String account,
      PersonId ownerId,
      String owner) {}

  /**
   * A time that a rule fired.
   *
   * @param done what it did, or why it could not
   */
  record FollowUpFired(
      FollowUpFiringId id,
      FollowUpRuleId ruleId,
      String rule,
      Instant at,
      String record,
      RecordId recordId,
      String number,
      String done,
      boolean failed) {}

  List<FollowUpRule> rules() {
    return sql.sql(RULES + " ORDER BY name COLLATE NOCASE, id").query(FollowUpStore::rule).list();
  }

  Optional<FollowUpRule> find(FollowUpRuleId id) {
    return sql.sql(RULES + " AND id = :id").param("id", id).query(FollowUpStore::rule).optional();
  }

  /** Those that have entries of the log to look at. */
  List<FollowUpRule> behind(long last) {
    return sql.sql(RULES + " AND active AND looked_to < :last")
        .param("last", last)
        .query(FollowUpStore::rule)
        .list();
  }

  private static FollowUpRule rule(ResultSet row, int n) throws SQLException {
    return new FollowUpRule(
        new FollowUpRuleId(row.getLong("id")),
        row.getString("name"),
        RuleEvent.of(row.getString("event")),
        JSON.readValue(row.getString("conditions"), Conditions.class),
        Arrays.asList(JSON.readValue(row.getString("actions"), Action[].class)),
        row.getBoolean("active"),
        row.getLong("looked_to"),
        row.getLong("version"));
  }

  /** The latest entry of the log. */
  long last() {
    return sql.sql("SELECT COALESCE(MAX(id), 0) FROM change_log").query(Long.class).single();
  }

  /** What happened that a rule waits for, between two entries of the log, the earlier first. */
  List<Happened> happened(FollowUpRule rule, long after, long upTo, int most) {
    return happened(rule, "c.id > :after AND c.id <= :upTo ORDER BY c.id")
        .param("after", after)
        .param("upTo", upTo)
        .param("most", most)
        .query(Happened.class)
        .list();
  }

  /**
   * What happened that a rule waits for since a moment, the latest first. Entries of data that was
   * taken over need not stand in the order of their days.
   */
  List<Happened> happenedSince(FollowUpRule rule, Instant moment, int most) {
    return happened(rule, "c.at >= :moment ORDER BY c.at DESC, c.id DESC")
        .param("moment", moment)
        .param("most", most)
        .query(Happened.class)
        .list();
  }

  private JdbcClient.StatementSpec happened(FollowUpRule rule, String which) {
    RuleEvent event = rule.event();
    Conditions conditions = rule.conditions();
    return sql.sql(HAPPENED.replace("<entry>", event.entry()) + " AND " + which + " LIMIT :most")
        .param("record", event.record())
        .param("valueFrom", conditions.valueFrom())
        .param("valueBelow", conditions.valueBelow())
        .param("process", conditions.processId())
        .param("stage", conditions.stageId())
        .param("source", conditions.source())
        .param("team", conditions.team())
        .param("field", conditions.ownFieldId())
        .param("own", conditions.ownValue());
  }

  FollowUpRuleId insert(FollowUpRule rule, PersonId by, Instant at) {
    return sql.sql(
            """
            INSERT INTO follow_up_rule (name, event, conditions, actions, active, looked_to, made_by, made_at)
            VALUES (:name, :event, :conditions, :actions, :active, :lookedTo, :by, :at) RETURNING id
            """)
        .param("name", rule.name())
        .param("event", rule.event().word())
        .param("conditions", JSON.writeValueAsString(rule.conditions()))
        .param("actions", JSON.writeValueAsString(rule.actions()))
        .param("active", rule.active())
        .param("lookedTo", rule.lookedTo())
        .param("by", by)
        .param("at", at)
        .query(FollowUpRuleId.class)
        .single();
  }

  int update(FollowUpRule rule) {
    return sql.sql(
            """
            UPDATE follow_up_rule SET name = :name, event = :event, conditions = :conditions, actions = :actions,
              active = :active, looked_to = :lookedTo, version = version + 1
            WHERE id = :id AND version = :version AND ended_at IS NULL
            """)
        .param("id", rule.id())
        .param("version", rule.version())
        .param("name", rule.name())
        .param("event", rule.event().word())
        .param("conditions", JSON.writeValueAsString(rule.conditions()))
        .param("actions", JSON.writeValueAsString(rule.actions()))
        .param("active", rule.active())
        .param("lookedTo", rule.lookedTo())
        .update();
  }

  int end(FollowUpRuleId id, Instant at) {
    return sql.sql(
            "UPDATE follow_up_rule SET ended_at = :at, active = FALSE WHERE id = :id AND ended_at IS NULL")
        .param("id", id)
        .param("at", at)
        .update();
  }

  void setLookedTo(FollowUpRuleId id, long place) {
    sql.sql("UPDATE follow_up_rule SET looked_to = max(looked_to, :place) WHERE id = :id")
        .param("id", id)
        .param("place", place)
        .update();
  }

  /** Whether it fires for the first time for an entry; it is written down then. */
  boolean isFirst(FollowUpRuleId rule, Happened of, Instant at) {
    return sql.sql(
                """
                INSERT INTO follow_up_firing (rule_id, log_id, at, record, record_id, number, done, failed)
                VALUES (:rule, :place, :at, :record, :recordId, :number, '', FALSE) ON CONFLICT DO NOTHING
                """)
            .param("rule", rule)
            .param("place", of.place())
            .param("at", at)
            .param("record", of.record())
            .param("recordId", of.recordId())
            .param("number", of.number())
            .update()
        == 1;
  }

  void setDone(FollowUpRuleId rule, long place, String done, boolean failed) {
    sql.sql(
            "UPDATE follow_up_firing SET done = :done, failed = :failed WHERE rule_id = :rule AND log_id = :place")
        .param("done", done)
        .param("failed", failed)
        .param("rule", rule)
        .param("place", place)
        .update();
  }

  List<FollowUpFired> firings(int most) {
    return sql.sql(FIRINGS).param("most", most).query(FollowUpFired.class).list();
  }
}
