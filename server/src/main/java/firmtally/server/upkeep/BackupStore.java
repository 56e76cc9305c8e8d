package firmtally.server.upkeep;

import firmtally.server.platform.database.Sql;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class BackupStore {
  private final Sql sql;

  BackupStore(Sql sql) {
    this.sql = sql;
  }

  BackupService.BackupPlan plan() {
    return sql.sql("SELECT hour, keep, days, version FROM backup_plan")
        .query(BackupService.BackupPlan.class)
        .single();
  }

  int setPlan(BackupService.BackupPlan plan) {
    return sql.sql(
            """
            UPDATE backup_plan SET hour = :hour, keep = :keep, days = :days, version = version + 1
            WHERE version = :version
            """)
        .paramSource(plan)
        .update();
  }

  void insert(BackupService.BackupMade made) {
    sql.sql(
            """
            INSERT INTO backup_log (at, file, bytes, millis, planned, failure)
            VALUES (:at, :file, :bytes, :millis, :planned, :failure)
            """)
        .paramSource(made)
        .update();
  }

  List<BackupService.BackupMade> list(int most) {
    return sql.sql(
            "SELECT at, file, bytes, millis, planned, failure FROM backup_log ORDER BY id DESC LIMIT :most")
        .param("most", most)
        .query(BackupService.BackupMade.class)
        .list();
  }

  /** Whether there is a company: before its first visit there is nothing to keep. */
  boolean isSetUp() {
    return sql.sql("SELECT EXISTS (SELECT 1 FROM change_log)").query(Boolean.class).single();
  }

  Optional<Instant> lastGood() {
    return sql.sql(
            "SELECT MAX(at) FROM backup_log WHERE failure IS NULL HAVING MAX(at) IS NOT NULL")
        .query(Instant.class)
        .optional();
  }
}
