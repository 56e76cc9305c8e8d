package firmtally.server.followup;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.FollowUpRuleId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Versions;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Follow-up rules. */
@RestController
@RequestMapping("/api/follow-up-rules")
class FollowUpController {
  private final FollowUpService rules;
  private final Idempotency once;

  FollowUpController(FollowUpService rules, Idempotency once) {
    this.rules = rules;
    this.once = once;
  }

  /** A rule that was added. */
  record FollowUpAdded(FollowUpRuleId id) {}

  /** All rules. */
  record FollowUpRules(List<FollowUpService.FollowUpView> rules) {}

  /** The latest times that rules fired. */
  record FollowUpFirings(List<FollowUpStore.FollowUpFired> firings) {}

  @GetMapping
  FollowUpRules list(@SignedIn Actor actor) {
    return new FollowUpRules(rules.list(actor));
  }

  @GetMapping("/firings")
  FollowUpFirings firings(@SignedIn Actor actor) {
    return new FollowUpFirings(rules.firings(actor));
  }

  @PostMapping
  FollowUpAdded add(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody FollowUpService.FollowUpTyped typed,
      @SignedIn Actor actor) {
    return new FollowUpAdded(
        once.once(
            key,
            actor.id(),
            "add-follow-up-rule",
            "",
            FollowUpRuleId::new,
            () -> rules.add(typed, actor)));
  }

  /** What a rule would have done in the last month; nothing is kept. */
  @PostMapping("/trial")
  FollowUpService.FollowUpTrial trial(
      @RequestBody FollowUpService.FollowUpTyped typed, @SignedIn Actor actor) {
    return rules.tried(typed, actor);
  }

  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable FollowUpRuleId id,
      @RequestHeader("If-Match") String version,
      @RequestBody FollowUpService.FollowUpTyped typed,
      @SignedIn Actor actor) {
    rules.change(id, Versions.of(version), typed, actor);
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void end(@PathVariable FollowUpRuleId id, @SignedIn Actor actor) {
    rules.end(id, actor);
  }
}
