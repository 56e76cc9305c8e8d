package firmtally.server.access;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What is asked of everybody who signs in. */
@RestController
@RequestMapping("/api/company/sign-in")
class SignInPolicyController {
  private final SignInPolicy policy;

  SignInPolicyController(SignInPolicy policy) {
    this.policy = policy;
  }

  /**
   * The same, to be read and changed.
   *
   * @param shortestPassword in characters; it cannot be changed
   */
  record SignInRules(boolean secondFactorRequired, int shortestPassword) {}

  record SignInRulesForm(boolean secondFactorRequired) {}

  @GetMapping
  SignInRules get(@SignedIn Actor actor) {
    return new SignInRules(policy.wantsSecondFactor(), PasswordRules.SHORTEST);
  }

  /** Asks for a second factor of everybody, or leaves it to them. Administrators do. */
  @PutMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(@RequestBody SignInRulesForm typed, @SignedIn Actor actor) {
    policy.setWantsSecondFactor(typed.secondFactorRequired(), actor);
  }
}
