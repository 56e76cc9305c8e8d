package firmtally.server.company.setup;

import firmtally.server.access.Actor;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.RecordId;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What a new company still needs to work with, until somebody puts the list aside. */
@Service
public class FirstStepsService {
  private static final RecordId COMPANY = new RecordId(1);
  private final FirstStepsStore store;
  private final ChangeLog log;

  FirstStepsService(FirstStepsStore store, ChangeLog log) {
    this.store = store;
    this.log = log;
  }

  /**
   * A step.
   *
   * @param key such as {@code address}
   * @param done whether it is
   */
  public record FirstStep(String key, boolean done) {}

  /**
   * The steps.
   *
   * @param aside whether somebody put the list aside
   */
  public record StepList(List<FirstStep> steps, boolean aside) {}

  /** What is done and what is not. */
  public StepList list() {
    FirstStepsStore.Row row = store.find();
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
  @Transactional
  public void putAside(Actor actor) {
    actor.checkAdministrates();
    store.putAside();
    log.note(actor.id(), "company", COMPANY, "first steps", null, "put aside");
  }
}
