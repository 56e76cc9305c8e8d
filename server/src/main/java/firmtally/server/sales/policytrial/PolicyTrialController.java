package firmtally.server.sales.policytrial;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.policy.PolicyForm;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Tries a policy before it is set. */
@RestController
class PolicyTrialController {
  private final PolicyTrialService trials;

  PolicyTrialController(PolicyTrialService trials) {
    this.trials = trials;
  }

  /** What a policy would have meant for the quotes of the last quarter; nothing is saved. */
  @PostMapping("/api/policies/trial")
  PolicyTrialService.TrialResult trial(@RequestBody PolicyForm typed, @SignedIn Actor actor) {
    return trials.trial(typed, actor);
  }
}
