package firmtally.server.settings;

import firmtally.core.money.Percent;
import firmtally.server.platform.Sql;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

@Repository
class PathStore {
  private static final String STAGES =
      """
      SELECT id, path_id, position, name, odds, usual_days, team, moves_here, step_kind, step_subject, step_days, retired
      FROM stage WHERE path_id = :path ORDER BY position, id
      """;
  private static final String CHECKS =
      """
      SELECT c.id, c.stage_id, c.words, c.proof, c.must, c.retired
      FROM stage_check c JOIN stage s ON s.id = c.stage_id
      WHERE s.path_id = :path ORDER BY c.position, c.id
      """;
  private static final String PATHS =
      "SELECT id, name, kind, retired, version FROM sales_path ORDER BY retired, kind, id";
  private static final String INSERT_STAGE =
      """
      INSERT INTO stage (path_id, position, name, odds, usual_days, team, moves_here, step_kind, step_subject, step_days,
                         retired)
      VALUES (:path, :position, :name, :odds, :days, :team, :movesHere, :stepKind, :stepSubject, :stepDays, :retired)
      RETURNING id
      """;
  private static final String UPDATE_STAGE =
      """
      UPDATE stage SET position = :position, name = :name, odds = :odds, usual_days = :days, team = :team,
        moves_here = :movesHere, step_kind = :stepKind, step_subject = :stepSubject, step_days = :stepDays,
        retired = :retired
      WHERE id = :id AND path_id = :path
      """;
  private final Sql sql;

  PathStore(Sql sql) {
    this.sql = sql;
  }

  record PathRow(long id, String name, String kind, boolean retired, long version) {}

  /** A stage as it is written. */
  record StageRow(
      Long id,
      long path,
      int position,
      String name,
      long odds,
      int days,
      String team,
      String movesHere,
      String stepKind,
      String stepSubject,
      Integer stepDays,
      boolean retired) {}

  private record CheckRow(long stageId, Stage.Check check) {}

  List<PathRow> paths() {
    return sql.sql(PATHS).query(PathRow.class).list();
  }

  Optional<PathRow> find(long id) {
    return sql.sql("SELECT id, name, kind, retired, version FROM sales_path WHERE id = :id")
        .param("id", id)
        .query(PathRow.class)
        .optional();
  }

  List<Stage> stages(long path) {
    Map<Long, List<Stage.Check>> checks =
        sql
            .sql(CHECKS)
            .param("path", path)
            .query(
                (row, n) ->
                    new CheckRow(
                        row.getLong("stage_id"),
                        new Stage.Check(
                            row.getLong("id"),
                            row.getString("words"),
                            row.getString("proof"),
                            row.getBoolean("must"),
                            row.getBoolean("retired"))))
            .list()
            .stream()
            .collect(
                Collectors.groupingBy(
                    CheckRow::stageId, Collectors.mapping(CheckRow::check, Collectors.toList())));
    return sql.sql(STAGES)
        .param("path", path)
        .query(
            (row, n) ->
                new Stage(
                    row.getLong("id"),
                    row.getInt("position"),
                    row.getString("name"),
                    Percent.ofTenThousandths(row.getLong("odds")).toString(),
                    row.getInt("usual_days"),
                    row.getString("team"),
                    row.getString("moves_here"),
                    row.getString("step_kind") == null
                        ? null
                        : new Stage.Step(
                            row.getString("step_kind"),
                            row.getString("step_subject"),
                            row.getInt("step_days")),
                    row.getBoolean("retired"),
                    checks.getOrDefault(row.getLong("id"), List.of())))
        .list();
  }

  /** How many open opportunities stand in each stage of a path. */
  Map<Long, Long> standing(long path) {
    return sql
        .sql(
            """
            SELECT stage_id, COUNT(*) AS count FROM opportunity
            WHERE path_id = :path AND state IN ('open', 'paused') GROUP BY stage_id
            """)
        .param("path", path)
        .query((row, n) -> Map.entry(row.getLong("stage_id"), row.getLong("count")))
        .list()
        .stream()
        .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
  }

  long insertPath(String name, String kind) {
    return sql.sql("INSERT INTO sales_path (name, kind) VALUES (:name, :kind) RETURNING id")
        .param("name", name)
        .param("kind", kind)
        .query(Long.class)
        .single();
  }

  int updatePath(long id, long version, String name, boolean retired) {
    return sql.sql(
            """
            UPDATE sales_path SET name = :name, retired = :retired, version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("id", id)
        .param("version", version)
        .param("name", name)
        .param("retired", retired)
        .update();
  }

  long insertStage(StageRow stage) {
    return sql.sql(INSERT_STAGE).paramSource(stage).query(Long.class).single();
  }

  int updateStage(StageRow stage) {
    return sql.sql(UPDATE_STAGE).paramSource(stage).update();
  }

  long insertCheck(long stage, int position, Stage.Check check) {
    return check(
            """
            INSERT INTO stage_check (stage_id, position, words, proof, must, retired)
            VALUES (:stage, :position, :words, :proof, :must, :retired) RETURNING id
            """,
            stage,
            position,
            check)
        .query(Long.class)
        .single();
  }

  int updateCheck(long stage, int position, Stage.Check check) {
    return check(
            """
            UPDATE stage_check SET position = :position, words = :words, proof = :proof, must = :must,
              retired = :retired
            WHERE id = :id AND stage_id = :stage
            """,
            stage,
            position,
            check)
        .update();
  }

  private JdbcClient.StatementSpec check(String text, long stage, int position, Stage.Check check) {
    return sql.sql(text)
        .param("id", check.id())
        .param("words", check.words())
        .param("proof", check.proof())
        .param("must", check.must())
        .param("retired", check.retired())
        .param("stage", stage)
        .param("position", position);
  }
}
