package firmtally.server.customers.reassignment;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/reassignments")
class ReassignmentController {
  private final ReassignmentService reassignments;

  ReassignmentController(ReassignmentService reassignments) {
    this.reassignments = reassignments;
  }

  record Reassigned(long id) {}

  @GetMapping
  List<ReassignmentService.ReassignmentView> list() {
    return reassignments.list();
  }

  @PostMapping
  Reassigned reassign(
      @RequestBody ReassignmentService.ReassignmentForm typed, @SignedIn Actor actor) {
    return new Reassigned(reassignments.reassign(typed, actor));
  }

  /** Gives everything back before the last day. */
  @PostMapping("/{id}/ended")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void end(@PathVariable long id, @SignedIn Actor actor) {
    reassignments.end(id, actor);
  }
}
