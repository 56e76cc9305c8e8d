package firmtally.server.customers.enquiry;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.jobs.JobDays;
import java.time.LocalDate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * What enquiries have brought on average, by product family and source: what one without a value of
 * its own is ranked by. Counted are those of the last two years that are decided, also those that
 * brought nothing; what rests on fewer than {@value #FEWEST} is not told. Worked out once a day.
 */
@Component
public class EnquiryWorth implements DueWork {
  /**
   * What such an enquiry {@code e} has brought: of its family and source, else of its family, else
   * of its source, else of all; 0 where none are known. In minor units.
   */
  public static final String EXPECTED =
      "COALESCE("
          + of("COALESCE(e.family, '')", "e.source")
          + of("COALESCE(e.family, '')", "''")
          + of("''", "e.source")
          + of("''", "''")
          + " 0)";

  private static final int FEWEST = 5;
  private static final int YEARS = 2;
  private static final String JOB = "enquiry-worth";

  private static final String DECIDED =
      """
      SELECT COALESCE(e.family, '') AS family, e.source,
             COALESCE((SELECT SUM(o.won_amount) FROM opportunity o WHERE o.enquiry_id = e.id AND o.state = 'won'), 0) AS won
      FROM enquiry e
      WHERE e.added_at >= :since AND (e.state = 'not-pursued' OR e.state = 'converted' AND NOT EXISTS
        (SELECT 1 FROM opportunity o WHERE o.enquiry_id = e.id AND o.state IN ('open', 'paused')))
      """;

  private final Sql sql;
  private final JobDays days;

  EnquiryWorth(Sql sql, JobDays days) {
    this.sql = sql;
    this.days = days;
  }

  private static String of(String family, String source) {
    return "(SELECT w.amount FROM enquiry_worth w WHERE w.family = "
        + family
        + " AND w.source = "
        + source
        + "),";
  }

  @Override
  public String job() {
    return "what enquiries have brought";
  }

  @Override
  @Transactional
  public void run(LocalDate today) {
    if (days.last(JOB).filter(today::equals).isPresent()) {
      return;
    }
    sql.sql("DELETE FROM enquiry_worth").update();
    String since = today.minusYears(YEARS).toString();
    for (String by : new String[] {"family, source", "family, ''", "'', source", "'', ''"}) {
      // Half a minor unit and more is one.
      sql.sql(
              "INSERT INTO enquiry_worth (family, source, amount) SELECT "
                  + by
                  + ", (2 * SUM(won) + COUNT(*)) / (2 * COUNT(*)) FROM ("
                  + DECIDED
                  + ") GROUP BY 1, 2 HAVING COUNT(*) >= :fewest ON CONFLICT DO NOTHING")
          .param("since", since)
          .param("fewest", FEWEST)
          .update();
    }
    days.setLast(JOB, today);
  }
}
