package firmtally.server.reporting.goals;

import firmtally.core.money.Percent;
import firmtally.core.pipeline.OpenOpportunity;
import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Repository;

/** Goals by person and month, and what is held against them. */
@Repository
class GoalStore {
  private final Sql sql;

  GoalStore(Sql sql) {
    this.sql = sql;
  }

  /** Who sells, as far as somebody sees them. */
  record Seller(PersonId id, String name, String team, boolean mayChange, boolean active) {}

  List<Seller> sellers(Actor actor) {
    return Visibility.bind(
            sql.sql(
                """
                SELECT p.id, p.name, p.team, (:isManager AND (:managesAll OR p.team = :managesTeam)) AS may_change,
                       p.deactivated_at IS NULL AS active
                FROM person p
                WHERE p.id <> 0 AND EXISTS (SELECT 1 FROM person_role pr WHERE pr.person_id = p.id AND pr.role <> 'credit-controller')
                  AND (:sees = '' OR p.team = :sees OR p.id = :me)
                ORDER BY p.team IS NULL, p.team, p.name
                """),
            actor)
        .query(
            (row, n) ->
                new Seller(
                    new PersonId(row.getLong("id")),
                    row.getString("name"),
                    row.getString("team"),
                    row.getBoolean("may_change"),
                    row.getBoolean("active")))
        .list();
  }

  /** The goal of somebody for a month, in minor units. */
  record Goal(PersonId person, YearMonth month, long amount) {}

  List<Goal> goals(YearMonth from, YearMonth to) {
    return sql.sql(
            "SELECT person_id, month, amount FROM goal WHERE month BETWEEN :from AND :to ORDER BY person_id, month")
        .param("from", from.toString())
        .param("to", to.toString())
        .query(
            (row, n) ->
                new Goal(
                    new PersonId(row.getLong("person_id")),
                    YearMonth.parse(row.getString("month")),
                    row.getLong("amount")))
        .list();
  }

  /** A goal of 0 is none. */
  void set(PersonId person, YearMonth month, long amount) {
    if (amount == 0) {
      sql.sql("DELETE FROM goal WHERE person_id = :person AND month = :month")
          .param("person", person)
          .param("month", month.toString())
          .update();
      return;
    }
    sql.sql(
            """
            INSERT INTO goal (person_id, month, amount) VALUES (:person, :month, :amount)
            ON CONFLICT (person_id, month) DO UPDATE SET amount = excluded.amount
            """)
        .param("person", person)
        .param("month", month.toString())
        .param("amount", amount)
        .update();
  }

  long version(int year) {
    return sql.sql("SELECT COALESCE((SELECT version FROM goal_year WHERE year = :year), 1)")
        .param("year", year)
        .query(Long.class)
        .single();
  }

  /**
   * Raises the version of a year, if it is still that.
   *
   * @return how many were raised: 1 or 0
   */
  int raise(int year, long version) {
    return sql.sql(
            """
            INSERT INTO goal_year (year, version) SELECT :year, 2 WHERE :version = 1
            ON CONFLICT (year) DO UPDATE SET version = version + 1 WHERE version = :version
            """)
        .param("year", year)
        .param("version", version)
        .update();
  }

  /** What somebody won in a time, in minor units. */
  record Won(PersonId person, long amount) {}

  List<Won> won(LocalDate from, LocalDate to) {
    return sql.sql(
            """
            SELECT owner_id AS person, SUM(won_amount) AS amount FROM opportunity
            WHERE state = 'won' AND closed_on BETWEEN :from AND :to GROUP BY owner_id
            """)
        .param("from", from)
        .param("to", to)
        .query(Won.class)
        .list();
  }

  /** What somebody has open. */
  record Open(
      PersonId person, OpportunityId id, String title, String account, OpenOpportunity odds) {}

  List<Open> open(LocalDate to, CurrencyUnit currency) {
    return sql.sql(
            """
            SELECT o.owner_id, o.id, o.number, o.title, a.name AS account, o.value,
                   COALESCE(o.own_probability, s.probability) AS probability
            FROM opportunity o JOIN stage s ON s.id = o.stage_id JOIN account a ON a.id = o.account_id
            WHERE o.state = 'open' AND o.expected_close <= :to AND o.value > 0 ORDER BY o.id
            """)
        .param("to", to)
        .query(
            (row, n) ->
                new Open(
                    new PersonId(row.getLong("owner_id")),
                    new OpportunityId(row.getLong("id")),
                    row.getString("title"),
                    row.getString("account"),
                    new OpenOpportunity(
                        row.getString("number"),
                        Money.ofMinor(currency, row.getLong("value")),
                        Percent.ofTenThousandths(row.getLong("probability")))))
        .list();
  }
}
