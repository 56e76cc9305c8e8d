package firmtally.server.opportunity;

import firmtally.core.money.Percent;
import firmtally.server.platform.Sql;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.Optional;
import java.util.function.LongFunction;
import org.springframework.stereotype.Repository;

@Repository
class OpportunityStore {
  private static final String ROWS =
      """
      SELECT o.id, o.number, o.title, o.account_id, a.name AS account, o.owner_id, p.name AS owner, s.name AS stage,
             s.position, sp.kind AS path, COALESCE(o.own_odds, s.odds) AS odds, o.state, o.expected_close, o.slips,
             COALESCE(o.won_amount, w.contract) AS value,
             (SELECT MIN(due) FROM activity x WHERE x.opportunity_id = o.id AND x.done_at IS NULL) AS next_due
      FROM opportunity o
      JOIN account a ON a.id = o.account_id
      JOIN person p ON p.id = o.owner_id
      JOIN stage s ON s.id = o.stage_id
      JOIN sales_path sp ON sp.id = o.path_id
      JOIN worksheet w ON w.id = o.worksheet_id
      """;
  private static final String PAGE =
      ROWS
          + """
          WHERE o.state = :state AND (o.expected_close, o.id) > (:day, :id)
            AND (:owner = 0 OR o.owner_id = :owner) AND (:path = '' OR sp.kind = :path)
            AND (:text = '' OR o.title LIKE :like OR o.number LIKE :like OR a.name LIKE :like)
          ORDER BY o.expected_close, o.id LIMIT :most
          """;
  private static final String ONE =
      """
      SELECT o.id, o.number, o.title, o.account_id, o.contact_id, o.owner_id, p.name AS owner_name, o.path_id,
             o.stage_id, o.state, o.stage_since, o.opened_on, o.expected_close, o.slips, o.own_odds, s.odds AS stage_odds,
             o.worksheet_id, o.renews_id, o.closed_on, o.won_amount, o.reason, o.note, o.version
      FROM opportunity o JOIN person p ON p.id = o.owner_id JOIN stage s ON s.id = o.stage_id
      WHERE o.id = :id
      """;
  private static final String INSERT =
      """
      INSERT INTO opportunity (number, title, account_id, contact_id, owner_id, path_id, stage_id, state, stage_since,
        opened_on, expected_close, worksheet_id, enquiry_id, renews_id)
      VALUES (:number, :title, :account, :contact, :owner, :path, :stage, 'open', :opened, :opened, :close, :worksheet,
        :enquiry, :renews)
      RETURNING id
      """;
  private final Sql sql;

  OpportunityStore(Sql sql) {
    this.sql = sql;
  }

  record PathRow(long id, String name, String kind) {}

  record Start(
      String number,
      String title,
      long account,
      Long contact,
      long owner,
      long path,
      long stage,
      String opened,
      String close,
      long worksheet,
      Long enquiry,
      Long renews) {}

  List<OpportunityService.OpportunityRow> page(
      OpportunityService.Filter f, String day, long id, int most, LongFunction<String> amounts) {
    return sql.sql(PAGE)
        .param("state", f.state())
        .param("owner", f.owner())
        .param("path", f.path())
        .param("text", f.text())
        .param("like", "%" + f.text() + "%")
        .param("day", day)
        .param("id", id)
        .param("most", most)
        .query((row, n) -> row(row, amounts))
        .list();
  }

  List<OpportunityService.OpportunityRow> ofAccount(long account, LongFunction<String> amounts) {
    return sql.sql(
            ROWS
                + " WHERE o.account_id = :account ORDER BY o.state = 'open' DESC, o.expected_close DESC LIMIT 40")
        .param("account", account)
        .query((row, n) -> row(row, amounts))
        .list();
  }

  private static OpportunityService.OpportunityRow row(ResultSet row, LongFunction<String> amounts)
      throws SQLException {
    return new OpportunityService.OpportunityRow(
        row.getLong("id"),
        row.getString("number"),
        row.getString("title"),
        row.getLong("account_id"),
        row.getString("account"),
        row.getString("owner"),
        row.getString("stage"),
        row.getString("path"),
        Percent.ofTenThousandths(row.getLong("odds")).toString(),
        row.getString("state"),
        row.getString("expected_close"),
        row.getInt("slips"),
        amounts.apply(row.getLong("value")),
        row.getString("next_due"));
  }

  Optional<Opportunity> find(long id) {
    return sql.sql(ONE).param("id", id).query(Opportunity.class).optional();
  }

  Optional<PathRow> path(String kind) {
    return sql.sql("SELECT id, name, kind FROM sales_path WHERE kind = :kind ORDER BY id LIMIT 1")
        .param("kind", kind)
        .query(PathRow.class)
        .optional();
  }

  List<OpportunityService.Stage> stages(long path) {
    return sql.sql(
            """
            SELECT id, position, name, odds, usual_days, at_quote FROM stage WHERE path_id = :path ORDER BY position
            """)
        .param("path", path)
        .query(
            (row, n) ->
                new OpportunityService.Stage(
                    row.getLong("id"),
                    row.getInt("position"),
                    row.getString("name"),
                    Percent.ofTenThousandths(row.getLong("odds")).toString(),
                    row.getInt("usual_days"),
                    row.getBoolean("at_quote")))
        .list();
  }

  long insert(Start start) {
    return sql.sql(INSERT).paramSource(start).query(Long.class).single();
  }

  void logStage(long id, String at, long person, Long from, long to, long value) {
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

  List<OpportunityService.Move> moves(long id) {
    return sql.sql(
            """
            SELECT l.at, p.name AS person, l.to_stage AS stage_id, s.name AS stage
            FROM stage_log l JOIN person p ON p.id = l.person_id JOIN stage s ON s.id = l.to_stage
            WHERE l.opportunity_id = :id ORDER BY l.id
            """)
        .param("id", id)
        .query(OpportunityService.Move.class)
        .list();
  }

  int move(long id, long version, long stage, String since) {
    return sql.sql(
            """
            UPDATE opportunity SET stage_id = :stage, stage_since = :since, version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("id", id)
        .param("version", version)
        .param("stage", stage)
        .param("since", since)
        .update();
  }

  int update(long id, long version, String title, String close, int slips, Long odds, String note) {
    return sql.sql(
            """
            UPDATE opportunity SET title = :title, expected_close = :close, slips = :slips, own_odds = :odds,
              note = :note, version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("id", id)
        .param("version", version)
        .param("title", title)
        .param("close", close)
        .param("slips", slips)
        .param("odds", odds)
        .param("note", note)
        .update();
  }

  int close(long id, long version, String state, String day, Long won, String reason) {
    return sql.sql(
            """
            UPDATE opportunity SET state = :state, closed_on = :day, won_amount = :won, reason = :reason,
              version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("id", id)
        .param("version", version)
        .param("state", state)
        .param("day", day)
        .param("won", won)
        .param("reason", reason)
        .update();
  }
}
