package firmtally.server.pipeline.process;

import firmtally.core.money.Percent;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.CheckId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.StageId;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

@Repository
class ProcessStore {
  private static final String STAGES =
      """
      SELECT id, process_id, position, name, probability, usual_days, team, moves_here, deactivated
      FROM stage WHERE process_id = :process ORDER BY position, id
      """;
  private static final String CHECKS =
      """
      SELECT c.id, c.stage_id, c.words, c.proof, c.must, c.deactivated
      FROM stage_check c JOIN stage s ON s.id = c.stage_id
      WHERE s.process_id = :process ORDER BY c.position, c.id
      """;
  private static final String PROCESSES =
      "SELECT id, name, kind, deactivated, version FROM sales_process ORDER BY deactivated, kind, id";
  private static final String INSERT_STAGE =
      """
      INSERT INTO stage (process_id, position, name, probability, usual_days, team, moves_here, deactivated)
      VALUES (:process, :position, :name, :probability, :days, :team, :movesHere, :deactivated)
      RETURNING id
      """;
  private static final String UPDATE_STAGE =
      """
      UPDATE stage SET position = :position, name = :name, probability = :probability, usual_days = :days, team = :team,
        moves_here = :movesHere, deactivated = :deactivated
      WHERE id = :id AND process_id = :process
      """;
  private final Sql sql;

  ProcessStore(Sql sql) {
    this.sql = sql;
  }

  record ProcessRow(ProcessId id, String name, String kind, boolean deactivated, long version) {}

  /** A stage as it is written. */
  record StageRow(
      StageId id,
      ProcessId process,
      int position,
      String name,
      long probability,
      int days,
      String team,
      String movesHere,
      boolean deactivated) {}

  private record CheckRow(StageId stageId, Stage.Check check) {}

  private record StepRow(StageId stageId, Stage.Step step) {}

  List<ProcessRow> processes() {
    return sql.sql(PROCESSES).query(ProcessRow.class).list();
  }

  List<Stage> stages(ProcessId process) {
    Map<StageId, List<Stage.Check>> checks =
        sql
            .sql(CHECKS)
            .param("process", process)
            .query(
                (row, n) ->
                    new CheckRow(
                        new StageId(row.getLong("stage_id")),
                        new Stage.Check(
                            new CheckId(row.getLong("id")),
                            row.getString("words"),
                            row.getString("proof"),
                            row.getBoolean("must"),
                            row.getBoolean("deactivated"))))
            .list()
            .stream()
            .collect(
                Collectors.groupingBy(
                    CheckRow::stageId, Collectors.mapping(CheckRow::check, Collectors.toList())));
    Map<StageId, List<Stage.Step>> steps = steps(process);
    return sql.sql(STAGES)
        .param("process", process)
        .query(
            (row, n) ->
                new Stage(
                    new StageId(row.getLong("id")),
                    row.getInt("position"),
                    row.getString("name"),
                    Percent.ofTenThousandths(row.getLong("probability")).toString(),
                    row.getInt("usual_days"),
                    row.getString("team"),
                    row.getString("moves_here"),
                    steps.getOrDefault(new StageId(row.getLong("id")), List.of()),
                    row.getBoolean("deactivated"),
                    checks.getOrDefault(new StageId(row.getLong("id")), List.of())))
        .list();
  }

  private Map<StageId, List<Stage.Step>> steps(ProcessId process) {
    return sql
        .sql(
            """
            SELECT t.stage_id, t.kind, t.subject, t.days FROM stage_step t JOIN stage s ON s.id = t.stage_id
            WHERE s.process_id = :process ORDER BY t.stage_id, t.position
            """)
        .param("process", process)
        .query(
            (row, n) ->
                new StepRow(
                    new StageId(row.getLong("stage_id")),
                    new Stage.Step(
                        row.getString("kind"), row.getString("subject"), row.getInt("days"))))
        .list()
        .stream()
        .collect(
            Collectors.groupingBy(
                StepRow::stageId, Collectors.mapping(StepRow::step, Collectors.toList())));
  }

  /** Writes what a stage suggests, in place of what it suggested before. */
  void writeSteps(StageId stage, List<Stage.Step> steps) {
    sql.sql("DELETE FROM stage_step WHERE stage_id = :stage").param("stage", stage).update();
    for (int i = 0; i < steps.size(); i++) {
      sql.sql(
              """
              INSERT INTO stage_step (stage_id, position, kind, subject, days)
              VALUES (:stage, :position, :kind, :subject, :days)
              """)
          .param("stage", stage)
          .param("position", i + 1)
          .param("kind", steps.get(i).kind())
          .param("subject", steps.get(i).subject())
          .param("days", steps.get(i).days())
          .update();
    }
  }

  /** How many open opportunities stand in each stage of a process. */
  Map<StageId, Long> openHere(ProcessId process) {
    return sql
        .sql(
            """
            SELECT stage_id, COUNT(*) AS count FROM opportunity
            WHERE process_id = :process AND state IN ('open', 'paused') GROUP BY stage_id
            """)
        .param("process", process)
        .query((row, n) -> Map.entry(new StageId(row.getLong("stage_id")), row.getLong("count")))
        .list()
        .stream()
        .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
  }

  ProcessId insertPath(String name, String kind) {
    return sql.sql("INSERT INTO sales_process (name, kind) VALUES (:name, :kind) RETURNING id")
        .param("name", name)
        .param("kind", kind)
        .query(ProcessId.class)
        .single();
  }

  int updatePath(ProcessId id, long version, String name, boolean deactivated) {
    return sql.sql(
            """
            UPDATE sales_process SET name = :name, deactivated = :deactivated, version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("id", id)
        .param("version", version)
        .param("name", name)
        .param("deactivated", deactivated)
        .update();
  }

  StageId insertStage(StageRow stage) {
    return sql.sql(INSERT_STAGE).paramSource(stage).query(StageId.class).single();
  }

  int setOdds(ProcessId process, StageId stage, long probability) {
    return sql.sql(
            "UPDATE stage SET probability = :probability WHERE id = :stage AND process_id = :process")
        .param("probability", probability)
        .param("stage", stage)
        .param("process", process)
        .update();
  }

  int updateStage(StageRow stage) {
    return sql.sql(UPDATE_STAGE).paramSource(stage).update();
  }

  CheckId insertCheck(StageId stage, int position, Stage.Check check) {
    return check(
            """
            INSERT INTO stage_check (stage_id, position, words, proof, must, deactivated)
            VALUES (:stage, :position, :words, :proof, :must, :deactivated) RETURNING id
            """,
            stage,
            position,
            check)
        .query(CheckId.class)
        .single();
  }

  int updateCheck(StageId stage, int position, Stage.Check check) {
    return check(
            """
            UPDATE stage_check SET position = :position, words = :words, proof = :proof, must = :must,
              deactivated = :deactivated
            WHERE id = :id AND stage_id = :stage
            """,
            stage,
            position,
            check)
        .update();
  }

  private JdbcClient.StatementSpec check(
      String text, StageId stage, int position, Stage.Check check) {
    return sql.sql(text)
        .param("id", check.id())
        .param("words", check.words())
        .param("proof", check.proof())
        .param("must", check.must())
        .param("deactivated", check.deactivated())
        .param("stage", stage)
        .param("position", position);
  }
}
