package firmtally.server.customers.enquiry;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.Versions;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/assignment")
class AssignmentController {
  private static final int DAYS = 90;
  private final AssignmentService assignment;
  private final Clock clock;

  AssignmentController(AssignmentService assignment, Clock clock) {
    this.assignment = assignment;
    this.clock = clock;
  }

  /** Rules that are not kept yet, and a sample to try them with. */
  record Trying(List<AssignmentService.Rule> rules, AssignmentService.Sample sample) {
    Trying {
      rules = Input.given(rules);
      sample = sample == null ? new AssignmentService.Sample(null, null, null, null) : sample;
    }
  }

  /** How it went with what was given between two days. */
  record Distribution(String from, String to, List<AssignmentService.Distributed> rows) {}

  /** The rules in order, and the version to send as If-Match when they are changed. */
  record Rules(List<AssignmentService.Rule> rules, long version) {}

  @GetMapping("/rules")
  Rules rules(@SignedIn Actor actor) {
    actor.checkManages();
    return new Rules(assignment.rules(), assignment.version());
  }

  @PutMapping("/rules")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keep(
      @RequestBody List<AssignmentService.Rule> rules,
      @RequestHeader("If-Match") String match,
      @SignedIn Actor actor) {
    assignment.keep(Input.given(rules), Versions.of(match), actor);
  }

  @PostMapping("/tried")
  AssignmentService.Tried tried(@RequestBody Trying typed, @SignedIn Actor actor) {
    actor.checkManages();
    return assignment.tried(Input.given(typed.rules()), typed.sample());
  }

  @GetMapping("/distribution")
  Distribution distribution(
      @RequestParam(defaultValue = "") String from,
      @RequestParam(defaultValue = "") String to,
      @SignedIn Actor actor) {
    actor.checkManages();
    LocalDate today = LocalDate.now(clock);
    String first = from.isBlank() ? today.minusDays(DAYS).toString() : from;
    String last = to.isBlank() ? today.toString() : to;
    return new Distribution(first, last, assignment.distribution(first, last));
  }
}
