package firmtally.server.company.credit;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Versioned;
import firmtally.server.platform.web.Versions;
import org.joda.money.Money;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The company's usual credit. */
@RestController
@RequestMapping("/api/credit-rules")
class CreditRulesController {
  private final CreditRulesService rules;

  CreditRulesController(CreditRulesService rules) {
    this.rules = rules;
  }

  record RulesView(
      String usualLimit,
      int termsDays,
      int graceDays,
      String overdueAllowed,
      String watchPercent,
      @MaybeNull String depositOver,
      String depositPercent,
      int firstReminder,
      int secondReminder,
      int lastReminder,
      boolean mayChange,
      long version)
      implements Versioned {}

  @GetMapping
  RulesView get(@SignedIn Actor actor) {
    CreditRules now = rules.get();
    return new RulesView(
        text(now.usualLimit()),
        now.termsDays(),
        now.graceDays(),
        text(now.overdueAllowed()),
        text(now.watchPercent()),
        now.depositOver().map(CreditRulesController::text).orElse(null),
        text(now.depositPercent()),
        now.reminderDays().get(0),
        now.reminderDays().get(1),
        now.reminderDays().get(2),
        actor.roles().keepsBooks(),
        now.version());
  }

  @PutMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @RequestHeader("If-Match") String version,
      @RequestBody CreditRulesService.RulesForm typed,
      @SignedIn Actor actor) {
    rules.change(Versions.of(version), typed, actor);
  }

  private static String text(Money money) {
    return money.getAmount().toPlainString();
  }

  private static String text(Percent percent) {
    return percent.toString();
  }
}
