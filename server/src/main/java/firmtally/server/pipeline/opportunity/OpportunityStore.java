package firmtally.server.pipeline.opportunity;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.access.Seen;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.ids.WorksheetId;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

@Repository
class OpportunityStore {
  private static final String ONE =
      """
      SELECT o.id, o.number, o.title, o.account_id, o.contact_id, o.owner_id, p.name AS owner_name, p.team AS owner_team,
             o.process_id, o.stage_id, o.state, o.stage_since, o.opened_on, o.expected_close, o.slips, o.own_probability,
             s.probability AS stage_probability, o.worksheet_id, o.lead_quote_id, o.enquiry_id, o.renews_id, o.closed_on, o.won_amount, o.reason,
             o.competitor, o.paused_until, o.note, o.priority, o.interest, o.business, o.budget, o.source, o.campaign,
             o.copied_from, o.touched_on, o.value, o.version,
             COALESCE(<readable>, FALSE) AS readable, COALESCE(<editable>, FALSE) AS editable
      FROM opportunity o JOIN person p ON p.id = o.owner_id JOIN stage s ON s.id = o.stage_id
      WHERE o.id = :id
      """
          .replace("<readable>", Visibility.OPPORTUNITY_READABLE)
          .replace("<editable>", Visibility.OPPORTUNITY_EDITABLE);
  private static final String INSERT =
      """
      INSERT INTO opportunity (number, title, account_id, contact_id, owner_id, process_id, stage_id, state, stage_since,
        opened_on, expected_close, worksheet_id, enquiry_id, renews_id, business, source, campaign, budget, copied_from, touched_on)
      VALUES (:number, :title, :account, :contact, :owner, :process, :stage, 'open', :opened, :opened, :close, :worksheet,
        :enquiry, :renews, :business, :source, :campaign, :budget, :copiedFrom, :opened)
      RETURNING id
      """;
  private static final String UPDATE =
      """
      UPDATE opportunity SET title = :title, expected_close = :close, slips = :slips, own_probability = :probability, note = :note,
        priority = :priority, interest = :interest, business = :business, budget = :budget, source = :source,
        campaign = :campaign, contact_id = :contact, touched_on = :today, version = version + 1
      WHERE id = :id AND version = :version
      """;
  private static final String END =
      """
      UPDATE opportunity SET state = :state, closed_on = :day, won_amount = :won, reason = :reason,
        competitor = :competitor, paused_until = :until, touched_on = :today, version = version + 1
      WHERE id = :id AND version = :version
      """;
  private final Sql sql;

  OpportunityStore(Sql sql) {
    this.sql = sql;
  }

  record Start(
      String number,
      String title,
      AccountId account,
      ContactId contact,
      PersonId owner,
      ProcessId process,
      StageId stage,
      LocalDate opened,
      LocalDate close,
      WorksheetId worksheet,
      EnquiryId enquiry,
      AgreementId renews,
      String business,
      String source,
      String campaign,
      Long budget,
      OpportunityId copiedFrom) {}

  /** What can be typed on it, as it is written. */
  record Typed(
      OpportunityId id,
      long version,
      String title,
      LocalDate close,
      int slips,
      Long probability,
      String note,
      String priority,
      String interest,
      String business,
      Long budget,
      String source,
      String campaign,
      ContactId contact,
      LocalDate today) {}

  /** How it stands after it was won, lost, paused or opened again. */
  record Ending(
      OpportunityId id,
      long version,
      OpportunityState state,
      LocalDate day,
      Long won,
      String reason,
      String competitor,
      LocalDate until,
      LocalDate today) {}

  Optional<Seen<Opportunity>> find(OpportunityId id, Actor actor) {
    return Visibility.bind(sql.sql(ONE), actor)
        .param("id", id)
        .query(Seen.of(Opportunity.class))
        .optional();
  }

  /** What worksheets are calculated for, of one opportunity. */
  record ForWhom(
      OpportunityId id,
      AccountId accountId,
      PersonId ownerId,
      Percent ownProbability,
      Percent stageProbability) {
    Percent probability() {
      return ownProbability == null ? stageProbability : ownProbability;
    }
  }

  List<ForWhom> forWhom(Collection<OpportunityId> ids) {
    return sql.sql(
            """
            SELECT o.id, o.account_id, o.owner_id, o.own_probability, s.probability AS stage_probability
            FROM opportunity o JOIN stage s ON s.id = o.stage_id
            WHERE o.id IN (SELECT value FROM json_each(:ids))
            """)
        .param("ids", JsonList.of(ids))
        .query(ForWhom.class)
        .list();
  }

  /** Whether the account has bought before. */
  boolean hasBought(AccountId account) {
    return sql.sql(
            "SELECT EXISTS (SELECT 1 FROM opportunity WHERE account_id = :account AND state = 'won')")
        .param("account", account)
        .query(Boolean.class)
        .single();
  }

  OpportunityId insert(Start start) {
    return sql.sql(INSERT).paramSource(start).query(OpportunityId.class).single();
  }

  void putOn(OpportunityId id, StageId stage) {
    sql.sql("UPDATE opportunity SET stage_id = :stage WHERE id = :id")
        .param("stage", stage)
        .param("id", id)
        .update();
  }

  Optional<String> openOfTitle(AccountId account, String title) {
    return sql.sql(
            """
            SELECT number FROM opportunity
            WHERE account_id = :account AND title = :title COLLATE NOCASE AND state = 'open' LIMIT 1
            """)
        .param("account", account)
        .param("title", title)
        .query(String.class)
        .optional();
  }

  void logStage(
      OpportunityId id, Instant at, PersonId person, StageId from, StageId to, long value) {
    sql.sql(
            """
            INSERT INTO stage_log (opportunity_id, at, person_id, from_stage, to_stage, value)
            VALUES (:id, :at, :person, :from, :to, :value)
            """)
        .param("id", id)
        .param("at", at)
        .param("person", person)
        .param("from", from)
        .param("to", to)
        .param("value", value)
        .update();
  }

  void logClose(OpportunityId id, Instant at, PersonId person, LocalDate from, LocalDate to) {
    sql.sql(
            """
            INSERT INTO close_log (opportunity_id, at, person_id, from_day, to_day)
            VALUES (:id, :at, :person, :from, :to)
            """)
        .param("id", id)
        .param("at", at)
        .param("person", person)
        .param("from", from)
        .param("to", to)
        .update();
  }

  /** A change of an expected close. */
  record CloseMove(Instant at, PersonId personId, LocalDate fromDay, LocalDate toDay) {}

  /** The last change of its expected close. */
  Optional<CloseMove> lastCloseMove(OpportunityId id) {
    return sql.sql(
            """
            SELECT at, person_id, from_day, to_day FROM close_log
            WHERE opportunity_id = :id ORDER BY id DESC LIMIT 1
            """)
        .param("id", id)
        .query(CloseMove.class)
        .optional();
  }

  /** The stage log with the value at each move, oldest first. */
  List<MoveRow> moves(OpportunityId id) {
    return sql.sql(
            """
            SELECT l.at, p.name AS person, l.to_stage AS stage_id, s.name AS stage, f.name AS from_stage, l.value
            FROM stage_log l JOIN person p ON p.id = l.person_id JOIN stage s ON s.id = l.to_stage
              LEFT JOIN stage f ON f.id = l.from_stage
            WHERE l.opportunity_id = :id ORDER BY l.id
            """)
        .param("id", id)
        .query(MoveRow.class)
        .list();
  }

  record MoveRow(
      Instant at, String person, StageId stageId, String stage, String fromStage, long value) {}

  int move(OpportunityId id, long version, StageId stage, LocalDate since) {
    return sql.sql(
            """
            UPDATE opportunity SET stage_id = :stage, stage_since = :since, touched_on = :since, version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("id", id)
        .param("version", version)
        .param("stage", stage)
        .param("since", since)
        .update();
  }

  int setProcess(
      OpportunityId id, long version, ProcessId process, StageId stage, LocalDate since) {
    return sql.sql(
            """
            UPDATE opportunity SET process_id = :process, stage_id = :stage, stage_since = :since, version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("id", id)
        .param("version", version)
        .param("process", process)
        .param("stage", stage)
        .param("since", since)
        .update();
  }

  /** What it is worth now, in minor units: its lead quote, or its own lines. */
  long value(OpportunityId id) {
    return sql.sql("SELECT value FROM opportunity WHERE id = :id")
        .param("id", id)
        .query(Long.class)
        .single();
  }

  /** Its value follows a quote from now on, or its own lines. */
  void setLead(OpportunityId id, Optional<DocumentId> quote) {
    sql.sql("UPDATE opportunity SET lead_quote_id = :quote, version = version + 1 WHERE id = :id")
        .param("id", id)
        .param("quote", quote)
        .update();
  }

  int setOwner(OpportunityId id, long version, PersonId owner) {
    return sql.sql(
            """
            UPDATE opportunity SET owner_id = :owner, version = version + 1 WHERE id = :id AND version = :version
            """)
        .param("id", id)
        .param("version", version)
        .param("owner", owner)
        .update();
  }

  int update(Typed typed) {
    return sql.sql(UPDATE).paramSource(typed).update();
  }

  void touch(OpportunityId id, LocalDate today) {
    sql.sql("UPDATE opportunity SET touched_on = :today WHERE id = :id")
        .param("id", id)
        .param("today", today)
        .update();
  }

  int end(Ending ending) {
    return sql.sql(END).paramSource(ending).update();
  }

  /** Those whose pause is over. */
  List<OpportunityId> pausedUntil(LocalDate today) {
    JdbcClient.StatementSpec due =
        sql.sql(
            "SELECT id FROM opportunity WHERE state = 'paused' AND paused_until <= :today ORDER BY id");
    return due.param("today", today).query(OpportunityId.class).list();
  }

  /** The open ones of an owner. */
  List<OpportunityId> openOf(PersonId owner) {
    return sql.sql(
            "SELECT id FROM opportunity WHERE owner_id = :owner AND state IN ('open', 'paused') ORDER BY id")
        .param("owner", owner)
        .query(OpportunityId.class)
        .list();
  }

  /** The open ones of an owner with an account. */
  List<OpportunityId> openOf(AccountId account, PersonId owner) {
    return sql.sql(
            """
            SELECT id FROM opportunity
            WHERE account_id = :account AND owner_id = :owner AND state IN ('open', 'paused') ORDER BY id
            """)
        .param("account", account)
        .param("owner", owner)
        .query(OpportunityId.class)
        .list();
  }

  /** What an opportunity is found by. */
  record Searched(String number, String words) {}

  Searched searched(OpportunityId id) {
    return sql.sql(
            """
            SELECT o.number, o.title || ' ' || a.name || COALESCE((
              SELECT ' ' || group_concat(t.tag, ' ') FROM opportunity_tag t WHERE t.opportunity_id = o.id), '') AS words
            FROM opportunity o JOIN account a ON a.id = o.account_id WHERE o.id = :id
            """)
        .param("id", id)
        .query(Searched.class)
        .single();
  }

  /** A renewal whose running term ends on another day; that is no close date moved back. */
  void moveRenewal(OpportunityId id, String title, LocalDate close) {
    sql.sql(
            "UPDATE opportunity SET title = :title, expected_close = :close, version = version + 1 WHERE id = :id")
        .param("title", title)
        .param("close", close)
        .param("id", id)
        .update();
  }

  void setWonAmount(OpportunityId id, long minor) {
    sql.sql("UPDATE opportunity SET won_amount = :amount, version = version + 1 WHERE id = :id")
        .param("amount", minor)
        .param("id", id)
        .update();
  }
}
