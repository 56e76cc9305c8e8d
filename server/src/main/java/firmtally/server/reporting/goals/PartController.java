package firmtally.server.reporting.goals;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Versioned;
import firmtally.server.platform.web.Versions;
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

/** Goals of teams, families and processes. */
@RestController
@RequestMapping("/api/part-goals")
class PartController {
  private final PartGoals goals;

  PartController(PartGoals goals) {
    this.goals = goals;
  }

  /**
   * Goals of a part, January first; 0.00 where there is none. The kind is team, family or process.
   */
  record PartGoal(String kind, String key, String name, List<String> months) {}

  record PartGoalYear(int year, boolean mayChange, List<PartGoal> rows, long version)
      implements Versioned {}

  @GetMapping("/{year}")
  PartGoalYear year(@PathVariable int year, @SignedIn Actor actor) {
    return new PartGoalYear(
        GoalController.checked(year),
        PartGoals.maySet(actor),
        goals.year(year, actor).stream()
            .map(
                row ->
                    new PartGoal(
                        row.part().kind(),
                        row.part().key(),
                        row.part().name(),
                        row.months().stream().map(PartController::text).toList()))
            .toList(),
        goals.version(year));
  }

  private static String text(Money amount) {
    return amount.getAmount().toPlainString();
  }

  @PutMapping("/{year}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void set(
      @PathVariable int year,
      @RequestHeader(name = "If-Match", defaultValue = "") String version,
      @RequestBody PartGoals.PartsForm typed,
      @SignedIn Actor actor) {
    goals.set(GoalController.checked(year), Versions.of(version), typed, actor);
  }

  /** How a part with a goal stands; of a family, what was ordered. */
  record PartStandingRow(
      String kind,
      String key,
      String name,
      String goal,
      String won,
      String gap,
      String lastYear,
      @MaybeNull String reached) {}

  @GetMapping("/standing")
  List<PartStandingRow> standing(
      @RequestParam YearMonth from, @RequestParam YearMonth to, @SignedIn Actor actor) {
    if (to.isBefore(from)) {
      throw BadInput.at("to", "Enter a month from the first one on.");
    }
    return goals.standing(from, to, actor).stream()
        .map(
            s ->
                new PartStandingRow(
                    s.part().kind(),
                    s.part().key(),
                    s.part().name(),
                    text(s.goal()),
                    text(s.won()),
                    text(s.gap()),
                    text(s.lastYear()),
                    s.reached().map(Percent::toString).orElse(null)))
        .toList();
  }
}
