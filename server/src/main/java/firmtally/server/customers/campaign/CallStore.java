package firmtally.server.customers.campaign;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.ids.CallId;
import firmtally.server.platform.ids.CallListId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Cursor;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.function.LongFunction;
import org.springframework.stereotype.Repository;

@Repository
class CallStore {
  private static final String BOUGHT =
      """
      EXISTS (SELECT 1 FROM sales_order s JOIN worksheet_line l ON l.worksheet_id = s.worksheet_id
              WHERE s.account_id = a.id AND (l.product = :bought OR l.family = :bought))
      """;
  private static final String BOUGHT_SINCE =
      "EXISTS (SELECT 1 FROM sales_order s WHERE s.account_id = a.id AND s.placed_on >= :boughtSince)";
  private static final String NOT_BOUGHT_SINCE =
      "NOT EXISTS (SELECT 1 FROM sales_order s WHERE s.account_id = a.id AND s.placed_on >= :notBoughtSince)";
  private static final String NOT_SPOKEN_SINCE =
      """
      NOT EXISTS (SELECT 1 FROM activity x WHERE x.account_id = a.id AND x.done_at >= :notSpokenSince)
      AND NOT EXISTS (SELECT 1 FROM activity x JOIN opportunity o ON o.id = x.opportunity_id
                      WHERE o.account_id = a.id AND x.done_at >= :notSpokenSince)
      """;
  private static final String PICKED =
      """
      SELECT a.id AS account_id, a.name AS account, a.town, c.id AS contact_id, c.name AS contact,
             (SELECT MAX(s.placed_on) FROM sales_order s WHERE s.account_id = a.id) AS last_bought
      FROM account a
      """;
  private static final String LISTS =
      """
      SELECT l.id, l.name, l.campaign, p.name AS person, l.made_by, l.made_on, l.closed_on, l.version,
             (SELECT COUNT(*) FROM call_entry e WHERE e.list_id = l.id) AS total,
             (SELECT COUNT(*) FROM call_entry e WHERE e.list_id = l.id AND e.outcome IS NOT NULL
                AND e.outcome NOT IN ('not-reached', 'call-again')) AS done,
             (SELECT COUNT(*) FROM call_entry e WHERE e.list_id = l.id AND e.outcome IN ('reached', 'no-interest', 'opportunity'))
               AS reached,
             (SELECT COUNT(*) FROM call_entry e WHERE e.list_id = l.id AND e.opportunity_id IS NOT NULL) AS raised
      FROM call_list l JOIN person p ON p.id = l.made_by
      """;
  private static final String ENTRIES =
      """
      SELECT e.id, e.position, e.account_id, a.name AS account, a.town, a.status, a.industry,
             COALESCE(c.name, (SELECT x.name FROM contact x WHERE x.account_id = a.id ORDER BY x.id LIMIT 1)) AS contact,
             COALESCE(NULLIF(c.phone, ''), NULLIF(a.phone, ''),
                      (SELECT x.phone FROM contact x WHERE x.account_id = a.id ORDER BY x.id LIMIT 1), '') AS phone,
             COALESCE(c.hours, '') AS hours, e.outcome, e.words, e.again_on, e.at, p.name AS person, e.opportunity_id,
             o.number AS opportunity_number,
             (SELECT MAX(s.placed_on) FROM sales_order s WHERE s.account_id = a.id) AS last_bought,
             (SELECT n.words FROM account_note n WHERE n.account_id = a.id AND n.pinned ORDER BY n.id DESC LIMIT 1) AS pinned
      FROM call_entry e JOIN account a ON a.id = e.account_id LEFT JOIN contact c ON c.id = e.contact_id
        LEFT JOIN person p ON p.id = e.person_id LEFT JOIN opportunity o ON o.id = e.opportunity_id
      WHERE e.list_id = :id ORDER BY e.position
      """;
  private static final String RESULT =
      """
      SELECT COUNT(*) AS opportunities, COALESCE(SUM(o.state IN ('open', 'paused')), 0) AS open,
             COALESCE(SUM(CASE WHEN o.state IN ('open', 'paused') THEN o.value END), 0) AS open_value,
             COALESCE(SUM(o.state = 'won'), 0) AS won, COALESCE(SUM(o.won_amount), 0) AS won_value,
             COALESCE(SUM(o.state = 'lost'), 0) AS lost,
             (SELECT COUNT(*) FROM enquiry e JOIN person p ON p.id = e.owner_id
              WHERE e.campaign = :campaign AND """
          + Visibility.OWNED_READABLE
          + """
      ) AS enquiries
      FROM opportunity o JOIN person p ON p.id = o.owner_id
      WHERE o.campaign = :campaign AND """
          + Visibility.OPPORTUNITY_READABLE;
  private final Sql sql;

  CallStore(Sql sql) {
    this.sql = sql;
  }

  List<CallService.PickedRow> picked(CallPick pick, int most) {
    Where where = new Where();
    where
        .maybe("a.status = :status", "status", pick.status())
        .maybe("a.industry = :industry", "industry", pick.industry())
        .maybe("a.price_group = :priceGroup", "priceGroup", pick.priceGroup())
        .maybe("substr(a.postal, 1, length(:postal)) = :postal", "postal", pick.postal())
        .maybe("a.town = :town COLLATE NOCASE", "town", pick.town())
        .maybe(BOUGHT, "bought", pick.bought())
        .maybe(BOUGHT_SINCE, "boughtSince", pick.boughtSince())
        .maybe(NOT_BOUGHT_SINCE, "notBoughtSince", pick.notBoughtSince())
        .maybe(NOT_SPOKEN_SINCE, "notSpokenSince", pick.notSpokenSince());
    if (pick.owner() != null && pick.owner().value() > 0) {
      where.and("a.owner_id = :owner", "owner", pick.owner());
    }
    String contacts =
        pick.isOfContacts()
            ? "JOIN contact c ON c.account_id = a.id\n"
            : "LEFT JOIN contact c ON FALSE\n";
    if (pick.isOfContacts()) {
      where.maybe("c.role = :role", "role", pick.role());
    }
    return where
        .bind(sql.sql(PICKED + contacts + where.sql() + " ORDER BY a.name, a.id, c.id LIMIT :most"))
        .param("most", most)
        .query(CallService.PickedRow.class)
        .list();
  }

  /**
   * Those that are walked first, then the closed ones, the newest first.
   *
   * @param after its key is {@code closed} where the page before ended among the closed ones
   */
  List<CallService.CallListRow> lists(Cursor after, int most, Actor actor) {
    return Visibility.bind(
            sql.sql(
                LISTS
                    + " WHERE "
                    + Visibility.OWNED_READABLE
                    + " AND (l.closed_on IS NOT NULL, -l.id) > (:closed, -:id)"
                    + " ORDER BY l.closed_on IS NOT NULL, l.id DESC LIMIT :most"),
            actor)
        .param("closed", after.isStart() ? -1 : after.key().isEmpty() ? 0 : 1)
        .param("id", after.id())
        .param("most", most)
        .query(CallService.CallListRow.class)
        .list();
  }

  Optional<CallService.CallListRow> find(CallListId id) {
    return sql.sql(LISTS + " WHERE l.id = :id")
        .param("id", id)
        .query(CallService.CallListRow.class)
        .optional();
  }

  List<CallService.EntryView> entries(CallListId list) {
    return sql.sql(ENTRIES).param("id", list).query(CallService.EntryView.class).list();
  }

  CallListId insert(String name, String campaign, PersonId by, LocalDate on, String picked) {
    return sql.sql(
            """
            INSERT INTO call_list (name, campaign, made_by, made_on, picked)
            VALUES (:name, :campaign, :by, :on, :picked) RETURNING id
            """)
        .param("name", name)
        .param("campaign", campaign)
        .param("by", by)
        .param("on", on)
        .param("picked", picked)
        .query(CallListId.class)
        .single();
  }

  void insertEntry(CallListId list, int position, AccountId account, ContactId contact) {
    sql.sql(
            """
            INSERT INTO call_entry (list_id, position, account_id, contact_id)
            VALUES (:list, :position, :account, :contact)
            """)
        .param("list", list)
        .param("position", position)
        .param("account", account)
        .param("contact", contact)
        .update();
  }

  record Entry(
      CallListId listId,
      AccountId accountId,
      ContactId contactId,
      OpportunityId opportunityId,
      String outcome,
      PersonId personId,
      ActivityId didId,
      ActivityId plannedId,
      String campaign) {}

  Optional<Entry> entry(CallId id) {
    return sql.sql(
            """
            SELECT e.list_id, e.account_id, e.contact_id, e.opportunity_id, e.outcome, e.person_id, e.did_id,
                   e.planned_id, l.campaign
            FROM call_entry e JOIN call_list l ON l.id = e.list_id WHERE e.id = :id
            """)
        .param("id", id)
        .query(Entry.class)
        .optional();
  }

  record Note(
      CallId id,
      String outcome,
      String words,
      LocalDate again,
      Instant at,
      PersonId person,
      OpportunityId opportunity,
      ActivityId did,
      ActivityId planned) {}

  void note(Note note) {
    sql.sql(
            """
            UPDATE call_entry SET
              before = json_object('outcome', outcome, 'words', words, 'again', again_on, 'at', at, 'person', person_id),
              outcome = :outcome, words = :words, again_on = :again, at = :at, person_id = :person,
              opportunity_id = COALESCE(:opportunity, opportunity_id), did_id = :did, planned_id = :planned
            WHERE id = :id
            """)
        .paramSource(note)
        .update();
  }

  /** As it was before the last outcome; there is one step back. */
  void undo(CallId id) {
    sql.sql(
            """
            UPDATE call_entry SET outcome = before ->> 'outcome', words = before ->> 'words', again_on = before ->> 'again',
              at = before ->> 'at', person_id = before ->> 'person', before = NULL, did_id = NULL, planned_id = NULL
            WHERE id = :id
            """)
        .param("id", id)
        .update();
  }

  void close(CallListId id, LocalDate on) {
    sql.sql("UPDATE call_list SET closed_on = :on, version = version + 1 WHERE id = :id")
        .param("id", id)
        .param("on", on)
        .update();
  }

  CallService.CampaignResult result(String campaign, LongFunction<String> amounts, Actor actor) {
    return Visibility.bind(sql.sql(RESULT), actor)
        .param("campaign", campaign)
        .query(
            (row, n) ->
                new CallService.CampaignResult(
                    row.getLong("enquiries"),
                    row.getLong("opportunities"),
                    row.getLong("open"),
                    amounts.apply(row.getLong("open_value")),
                    row.getLong("won"),
                    amounts.apply(row.getLong("won_value")),
                    row.getLong("lost")))
        .single();
  }
}
