package firmtally.server.reporting.goals;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Sql;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Repository;

/** Goals of teams, families and processes, and what was won of each. */
@Repository
class PartStore {
  private static final String WON_BY_TEAM =
      """
      SELECT 'team' AS kind, p.team AS key, SUM(o.won_amount) AS amount FROM opportunity o JOIN person p ON p.id = o.owner_id
      WHERE o.state = 'won' AND o.closed_on BETWEEN :from AND :to AND p.team IS NOT NULL AND """
          + Visibility.OPPORTUNITY_READABLE
          + " GROUP BY p.team";
  private static final String WON_BY_PROCESS =
      """
      SELECT 'process' AS kind, CAST(o.process_id AS TEXT) AS key, SUM(o.won_amount) AS amount
      FROM opportunity o JOIN person p ON p.id = o.owner_id
      WHERE o.state = 'won' AND o.closed_on BETWEEN :from AND :to AND """
          + Visibility.OPPORTUNITY_READABLE
          + " GROUP BY o.process_id";
  private static final String ORDERED_BY_FAMILY =
      """
      SELECT 'family' AS kind, l.in_family AS key, SUM(l.term_net) AS amount
      FROM document d JOIN opportunity o ON o.id = d.opportunity_id JOIN person p ON p.id = o.owner_id
        JOIN worksheet_line l ON l.worksheet_id = d.worksheet_id
      WHERE d.kind = 'order' AND d.state <> 'cancelled' AND d.made_on BETWEEN :from AND :to AND l.kind = 'line' AND """
          + Visibility.OPPORTUNITY_READABLE
          + " GROUP BY l.in_family";
  private final Sql sql;

  PartStore(Sql sql) {
    this.sql = sql;
  }

  /** Something that can have a goal. */
  record Part(String kind, String key, String name) {}

  /** All that there are: teams and families by name, processes by what they are called. */
  List<Part> parts() {
    return sql.sql(
            """
            SELECT 'team' AS kind, team AS key, team AS name FROM person WHERE team IS NOT NULL AND deactivated_at IS NULL GROUP BY team
            UNION ALL SELECT 'process', CAST(id AS TEXT), name FROM sales_process WHERE NOT deactivated
            UNION ALL SELECT 'family', family, family FROM product WHERE active GROUP BY family
            """)
        .query(Part.class)
        .list();
  }

  /** The goal of a part for a month, in minor units. */
  record Goal(String kind, String key, YearMonth month, long amount) {}

  List<Goal> goals(YearMonth from, YearMonth to) {
    return sql.sql(
            "SELECT kind, key, month, amount FROM goal_part WHERE month BETWEEN :from AND :to")
        .param("from", from.toString())
        .param("to", to.toString())
        .query(
            (row, n) ->
                new Goal(
                    row.getString("kind"),
                    row.getString("key"),
                    YearMonth.parse(row.getString("month")),
                    row.getLong("amount")))
        .list();
  }

  /** A goal of 0 is none. */
  void set(String kind, String key, YearMonth month, long amount) {
    sql.sql(
            amount == 0
                ? "DELETE FROM goal_part WHERE kind = :kind AND key = :key AND month = :month"
                : """
                  INSERT INTO goal_part (kind, key, month, amount) VALUES (:kind, :key, :month, :amount)
                  ON CONFLICT (kind, key, month) DO UPDATE SET amount = excluded.amount
                  """)
        .params(
            amount == 0
                ? Map.of("kind", kind, "key", key, "month", month.toString())
                : Map.of("kind", kind, "key", key, "month", month.toString(), "amount", amount))
        .update();
  }

  long version(int year) {
    return sql.sql("SELECT COALESCE((SELECT version FROM goal_part_year WHERE year = :year), 1)")
        .param("year", year)
        .query(Long.class)
        .single();
  }

  int raise(int year, long version) {
    return sql.sql(
            """
            INSERT INTO goal_part_year (year, version) SELECT :year, 2 WHERE :version = 1
            ON CONFLICT (year) DO UPDATE SET version = version + 1 WHERE version = :version
            """)
        .param("year", year)
        .param("version", version)
        .update();
  }

  /** What was won of a part in a time; of a family, what was ordered. */
  record Won(String kind, String key, long amount) {}

  List<Won> won(LocalDate from, LocalDate to, Actor actor) {
    return Visibility.bind(
            sql.sql(
                WON_BY_TEAM + " UNION ALL " + WON_BY_PROCESS + " UNION ALL " + ORDERED_BY_FAMILY),
            actor)
        .param("from", from)
        .param("to", to)
        .query(Won.class)
        .list();
  }
}
