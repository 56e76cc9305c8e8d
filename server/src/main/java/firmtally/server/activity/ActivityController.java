package firmtally.server.activity;

import firmtally.server.people.Actor;
import firmtally.server.people.SignedIn;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
class ActivityController {
  private final ActivityService activities;

  ActivityController(ActivityService activities) {
    this.activities = activities;
  }

  record Outcome(String outcome) {}

  @PostMapping("/api/activities/{id}/done")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void done(@PathVariable long id, @RequestBody Outcome typed, @SignedIn Actor actor) {
    activities.done(id, typed.outcome(), actor);
  }
}
