package firmtally.server.company.setup;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What a new company still needs to work with. */
@RestController
@RequestMapping("/api/company/first-steps")
class FirstStepsController {
  private final FirstStepsService steps;

  FirstStepsController(FirstStepsService steps) {
    this.steps = steps;
  }

  @GetMapping
  FirstStepsService.StepList list(@SignedIn Actor actor) {
    return steps.list();
  }

  /** Puts the list aside. */
  @PostMapping("/aside")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void putAside(@SignedIn Actor actor) {
    steps.putAside(actor);
  }
}
