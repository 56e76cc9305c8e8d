package firmtally.server.pipeline.sheet;

import firmtally.core.money.Percent;
import firmtally.core.pipeline.OpenOpportunity;
import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.pipeline.list.ListFilter;
import firmtally.server.pipeline.list.ListQuery;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.StageId;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Repository;

/** What the sheet of stages by months shows. */
@Repository
class SheetStore {
  private static final String OPEN =
      """
      SELECT o.id, o.number, o.title, a.name AS account, p.name AS owner, o.stage_id, o.expected_close,
             o.slips, o.priority, o.version, o.value,
             COALESCE(o.own_probability, s.probability) AS probability,
             (SELECT MIN(due) FROM activity x WHERE x.opportunity_id = o.id AND x.closed_at IS NULL) AS next_due,
             """
          + Visibility.OPPORTUNITY_EDITABLE
          + """
       AS editable
      FROM opportunity o
      JOIN account a ON a.id = o.account_id
      JOIN person p ON p.id = o.owner_id
      JOIN stage s ON s.id = o.stage_id
      JOIN sales_process sp ON sp.id = o.process_id
      """;
  private static final String GOALS =
      """
      SELECT g.month, SUM(g.amount) AS amount FROM goal g JOIN person p ON p.id = g.person_id
      WHERE g.month BETWEEN :from AND :to AND (:owner = 0 OR g.person_id = :owner) AND (:team = '' OR p.team = :team)
      GROUP BY g.month ORDER BY g.month
      """;
  private static final String PLACE =
      """
      UPDATE opportunity SET stage_id = :stage,
        stage_since = CASE WHEN stage_id = :stage THEN stage_since ELSE :today END,
        touched_on = :today, expected_close = :close, slips = :slips, version = version + 1
      WHERE id = :id AND version = :version
      """;
  private final Sql sql;

  SheetStore(Sql sql) {
    this.sql = sql;
  }

  /** An open opportunity on the sheet. */
  record Item(
      OpportunityId id,
      String title,
      String account,
      String owner,
      String priority,
      boolean editable,
      StageId stageId,
      LocalDate expectedClose,
      int slips,
      LocalDate nextDue,
      long version,
      OpenOpportunity open) {}

  List<Item> open(
      ListQuery query, ProcessId process, Actor actor, LocalDate today, CurrencyUnit currency) {
    Where where = ListFilter.onSheet(query, process, actor, today);
    String text = OPEN + where.sql() + " ORDER BY o.value DESC, o.id";
    return where
        .bind(Visibility.bind(sql.sql(text), actor))
        .query(
            (row, n) ->
                new Item(
                    new OpportunityId(row.getLong("id")),
                    row.getString("title"),
                    row.getString("account"),
                    row.getString("owner"),
                    row.getString("priority"),
                    row.getBoolean("editable"),
                    new StageId(row.getLong("stage_id")),
                    Columns.day(row, "expected_close"),
                    row.getInt("slips"),
                    Columns.day(row, "next_due"),
                    row.getLong("version"),
                    new OpenOpportunity(
                        row.getString("number"),
                        Money.ofMinor(currency, row.getLong("value")),
                        Percent.ofTenThousandths(row.getLong("probability")))))
        .list();
  }

  /** The goals of months, in minor units; months without one are left out. */
  Map<YearMonth, Long> goals(YearMonth from, YearMonth to, PersonId owner, String team) {
    Map<YearMonth, Long> goals = new HashMap<>();
    sql.sql(GOALS)
        .param("from", from.toString())
        .param("to", to.toString())
        .param("owner", owner)
        .param("team", team)
        .query(
            row -> {
              goals.put(YearMonth.parse(row.getString("month")), row.getLong("amount"));
            });
    return goals;
  }

  int place(
      OpportunityId id, long version, StageId stage, LocalDate close, int slips, LocalDate today) {
    return sql.sql(PLACE)
        .param("id", id)
        .param("version", version)
        .param("stage", stage)
        .param("close", close)
        .param("slips", slips)
        .param("today", today)
        .update();
  }
}
