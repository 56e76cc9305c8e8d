package firmtally.server.sales.order;

import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.worksheet.calculation.Calculation;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** What follows a win, planned by itself when its order is released. */
@Component
class AfterWin {
  private static final String INSTALLATION = "installation";

  /**
   * A rule: what to do, so many days after the release.
   *
   * @param family only where a line of this family was ordered; blank for always
   */
  private record Rule(String kind, String subject, int days, String family) {}

  private static final List<Rule> RULES =
      List.of(
          new Rule("task", "Hand over to delivery: address, contact, access", 1, ""),
          new Rule("task", "Agree the day of installation", 3, INSTALLATION),
          new Rule("call", "Ask how the first weeks went", 30, ""));
  private final ActivityService activities;
  private final Clock clock;

  AfterWin(ActivityService activities, Clock clock) {
    this.activities = activities;
    this.clock = clock;
  }

  /** Plans it for whoever owns the deal; a renewal goes on as it was and plans nothing. */
  void plan(Order order, Opportunity opportunity, Calculation ordered) {
    if (opportunity.renewsId() != null) {
      return;
    }
    for (Rule rule : RULES) {
      boolean applies =
          rule.family().isEmpty()
              || ordered.check().tally().lines().stream()
                  .filter(line -> line.line().counted())
                  .anyMatch(
                      line ->
                          line.line().item().family().filter(rule.family()::equals).isPresent());
      if (applies) {
        activities.planBySystem(
            opportunity.id(),
            rule.kind(),
            rule.subject() + " (" + order.number() + ")",
            LocalDate.now(clock).plusDays(rule.days()),
            opportunity.ownerId());
      }
    }
  }
}
