package firmtally.server.pipeline.activity;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.web.Versions;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/activities/{id}")
class ActivityController {
  private final ActivityService activities;

  ActivityController(ActivityService activities) {
    this.activities = activities;
  }

  @PostMapping("/done")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void done(
      @PathVariable ActivityId id,
      @RequestBody ActivityService.DoneForm typed,
      @SignedIn Actor actor) {
    activities.done(id, typed, actor);
  }

  @PostMapping("/undone")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void undone(@PathVariable ActivityId id, @SignedIn Actor actor) {
    activities.undone(id, actor);
  }

  @PutMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable ActivityId id,
      @RequestHeader("If-Match") String version,
      @RequestBody ActivityService.ActivityForm typed,
      @SignedIn Actor actor) {
    activities.change(id, Versions.of(version), typed, actor);
  }
}
