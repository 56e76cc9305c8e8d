package firmtally.server.reporting.goals;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Versioned;
import firmtally.server.platform.web.Versions;
import java.math.RoundingMode;
import java.time.YearMonth;
import java.util.List;
import org.joda.money.Money;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Goals of a year, and how a period stands against them. */
@RestController
@RequestMapping("/api/goals")
class GoalController {
  private static final int FIRST_YEAR = 2000;
  private static final int LAST_YEAR = 2200;
  private static final int MOST_MONTHS = 24;
  private static final int SHOWN = 10;
  private final GoalService goals;

  GoalController(GoalService goals) {
    this.goals = goals;
  }

  /** Somebody's goals, January first; 0.00 where there is none. */
  record GoalRow(
      PersonId personId,
      String name,
      @MaybeNull String team,
      boolean mayChange,
      List<String> months) {}

  record GoalYear(int year, List<GoalRow> rows, long version) implements Versioned {}

  @GetMapping("/{year}")
  GoalYear year(@PathVariable int year, @SignedIn Actor actor) {
    return new GoalYear(checked(year), rows(goals.year(checked(year), actor)), goals.version(year));
  }

  static int checked(int year) {
    if (year < FIRST_YEAR || year > LAST_YEAR) {
      throw BadInput.at("year", "Enter a year from " + FIRST_YEAR + " to " + LAST_YEAR + ".");
    }
    return year;
  }

  private static List<GoalRow> rows(List<GoalService.YearRow> rows) {
    return rows.stream()
        .map(
            row ->
                new GoalRow(
                    row.seller().id(),
                    row.seller().name(),
                    row.seller().team(),
                    row.seller().mayChange(),
                    row.months().stream().map(GoalController::text).toList()))
        .toList();
  }

  private static String text(Money amount) {
    return amount.getAmount().toPlainString();
  }

  /** Sets the goals of those that are named. */
  @PutMapping("/{year}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void set(
      @PathVariable int year,
      @RequestHeader(name = "If-Match", defaultValue = "") String version,
      @RequestBody GoalService.YearForm typed,
      @SignedIn Actor actor) {
    goals.set(checked(year), Versions.of(version), typed, actor);
  }

  /** Last year's goals raised by a percent; nothing is kept. */
  @GetMapping("/{year}/proposal")
  List<GoalRow> proposal(
      @PathVariable int year,
      @RequestParam(defaultValue = "") String percent,
      @SignedIn Actor actor) {
    return rows(goals.proposal(checked(year), percent, actor));
  }

  /** A sum over twelve months, to the cent. */
  @GetMapping("/spread")
  List<String> spread(@RequestParam(defaultValue = "") String amount, @SignedIn Actor actor) {
    return goals.spread(amount).stream().map(GoalController::text).toList();
  }

  /** An open opportunity that would help to close the gap. */
  record CloserView(OpportunityId id, String number, String title, String account, String value) {}

  /**
   * How somebody, a team or all stand.
   *
   * @param personId null for a team and for all
   * @param gap null without a goal, as the chance is
   * @param coverage what is open against the gap, in percent; null without a gap
   * @param closers the largest open ones that would close the gap; at most 10 of so many
   */
  record StandingRow(
      @MaybeNull PersonId personId,
      String name,
      String goal,
      String won,
      @MaybeNull String gap,
      String open,
      @MaybeNull String coverage,
      String expected,
      String low,
      String high,
      @MaybeNull String chance,
      String lastYearSoFar,
      String lastYear,
      int closerCount,
      List<CloserView> closers) {}

  @GetMapping("/standing")
  List<StandingRow> standing(
      @RequestParam YearMonth from, @RequestParam YearMonth to, @SignedIn Actor actor) {
    if (to.isBefore(from)) {
      throw BadInput.at("to", "Enter a month from the first one on.");
    }
    if (from.plusMonths(MOST_MONTHS).isBefore(to)) {
      throw BadInput.at("from", "Enter at most " + MOST_MONTHS + " months.");
    }
    return goals.standing(from, to, actor).stream().map(GoalController::row).toList();
  }

  private static StandingRow row(GoalService.Standing s) {
    return new StandingRow(
        s.seller().map(GoalStore.Seller::id).orElse(null),
        s.name(),
        text(s.goal()),
        text(s.won()),
        s.outlook().gap().map(GoalController::text).orElse(null),
        text(s.open()),
        s.coverage()
            .map(percent -> percent.value().setScale(0, RoundingMode.HALF_UP).toPlainString())
            .orElse(null),
        text(s.outlook().expected()),
        text(s.outlook().low()),
        text(s.outlook().high()),
        s.outlook()
            .goalPercent()
            .map(percent -> percent.value().setScale(2).toPlainString())
            .orElse(null),
        text(s.lastYearSoFar()),
        text(s.lastYear()),
        s.closers().size(),
        s.closers().stream()
            .limit(SHOWN)
            .map(
                o ->
                    new CloserView(
                        o.id(), o.odds().ref(), o.title(), o.account(), text(o.odds().value())))
            .toList());
  }
}
