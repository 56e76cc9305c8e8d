package firmtally.server.customers.reassignment;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ReassignmentId;
import firmtally.server.platform.web.Idempotency;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/reassignments")
class ReassignmentController {
  private final ReassignmentService reassignments;
  private final Idempotency once;

  ReassignmentController(ReassignmentService reassignments, Idempotency once) {
    this.reassignments = reassignments;
    this.once = once;
  }

  record Reassigned(ReassignmentId id) {}

  @GetMapping
  List<ReassignmentService.ReassignmentView> list(@SignedIn Actor actor) {
    return reassignments.list(actor);
  }

  /** What somebody has to hand over. */
  @GetMapping("/book")
  List<ReassignmentService.BookAccount> book(@RequestParam PersonId owner, @SignedIn Actor actor) {
    return reassignments.book(owner, actor);
  }

  @PostMapping
  Reassigned reassign(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody ReassignmentService.ReassignmentForm typed,
      @SignedIn Actor actor) {
    return new Reassigned(
        once.once(
            key,
            actor.id(),
            "reassign-accounts",
            "",
            ReassignmentId::new,
            () -> reassignments.reassign(typed, actor)));
  }

  /** Gives everything back before the last day. */
  @PostMapping("/{id}/ended")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void end(@PathVariable ReassignmentId id, @SignedIn Actor actor) {
    reassignments.end(id, actor);
  }
}
