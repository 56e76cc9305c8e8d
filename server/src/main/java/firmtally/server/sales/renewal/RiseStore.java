package firmtally.server.sales.renewal;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.PriceRiseId;
import firmtally.server.platform.ids.WorksheetId;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

/** Which next terms a price rise is for, and what was made of them. */
@Repository
class RiseStore {
  private static final String MEANT =
      """
      SELECT g.id AS agreement, g.number, g.account_id AS account_id, a.name AS account, p.name AS owner, g.end_day, g.uplift, g.value,
             n.id AS opportunity, n.worksheet_id AS worksheet, q.state AS quote_state,
             (SELECT MAX(r.at) FROM price_rise_item i JOIN price_rise r ON r.id = i.rise_id
              WHERE i.agreement_id = g.id AND r.undone_at IS NULL) AS last_rise
      FROM agreement g JOIN account a ON a.id = g.account_id
        JOIN opportunity n ON n.renews_id = g.id AND n.state = 'open'
        JOIN opportunity o ON o.id = n.id JOIN person p ON p.id = o.owner_id
        LEFT JOIN quote q ON q.id = n.lead_quote_id
      WHERE g.state = 'running' AND (g.end_day BETWEEN :first AND :last OR :unanswered AND g.end_day < :first) AND <editable>
        AND (:agreement IS NULL OR g.id = :agreement)
        AND (:owner IS NULL OR o.owner_id = :owner) AND (:group = '' OR a.price_group = :group)
        AND (:text = '' OR instr(lower(a.name || ' ' || g.number), lower(:text)) > 0)
        AND (:family = '' OR EXISTS (SELECT 1 FROM worksheet_line l JOIN product f ON f.code = l.product
                                     WHERE l.worksheet_id = n.worksheet_id AND f.family = :family))
      ORDER BY g.end_day, g.id
      """
          .replace("<editable>", Visibility.OPPORTUNITY_EDITABLE);
  private final Sql sql;

  RiseStore(Sql sql) {
    this.sql = sql;
  }

  /** A next term that is meant. */
  record Meant(
      AgreementId agreement,
      String number,
      AccountId accountId,
      String account,
      String owner,
      LocalDate end,
      long value,
      OpportunityId opportunity,
      WorksheetId worksheet,
      String quoteState,
      Instant lastRise) {
    /** Whether its quote is with the customer already. */
    boolean isQuoted() {
      return quoteState != null;
    }
  }

  List<Meant> meant(
      RenewalFilter filter,
      Optional<AgreementId> agreement,
      Optional<LocalDate> notSince,
      LocalDate today,
      Actor actor) {
    RenewalFilter.Days days = filter.days(today);
    return Visibility.bind(sql.sql(MEANT), actor)
        .param("first", days.from())
        .param("last", days.to())
        .param("unanswered", days.late())
        .param("agreement", agreement)
        .param("owner", filter.owner())
        .param("group", RenewalFilter.blank(filter.group()))
        .param("family", RenewalFilter.blank(filter.family()))
        .param("text", RenewalFilter.blank(filter.text()))
        .query(
            (row, n) ->
                new Meant(
                    new AgreementId(row.getLong("agreement")),
                    row.getString("number"),
                    new AccountId(row.getLong("account_id")),
                    row.getString("account"),
                    row.getString("owner"),
                    Columns.day(row, "end_day"),
                    row.getLong("value"),
                    new OpportunityId(row.getLong("opportunity")),
                    new WorksheetId(row.getLong("worksheet")),
                    row.getString("quote_state"),
                    Columns.instant(row, "last_rise")))
        .list()
        .stream()
        .filter(
            m ->
                notSince.isEmpty()
                    || m.lastRise() == null
                    || m.lastRise().toString().compareTo(notSince.get().toString()) < 0)
        .toList();
  }

  PriceRiseId insert(Instant at, PersonId person, String words) {
    return sql.sql(
            "INSERT INTO price_rise (at, person_id, words) VALUES (:at, :person, :words) RETURNING id")
        .param("at", at)
        .param("person", person)
        .param("words", words)
        .query(PriceRiseId.class)
        .single();
  }

  /** What was made of a next term. */
  record Item(
      AgreementId agreement,
      OpportunityId opportunity,
      String beforeForm,
      long worksheetVersion,
      long before,
      long after) {}

  void insert(PriceRiseId rise, Item item) {
    sql.sql(
            """
            INSERT INTO price_rise_item (rise_id, agreement_id, opportunity_id, before_form, worksheet_version, value_before, value_after)
            VALUES (:rise, :agreement, :opportunity, :form, :version, :before, :after)
            """)
        .param("rise", rise)
        .param("agreement", item.agreement())
        .param("opportunity", item.opportunity())
        .param("form", item.beforeForm())
        .param("version", item.worksheetVersion())
        .param("before", item.before())
        .param("after", item.after())
        .update();
  }

  List<Item> items(PriceRiseId rise) {
    return sql.sql(
            """
            SELECT agreement_id AS agreement, opportunity_id AS opportunity, before_form, worksheet_version, value_before AS before,
                   value_after AS after
            FROM price_rise_item WHERE rise_id = :rise ORDER BY agreement_id
            """)
        .param("rise", rise)
        .query(
            (row, n) ->
                new Item(
                    new AgreementId(row.getLong("agreement")),
                    new OpportunityId(row.getLong("opportunity")),
                    row.getString("before_form"),
                    row.getLong("worksheet_version"),
                    row.getLong("before"),
                    row.getLong("after")))
        .list();
  }

  /** A rise that was made. */
  record Row(
      PriceRiseId id,
      Instant at,
      PersonId by,
      String person,
      String words,
      long agreements,
      long before,
      long after,
      Instant undoneAt) {}

  private static final String ROWS =
      """
      SELECT r.id, r.at, r.person_id, p.name AS person, r.words, r.undone_at, COUNT(i.agreement_id) AS agreements,
             COALESCE(SUM(i.value_before), 0) AS before, COALESCE(SUM(i.value_after), 0) AS after
      FROM price_rise r JOIN person p ON p.id = r.person_id LEFT JOIN price_rise_item i ON i.rise_id = r.id
      WHERE (:id IS NULL OR r.id = :id) AND (r.person_id = :me OR :managesAll OR p.team = :managesTeam)
      GROUP BY r.id ORDER BY r.id DESC LIMIT 50
      """;

  List<Row> rows(Optional<PriceRiseId> id, Actor actor) {
    return Visibility.bind(sql.sql(ROWS), actor)
        .param("id", id)
        .query(
            (row, n) ->
                new Row(
                    new PriceRiseId(row.getLong("id")),
                    Columns.instant(row, "at"),
                    new PersonId(row.getLong("person_id")),
                    row.getString("person"),
                    row.getString("words"),
                    row.getLong("agreements"),
                    row.getLong("before"),
                    row.getLong("after"),
                    Columns.instant(row, "undone_at")))
        .list();
  }

  int setUndone(PriceRiseId id, Instant at, PersonId by) {
    return sql.sql(
            "UPDATE price_rise SET undone_at = :at, undone_by = :by WHERE id = :id AND undone_at IS NULL")
        .param("id", id)
        .param("at", at)
        .param("by", by)
        .update();
  }

  /** Numbers of quotes that were made of the next terms since. */
  List<String> quotesOf(PriceRiseId rise) {
    return sql.sql(
            """
            SELECT q.number FROM price_rise_item i JOIN opportunity o ON o.id = i.opportunity_id JOIN quote q ON q.opportunity_id = o.id
            WHERE i.rise_id = :rise AND q.state NOT IN ('withdrawn', 'superseded') ORDER BY q.number
            """)
        .param("rise", rise)
        .query(String.class)
        .list();
  }

  /** A letter of a rise: the quote of the next term that tells the customer. */
  record Letter(
      AgreementId agreement,
      String number,
      OpportunityId opportunity,
      String account,
      DocumentId quote,
      String quoteNumber,
      String quoteState,
      long before,
      long after) {}

  List<Letter> letters(PriceRiseId rise) {
    return sql.sql(
            """
            SELECT i.agreement_id, g.number, i.opportunity_id, a.name AS account, q.id AS quote, q.number AS quote_number, q.state,
                   i.value_before, i.value_after
            FROM price_rise_item i JOIN agreement g ON g.id = i.agreement_id JOIN account a ON a.id = g.account_id
              JOIN opportunity o ON o.id = i.opportunity_id LEFT JOIN quote q ON q.id = o.lead_quote_id
            WHERE i.rise_id = :rise ORDER BY a.name, g.number
            """)
        .param("rise", rise)
        .query(
            (row, n) ->
                new Letter(
                    new AgreementId(row.getLong("agreement_id")),
                    row.getString("number"),
                    new OpportunityId(row.getLong("opportunity_id")),
                    row.getString("account"),
                    Columns.maybe(row, "quote", DocumentId::new).orElse(null),
                    row.getString("quote_number"),
                    row.getString("state"),
                    row.getLong("value_before"),
                    row.getLong("value_after")))
        .list();
  }
}
