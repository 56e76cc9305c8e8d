package firmtally.server.company.setup;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.database.Sql;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What a new company still needs to work with, until somebody puts the list aside. */
@RestController
@RequestMapping("/api/company/first-steps")
class FirstSteps {
  private static final String STEPS =
      """
      SELECT c.street <> '' AND c.town <> '' AND c.country <> '' AS address,
             c.tax_id <> '' AND c.bank <> '' AND c.email <> '' AS papers,
             EXISTS (SELECT 1 FROM tax_rate WHERE ended_at IS NULL) AS taxes,
             (SELECT count(*) FROM selling_policy) > 1 AS policy,
             EXISTS (SELECT 1 FROM person_role r JOIN person p ON p.id = r.person_id
                     WHERE r.role = 'rep' AND p.deactivated_at IS NULL) AS users,
             EXISTS (SELECT 1 FROM product) AS products,
             EXISTS (SELECT 1 FROM account) AS accounts,
             EXISTS (SELECT 1 FROM opportunity) AS opportunities,
             c.set_up_done AS aside
      FROM company c
      """;

  private final Sql sql;

  FirstSteps(Sql sql) {
    this.sql = sql;
  }

  /**
   * A step.
   *
   * @param key such as {@code address}
   * @param done whether it is
   */
  record FirstStep(String key, boolean done) {}

  /**
   * The steps.
   *
   * @param aside whether somebody put the list aside
   */
  record StepList(List<FirstStep> steps, boolean aside) {}

  private record Row(
      boolean address,
      boolean papers,
      boolean taxes,
      boolean policy,
      boolean users,
      boolean products,
      boolean accounts,
      boolean opportunities,
      boolean aside) {}

  /** What is done and what is not. */
  @GetMapping
  StepList list(@SignedIn Actor actor) {
    Row row = sql.sql(STEPS).query(Row.class).single();
    return new StepList(
        List.of(
            new FirstStep("address", row.address()),
            new FirstStep("papers", row.papers()),
            new FirstStep("taxes", row.taxes()),
            new FirstStep("policy", row.policy()),
            new FirstStep("users", row.users()),
            new FirstStep("products", row.products()),
            new FirstStep("accounts", row.accounts()),
            new FirstStep("opportunities", row.opportunities())),
        row.aside());
  }

  /** Puts the list aside. */
  @PostMapping("/aside")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @Transactional
  public void putAside(@SignedIn Actor actor) {
    actor.checkAdministrates();
    sql.sql("UPDATE company SET set_up_done = 1 WHERE id = 1").update();
  }
}
