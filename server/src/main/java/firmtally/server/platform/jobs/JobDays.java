package firmtally.server.platform.jobs;

import firmtally.server.platform.database.Sql;
import java.time.LocalDate;
import java.util.Optional;
import org.springframework.stereotype.Repository;

/** For which day a job did its work the last time, for those that do it once a day. */
@Repository
public class JobDays {
  private final Sql sql;

  public JobDays(Sql sql) {
    this.sql = sql;
  }

  /** The day, if it ever did. */
  public Optional<LocalDate> last(String job) {
    return sql.sql("SELECT day FROM job_day WHERE job = :job")
        .param("job", job)
        .query(LocalDate.class)
        .optional();
  }

  /** It did its work for a day. */
  public void setLast(String job, LocalDate day) {
    sql.sql(
            "INSERT INTO job_day (job, day) VALUES (:job, :day) ON CONFLICT (job) DO UPDATE SET day = excluded.day")
        .param("job", job)
        .param("day", day)
        .update();
  }
}
