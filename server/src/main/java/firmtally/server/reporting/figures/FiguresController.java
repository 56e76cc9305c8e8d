package firmtally.server.reporting.figures;

import firmtally.core.money.Rounding;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.access.Visibility;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.database.Sql;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.YearMonth;
import java.util.List;
import java.util.function.LongFunction;
import org.joda.money.CurrencyUnit;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is open by stage, what was won by month, and how each rep stands. */
@RestController
class FiguresController {
  private static final int PROBABILITY_DECIMALS = 6;
  private static final int MONTHS = 12;
  private static final String STAGES =
      """
      SELECT sp.name AS process, s.name AS stage, COUNT(*) AS count, SUM(w.contract) AS value,
             SUM(w.contract * COALESCE(o.own_probability, s.probability)) AS weighted
      FROM opportunity o JOIN stage s ON s.id = o.stage_id JOIN sales_process sp ON sp.id = o.process_id
        JOIN worksheet w ON w.id = o.worksheet_id JOIN person p ON p.id = o.owner_id
      WHERE o.state = 'open' AND """
          + Visibility.OPPORTUNITY_READABLE
          + " GROUP BY s.id ORDER BY sp.id, s.position";
  private static final String WON =
      """
      SELECT substr(closed_on, 1, 7) AS month, COUNT(*) AS count, SUM(won_amount) AS amount
      FROM opportunity o JOIN person p ON p.id = o.owner_id
      WHERE o.state = 'won' AND o.closed_on >= :from AND """
          + Visibility.OPPORTUNITY_READABLE
          + " GROUP BY 1 ORDER BY 1";

  /**
   * Open ones by their state, closed ones by their day: each from an index, and not the whole
   * table.
   */
  private static final String REPS =
      """
      SELECT p.name, COALESCE(SUM(CASE WHEN o.state = 'open' THEN o.value END), 0) AS open,
             COALESCE(SUM(CASE WHEN o.state = 'won' THEN o.won_amount END), 0) AS won,
             COUNT(CASE WHEN o.state = 'won' THEN 1 END) AS won_count,
             COUNT(CASE WHEN o.state = 'lost' THEN 1 END) AS lost_count
      FROM opportunity o JOIN person p ON p.id = o.owner_id
      WHERE (o.state = 'open' OR o.state = 'won' AND o.closed_on >= :from OR o.state = 'lost' AND o.closed_on >= :from)
        AND """
          + Visibility.OPPORTUNITY_READABLE
          + " GROUP BY p.id ORDER BY won DESC, p.name";

  private final Sql sql;
  private final SettingsService settings;
  private final Clock clock;

  FiguresController(Sql sql, SettingsService settings, Clock clock) {
    this.sql = sql;
    this.settings = settings;
    this.clock = clock;
  }

  record StageFigure(String process, String stage, long count, String value, String weighted) {}

  record MonthFigure(String month, long count, String won) {}

  record RepFigure(String name, String open, String won, long wonCount, long lostCount) {}

  record Figures(List<StageFigure> stages, List<MonthFigure> months, List<RepFigure> reps) {}

  @GetMapping("/api/reports")
  Figures figures(@SignedIn Actor actor) {
    LongFunction<String> amounts = settings.amounts();
    CurrencyUnit currency = settings.company().currency();
    String from = YearMonth.now(clock).minusMonths(MONTHS - 1L) + "-01";
    List<StageFigure> stages =
        Visibility.bind(sql.sql(STAGES), actor)
            .query(
                (row, n) ->
                    new StageFigure(
                        row.getString("process"),
                        row.getString("stage"),
                        row.getLong("count"),
                        amounts.apply(row.getLong("value")),
                        weighted(currency, row.getLong("weighted"))))
            .list();
    List<MonthFigure> months =
        Visibility.bind(sql.sql(WON), actor)
            .param("from", from)
            .query(
                (row, n) ->
                    new MonthFigure(
                        row.getString("month"),
                        row.getLong("count"),
                        amounts.apply(row.getLong("amount"))))
            .list();
    List<RepFigure> reps =
        Visibility.bind(sql.sql(REPS), actor)
            .param("from", from)
            .query(
                (row, n) ->
                    new RepFigure(
                        row.getString("name"),
                        amounts.apply(row.getLong("open")),
                        amounts.apply(row.getLong("won")),
                        row.getLong("won_count"),
                        row.getLong("lost_count")))
            .list();
    return new Figures(stages, months, reps);
  }

  /** The sum of value × probability is exact; it is rounded once. */
  private static String weighted(CurrencyUnit currency, long minorTimesOdds) {
    BigDecimal exact =
        BigDecimal.valueOf(minorTimesOdds, PROBABILITY_DECIMALS + currency.getDecimalPlaces());
    return Rounding.amount(currency, exact).getAmount().toPlainString();
  }
}
