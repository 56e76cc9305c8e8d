package firmtally.server.reporting.daysheet;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.database.Sql;
import java.time.Clock;
import java.time.LocalDate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The live counts of the bar. */
@RestController
class CountsController {
  /** A rep counts their own, a manager their team's, everybody else the whole company. */
  private static final String MINE = "(p.id = :me OR :all AND (:sees = '' OR p.team = :sees))";

  private static final String COUNTS =
      """
      SELECT
        :day_sheet AS day_sheet,
        (SELECT COUNT(*) FROM enquiry e JOIN person p ON p.id = e.owner_id
          WHERE e.state IN ('new', 'talking') AND <mine>) AS enquiries,
        (SELECT COUNT(*) FROM opportunity o JOIN sales_process s ON s.id = o.process_id JOIN person p ON p.id = o.owner_id
          WHERE o.state = 'open' AND s.kind = 'new' AND <mine>) AS opportunities,
        (SELECT COUNT(*) FROM quote q JOIN opportunity o ON o.id = q.opportunity_id JOIN person p ON p.id = o.owner_id
          WHERE q.state IN ('draft', 'sent', 'accepted') AND o.state = 'open' AND <mine>) AS quotes,
        (SELECT COUNT(*) FROM sales_order s JOIN opportunity o ON o.id = s.opportunity_id
          JOIN person p ON p.id = o.owner_id
          WHERE s.state = 'hold' AND <mine>) AS orders,
        (SELECT COUNT(*) FROM agreement g JOIN sales_order s ON s.id = g.order_id
          JOIN opportunity o ON o.id = s.opportunity_id JOIN person p ON p.id = o.owner_id
          WHERE g.state = 'running' AND g.end_day <= :soon AND <mine>) AS renewals
      """
          .replace("<mine>", MINE);
  private static final int SOON_DAYS = 90;
  private final Sql sql;
  private final DaySheetService daySheet;
  private final Clock clock;

  CountsController(Sql sql, DaySheetService daySheet, Clock clock) {
    this.sql = sql;
    this.daySheet = daySheet;
    this.clock = clock;
  }

  /** What waits for somebody. */
  record Counts(
      long daySheet, long enquiries, long opportunities, long quotes, long orders, long renewals) {}

  @GetMapping("/api/counts")
  Counts counts(@SignedIn Actor actor) {
    LocalDate today = LocalDate.now(clock);
    return sql.sql(COUNTS)
        .param("day_sheet", daySheet.count(actor))
        .param("me", actor.id())
        .param("all", !actor.roles().isOnlyRep())
        .param("sees", actor.seesTeam())
        .param("soon", today.plusDays(SOON_DAYS))
        .query(Counts.class)
        .single();
  }
}
