package firmtally.server.customers.reassignment;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.PersonId;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** How somebody leaves. */
@RestController
@RequestMapping("/api/users/{id}")
class LeavingController {
  private final LeavingService leaving;

  LeavingController(LeavingService leaving) {
    this.leaving = leaving;
  }

  /** What somebody would leave behind. */
  @GetMapping("/work")
  LeavingService.Work work(@PathVariable PersonId id, @SignedIn Actor actor) {
    return leaving.work(id, actor);
  }

  /** Shuts somebody out, their sessions at once, and gives their work to a colleague. */
  @PostMapping("/deactivated")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void leave(
      @PathVariable PersonId id,
      @RequestBody LeavingService.LeavingForm typed,
      @SignedIn Actor actor) {
    leaving.leave(id, typed, actor);
  }
}
