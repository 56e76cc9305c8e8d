package firmtally.server.customers.enquiry;

import firmtally.core.enquiry.ExpectedValues;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.jobs.JobDays;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Keeps what enquiries have brought on average, as the core works it out, beside them: what one
 * without a value of its own is ranked by. Counted are those of the last two years that are
 * decided; what rests on fewer than {@value #FEWEST} is not told. Worked out once a day.
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
      SELECT e.family, e.source, COUNT(*) AS count,
             COALESCE(SUM((SELECT SUM(o.won_amount) FROM opportunity o WHERE o.enquiry_id = e.id AND o.state = 'won')), 0)
               AS won
      FROM enquiry e
      WHERE e.added_at >= :since AND (e.state = 'not-pursued' OR e.state = 'converted' AND NOT EXISTS
        (SELECT 1 FROM opportunity o WHERE o.enquiry_id = e.id AND o.state IN ('open', 'paused')))
      GROUP BY e.family, e.source
      """;

  private final Sql sql;
  private final JobDays days;
  private final SettingsService settings;

  EnquiryWorth(Sql sql, JobDays days, SettingsService settings) {
    this.sql = sql;
    this.days = days;
    this.settings = settings;
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
    if (!settings.isSetUp() || days.last(JOB).filter(today::equals).isPresent()) {
      return;
    }
    sql.sql("DELETE FROM enquiry_worth").update();
    CurrencyUnit currency = settings.company().currency();
    ExpectedValues.of(currency, decided(today.minusYears(YEARS), currency), FEWEST)
        .averages()
        .forEach(this::keep);
    days.setLast(JOB, today);
  }

  private List<ExpectedValues.Decided> decided(LocalDate since, CurrencyUnit currency) {
    return sql.sql(DECIDED)
        .param("since", since)
        .query(
            (row, n) ->
                new ExpectedValues.Decided(
                    Optional.ofNullable(row.getString("family")),
                    row.getString("source"),
                    row.getLong("count"),
                    Money.ofMinor(currency, row.getLong("won"))))
        .list();
  }

  private void keep(ExpectedValues.Kind of, Money average) {
    sql.sql("INSERT INTO enquiry_worth (family, source, amount) VALUES (:family, :source, :amount)")
        .param("family", of.family().orElse(""))
        .param("source", of.source().orElse(""))
        .param("amount", average)
        .update();
  }
}
