package firmtally.server.catalogue.repricing;

import firmtally.server.platform.database.Sql;
import java.time.LocalDate;
import java.util.Optional;
import org.springframework.stereotype.Repository;

/** The day up to which kept sums follow the days of price rules. */
@Repository
class RecalculationStore {
  private static final String JOB = "price-rule-days";
  private final Sql sql;

  RecalculationStore(Sql sql) {
    this.sql = sql;
  }

  Optional<LocalDate> last() {
    return sql.sql("SELECT day FROM job_day WHERE job = :job")
        .param("job", JOB)
        .query(LocalDate.class)
        .optional();
  }

  void setLast(LocalDate day) {
    sql.sql(
            "INSERT INTO job_day (job, day) VALUES (:job, :day) ON CONFLICT (job) DO UPDATE SET day = excluded.day")
        .param("job", JOB)
        .param("day", day)
        .update();
  }
}
