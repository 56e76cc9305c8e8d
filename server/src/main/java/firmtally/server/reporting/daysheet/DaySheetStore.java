package firmtally.server.reporting.daysheet;

import firmtally.core.money.Percent;
import firmtally.core.pipeline.OpenOpportunity;
import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.company.days.DaysSql;
import firmtally.server.customers.enquiry.EnquiryWorth;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.ids.StageId;
import java.time.LocalDate;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

@Repository
class DaySheetStore {
  private static final int LATELY_DAYS = 7;
  private static final int MOST = 400;
  private static final String OPPORTUNITY =
      """
      FROM opportunity o JOIN account c ON c.id = o.account_id JOIN person p ON p.id = o.owner_id
      """;
  private static final String TEAMS =
      "(o.owner_id = :me OR :all AND (:team = '' OR p.team = :team))";

  /** What whoever keeps the books has to do, and what reps hear of it. */
  private static final String MONEY =
      """

      UNION ALL
      SELECT 'credit-request', 'credit', c.id, c.number, ap.words, c.name, substr(ap.asked_at, 1, 10), r.amount, NULL, NULL, NULL, FALSE
      FROM approval ap JOIN credit_request r ON r.approval_id = ap.id JOIN account c ON c.id = ap.account_id
      WHERE :keeps AND ap.answer IS NULL AND ap.asked_by <> :me
      UNION ALL
      SELECT 'credit-' || ap.answer, 'credit', c.id, c.number, 'Credit request: ' || COALESCE(NULLIF(ap.comment, ''), ap.words), c.name,
             substr(ap.answered_at, 1, 10), COALESCE(r.given, r.amount), NULL, NULL, NULL, FALSE
      FROM approval ap JOIN credit_request r ON r.approval_id = ap.id JOIN account c ON c.id = ap.account_id
      WHERE ap.asked_by = :me AND ap.answer IN ('yes', 'no', 'counter', 'condition') AND ap.answered_at >= :lately
      UNION ALL
      SELECT 'to-invoice', 'order', s.id, s.number, 'Delivered, not invoiced', c.name, :today, s.to_invoice, NULL, NULL, NULL, FALSE
      FROM sales_order s JOIN account c ON c.id = s.account_id
      WHERE :keeps AND s.state = 'released' AND EXISTS (SELECT 1 FROM order_line l WHERE l.document_id = s.id AND l.delivered > l.invoiced)
      UNION ALL
      SELECT 'charge-due', 'agreement', g.id, g.number, 'Recurring charge', c.name, g.next_charge, g.monthly, NULL, NULL, NULL, FALSE
      FROM agreement g JOIN account c ON c.id = g.account_id
      WHERE :keeps AND g.next_charge <= :today
      UNION ALL
      SELECT 'payment-open', 'payment', p.id, 'Payment', p.words, p.payer, p.on_day, p.amount, NULL, NULL, NULL, FALSE
      FROM payment p WHERE :keeps AND p.state = 'open'
      UNION ALL
      SELECT 'promise-broken', 'credit', c.id, i.ref, 'Promised and not paid: ' || i.promise, c.name, i.promised_on, i.balance, NULL, NULL, NULL, FALSE
      FROM open_item i JOIN account c ON c.id = i.account_id
      WHERE :keeps AND i.balance > 0 AND i.promised_on < :today
      """;

  /** Everything that is due, with its reason; the same record may be there for several. */
  private static final String DUE =
      "SELECT a.kind, 'opportunity' AS record, o.id, o.number, a.subject AS title, c.name AS account, a.due,"
          + " o.value AS stake, a.id AS activity, o.stage_id, o.version, FALSE AS expected\n"
          + OPPORTUNITY
          + "JOIN activity a ON a.opportunity_id = o.id\n"
          + "WHERE a.closed_at IS NULL AND a.due <= :today AND a.person_id = :me AND o.state IN ('open', 'won')\n"
          + "UNION ALL\nSELECT a.kind, 'enquiry', e.id, e.number, a.subject, e.name, a.due, COALESCE(e.value, "
          + EnquiryWorth.EXPECTED
          + "), a.id, NULL, NULL, e.value IS NULL\n"
          + """
            FROM activity a JOIN enquiry e ON e.id = a.enquiry_id
            WHERE a.closed_at IS NULL AND a.due <= :today AND a.person_id = :me
            UNION ALL
            SELECT a.kind, 'account', c.id, c.number, a.subject, c.name, a.due, 0, a.id, NULL, NULL, FALSE
            FROM activity a JOIN account c ON c.id = a.account_id
            WHERE a.closed_at IS NULL AND a.due <= :today AND a.person_id = :me
            """
          + "UNION ALL\nSELECT 'new-enquiry', 'enquiry', e.id, e.number, e.subject, e.name, substr(e.added_at, 1, 10),"
          + " COALESCE(e.value, "
          + EnquiryWorth.EXPECTED
          + "), NULL, NULL, NULL, e.value IS NULL\n"
          + "FROM enquiry e WHERE e.state = 'new' AND e.owner_id = :me\n"
          + "UNION ALL\nSELECT 'quote-expiring', 'quote', q.id, q.number, o.title, c.name, q.valid_until, qw.contract, NULL,"
          + " NULL, NULL, FALSE\n"
          + OPPORTUNITY
          + "JOIN quote q ON q.opportunity_id = o.id JOIN worksheet qw ON qw.id = q.worksheet_id\n"
          + "WHERE q.state = 'sent' AND o.state = 'open' AND q.valid_until BETWEEN :today AND "
          + DaysSql.EXPIRING_UNTIL
          + " AND "
          + TEAMS
          + "\nUNION ALL\nSELECT 'hold', 'order', s.id, s.number, o.title, c.name, s.placed_on, sw.contract, NULL, NULL,"
          + " NULL, FALSE\n"
          + OPPORTUNITY
          + "JOIN sales_order s ON s.opportunity_id = o.id JOIN worksheet sw ON sw.id = s.worksheet_id\n"
          + "WHERE s.state = 'hold' AND "
          + TEAMS
          + " AND (NOT :controls OR EXISTS (SELECT 1 FROM approval h WHERE h.document_id = s.id AND h.kind = 'hold'"
          + " AND h.role = 'credit-controller' AND h.answer IS NULL))"
          + "\nUNION ALL\nSELECT 'hold-refused', 'order', s.id, s.number, o.title, c.name, s.placed_on, sw.contract, NULL, NULL,"
          + " NULL, FALSE\n"
          + OPPORTUNITY
          + "JOIN sales_order s ON s.opportunity_id = o.id JOIN worksheet sw ON sw.id = s.worksheet_id\n"
          + "WHERE s.state = 'hold' AND o.owner_id = :me AND EXISTS (SELECT 1 FROM approval h WHERE h.document_id = s.id"
          + " AND h.kind = 'hold' AND h.answer = 'no')"
          + MONEY
          + "\nUNION ALL\nSELECT 'sign-off', 'quote', q.id, q.number, o.title || ': ' || ap.words, c.name, substr(ap.asked_at, 1, 10), qw.contract,"
          + " NULL, NULL, NULL, FALSE\n"
          + OPPORTUNITY
          + "JOIN quote q ON q.opportunity_id = o.id JOIN worksheet qw ON qw.id = q.worksheet_id\n"
          + "JOIN approval ap ON ap.document_id = q.id AND ap.kind = 'sign-off' AND ap.answer IS NULL\n"
          + "WHERE o.state = 'open' AND q.state = 'draft' AND o.owner_id <> :me AND ap.asked_by <> :me AND ("
          + "(:manages AND ap.role = 'manager' OR :administrates AND ap.role = 'administrator') AND "
          + TEAMS
          + " OR EXISTS (SELECT 1 FROM absence ab JOIN person boss ON boss.id = ab.person_id"
          + " WHERE ab.deputy_id = :me AND ab.ended_at IS NULL AND :today BETWEEN ab.from_day AND ab.until_day"
          + " AND EXISTS (SELECT 1 FROM person_role br WHERE br.person_id = boss.id AND (br.role = 'administrator'"
          + " OR br.role = ap.role AND (boss.team IS NULL OR boss.team = p.team)))"
          + " AND (:team = '' OR p.team = :team)))"
          + "\nUNION ALL\nSELECT 'sign-off-' || ap.answer, 'quote', q.id, q.number, o.title || ': ' || ap.words, c.name, substr(ap.answered_at, 1, 10),"
          + " qw.contract, NULL, NULL, NULL, FALSE\n"
          + OPPORTUNITY
          + "JOIN quote q ON q.opportunity_id = o.id JOIN worksheet qw ON qw.id = q.worksheet_id\n"
          + "JOIN approval ap ON ap.id = (SELECT MAX(x.id) FROM approval x WHERE x.document_id = q.id AND x.kind = 'sign-off')\n"
          + "WHERE o.state = 'open' AND o.owner_id = :me AND q.state = 'draft' AND ap.answer IN ('yes', 'no', 'counter')\n"
          + "UNION ALL\nSELECT 'quote-' || q.state, 'quote', q.id, q.number, o.title, c.name, q.made_on, qw.contract, NULL, NULL,"
          + " NULL, FALSE\n"
          + OPPORTUNITY
          + "JOIN quote q ON q.opportunity_id = o.id JOIN worksheet qw ON qw.id = q.worksheet_id\n"
          + "WHERE o.state = 'open' AND o.owner_id = :me AND (q.state = 'accepted' OR q.state = 'declined' AND o.lead_quote_id = q.id)\n"
          + "UNION ALL\nSELECT 'past-expected-close', 'opportunity', o.id, o.number, o.title, c.name, o.expected_close, o.value,"
          + " NULL, o.stage_id, o.version, FALSE\n"
          + OPPORTUNITY
          + "WHERE o.state = 'open' AND o.owner_id = :me AND o.expected_close < :today\n"
          + "UNION ALL\nSELECT 'no-activity-planned', 'opportunity', o.id, o.number, o.title, c.name, o.touched_on, o.value, NULL,"
          + " o.stage_id, o.version, FALSE\n"
          + OPPORTUNITY
          + "WHERE o.state = 'open' AND "
          + TEAMS
          + " AND NOT EXISTS (SELECT 1 FROM activity a WHERE a.opportunity_id = o.id AND a.closed_at IS NULL)\n"
          + "UNION ALL\nSELECT 'no-contact', 'opportunity', o.id, o.number, o.title, c.name, o.touched_on, o.value, NULL,"
          + " o.stage_id, o.version, FALSE\n"
          + OPPORTUNITY
          + "JOIN sales_process sp ON sp.id = o.process_id\n"
          + "WHERE o.state = 'open' AND o.owner_id = :me AND sp.kind = 'new' AND o.touched_on < "
          + DaysSql.SILENT_SINCE
          + " AND NOT EXISTS (SELECT 1 FROM activity a WHERE a.opportunity_id = o.id AND a.done_at >= "
          + DaysSql.SILENT_SINCE
          + ")\n";

  private static final String OPEN =
      """
      SELECT o.number, o.value, COALESCE(o.own_probability, s.probability) AS probability
      FROM opportunity o JOIN stage s ON s.id = o.stage_id JOIN person p ON p.id = o.owner_id
      WHERE o.state = 'open' AND o.expected_close <= :to
        AND (o.owner_id = :me OR :all AND (:team = '' OR p.team = :team))
      ORDER BY o.id
      """;
  private final Sql sql;

  DaySheetStore(Sql sql) {
    this.sql = sql;
  }

  /** A reason to do something about a record. */
  record Reason(
      String kind,
      String record,
      RecordId id,
      String number,
      String title,
      String account,
      LocalDate due,
      long stake,
      ActivityId activity,
      StageId stageId,
      Long version,
      boolean expected,
      AgreementId renews,
      long records) {}

  /** The weightiest reasons, the most money first, each with how many records have any. */
  List<Reason> reasons(Actor actor, LocalDate today) {
    String text =
        "WITH due AS MATERIALIZED ("
            + DUE
            + ")\nSELECT due.*, (SELECT x.renews_id FROM opportunity x WHERE due.record = 'opportunity' AND x.id = due.id) AS renews,"
            + " (SELECT COUNT(*) FROM (SELECT DISTINCT record, id FROM due)) AS records"
            + " FROM due ORDER BY stake DESC, due, 3 LIMIT "
            + MOST;
    return todo(text, actor, today).query(Reason.class).list();
  }

  /** For how many records somebody has a reason to do something. */
  long count(Actor actor, LocalDate today) {
    String counted = "SELECT COUNT(*) FROM (SELECT DISTINCT record, id FROM (" + DUE + "))";
    return todo(counted, actor, today).query(Long.class).single();
  }

  private JdbcClient.StatementSpec todo(String query, Actor actor, LocalDate today) {
    return sql.sql(query)
        .param("me", actor.id())
        .param("all", !actor.roles().isOnlyRep())
        .param("team", actor.seesTeam())
        .param("manages", actor.roles().manages())
        .param("administrates", actor.roles().has(Role.ADMINISTRATOR))
        .param("today", today.toString())
        .param("controls", actor.roles().isOnly(Role.CREDIT_CONTROLLER))
        .param("keeps", actor.roles().keepsBooks())
        .param("lately", today.minusDays(LATELY_DAYS).toString());
  }

  /** What is open and expected to close up to a day, late ones with it. */
  List<OpenOpportunity> open(Actor actor, LocalDate to, CurrencyUnit currency) {
    return sql.sql(OPEN)
        .param("to", to.toString())
        .param("all", !actor.roles().isOnlyRep())
        .param("team", actor.seesTeam())
        .param("me", actor.id())
        .query(
            (row, n) ->
                new OpenOpportunity(
                    row.getString("number"),
                    Money.ofMinor(currency, row.getLong("value")),
                    Percent.ofTenThousandths(row.getLong("probability"))))
        .list();
  }

  long won(Actor actor, LocalDate from, LocalDate to) {
    return sql.sql(
            """
            SELECT COALESCE(SUM(o.won_amount), 0) FROM opportunity o JOIN person p ON p.id = o.owner_id
            WHERE o.state = 'won' AND o.closed_on BETWEEN :from AND :to
              AND (o.owner_id = :me OR :all AND (:team = '' OR p.team = :team))
            """)
        .param("from", from.toString())
        .param("to", to.toString())
        .param("all", !actor.roles().isOnlyRep())
        .param("team", actor.seesTeam())
        .param("me", actor.id())
        .query(Long.class)
        .single();
  }

  long goal(Actor actor, LocalDate from, LocalDate to) {
    return sql.sql(
            """
            SELECT COALESCE(SUM(g.amount), 0) FROM goal g JOIN person p ON p.id = g.person_id
            WHERE g.month BETWEEN :from AND :to
              AND (g.person_id = :me OR :all AND (:team = '' OR p.team = :team))
            """)
        .param("from", from.toString().substring(0, 7))
        .param("to", to.toString().substring(0, 7))
        .param("all", !actor.roles().isOnlyRep())
        .param("team", actor.seesTeam())
        .param("me", actor.id())
        .query(Long.class)
        .single();
  }
}
