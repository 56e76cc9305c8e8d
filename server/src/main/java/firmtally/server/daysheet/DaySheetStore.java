package firmtally.server.daysheet;

import firmtally.core.money.Percent;
import firmtally.core.pipeline.OpenOpportunity;
import firmtally.server.people.Actor;
import firmtally.server.people.Role;
import firmtally.server.platform.Sql;
import java.time.LocalDate;
import java.util.List;
import java.util.function.LongFunction;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

@Repository
class DaySheetStore {
  private static final int QUOTE_DAYS = 7;
  private static final int MOST = 120;
  private static final String DUE =
      """
      SELECT a.kind, 'opportunity' AS record, o.id, o.number, a.subject AS title, c.name AS account, a.due,
             w.contract AS stake, a.id AS activity
      FROM activity a JOIN opportunity o ON o.id = a.opportunity_id JOIN account c ON c.id = o.account_id
        JOIN worksheet w ON w.id = o.worksheet_id
      WHERE a.done_at IS NULL AND a.due <= :today AND a.person_id = :me AND o.state = 'open'
      UNION ALL
      SELECT 'running-out', 'quote', q.id, q.number, o.title, c.name, q.valid_until, w.contract, NULL
      FROM quote q JOIN opportunity o ON o.id = q.opportunity_id JOIN account c ON c.id = o.account_id
        JOIN worksheet w ON w.id = q.worksheet_id
      WHERE q.state = 'sent' AND o.state = 'open' AND q.valid_until BETWEEN :today AND :soon
        AND (:all OR o.owner_id = :me)
      UNION ALL
      SELECT 'hold', 'order', s.id, s.number, o.title, c.name, s.placed_on, w.contract, NULL
      FROM customer_order s JOIN opportunity o ON o.id = s.opportunity_id JOIN account c ON c.id = s.account_id
        JOIN worksheet w ON w.id = s.worksheet_id
      WHERE s.state = 'hold' AND (:all OR o.owner_id = :me)
      UNION ALL
      SELECT 'no-next-step', 'opportunity', o.id, o.number, o.title, c.name, o.stage_since, w.contract, NULL
      FROM opportunity o JOIN account c ON c.id = o.account_id JOIN worksheet w ON w.id = o.worksheet_id
      WHERE o.state = 'open' AND (:all OR o.owner_id = :me)
        AND NOT EXISTS (SELECT 1 FROM activity a WHERE a.opportunity_id = o.id AND a.done_at IS NULL)
      """;
  private static final String OPEN =
      """
      SELECT o.number, w.contract, COALESCE(o.own_odds, s.odds) AS odds
      FROM opportunity o JOIN stage s ON s.id = o.stage_id JOIN worksheet w ON w.id = o.worksheet_id
      WHERE o.state = 'open' AND o.expected_close <= :to AND (:all OR o.owner_id = :me)
      ORDER BY o.id
      """;
  private final Sql sql;

  DaySheetStore(Sql sql) {
    this.sql = sql;
  }

  List<DaySheetController.Todo> todo(Actor actor, LocalDate today, LongFunction<String> amounts) {
    return todo(DUE + " ORDER BY stake DESC, due, 3 LIMIT " + MOST, actor, today)
        .query(
            (row, n) ->
                new DaySheetController.Todo(
                    row.getString("kind"),
                    row.getString("record"),
                    row.getLong("id"),
                    row.getString("number"),
                    row.getString("title"),
                    row.getString("account"),
                    row.getString("due"),
                    amounts.apply(row.getLong("stake")),
                    row.getObject("activity") == null ? null : row.getLong("activity")))
        .list();
  }

  /** How many rows there are for somebody. */
  long count(Actor actor, LocalDate today) {
    String counted = "SELECT COUNT(*) FROM (" + DUE + " LIMIT " + MOST + ")";
    return todo(counted, actor, today).query(Long.class).single();
  }

  private JdbcClient.StatementSpec todo(String query, Actor actor, LocalDate today) {
    return sql.sql(query)
        .param("me", actor.id())
        .param("all", actor.role() != Role.REP)
        .param("today", today.toString())
        .param("soon", today.plusDays(QUOTE_DAYS).toString());
  }

  /** What is open and expected to close up to a day, late ones with it. */
  List<OpenOpportunity> open(Actor actor, LocalDate to, CurrencyUnit currency) {
    return sql.sql(OPEN)
        .param("to", to.toString())
        .param("all", actor.role() != Role.REP)
        .param("me", actor.id())
        .query(
            (row, n) ->
                new OpenOpportunity(
                    row.getString("number"),
                    Money.ofMinor(currency, row.getLong("contract")),
                    Percent.ofTenThousandths(row.getLong("odds"))))
        .list();
  }

  long won(Actor actor, LocalDate from, LocalDate to) {
    return sql.sql(
            """
            SELECT COALESCE(SUM(won_amount), 0) FROM opportunity
            WHERE state = 'won' AND closed_on BETWEEN :from AND :to AND (:all OR owner_id = :me)
            """)
        .param("from", from.toString())
        .param("to", to.toString())
        .param("all", actor.role() != Role.REP)
        .param("me", actor.id())
        .query(Long.class)
        .single();
  }

  long goal(Actor actor, LocalDate from, LocalDate to) {
    return sql.sql(
            """
            SELECT COALESCE(SUM(amount), 0) FROM goal
            WHERE month BETWEEN :from AND :to AND (:all OR person_id = :me)
            """)
        .param("from", from.toString().substring(0, 7))
        .param("to", to.toString().substring(0, 7))
        .param("all", actor.role() != Role.REP)
        .param("me", actor.id())
        .query(Long.class)
        .single();
  }
}
