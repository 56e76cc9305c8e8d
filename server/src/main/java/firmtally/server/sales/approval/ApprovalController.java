package firmtally.server.sales.approval;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.ApprovalId;
import firmtally.server.platform.web.Idempotency;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
class ApprovalController {
  private final ApprovalService approvals;
  private final Idempotency once;

  ApprovalController(ApprovalService approvals, Idempotency once) {
    this.approvals = approvals;
    this.once = once;
  }

  /** An answer; a no says why. */
  record AnswerForm(boolean yes, String comment) {}

  /** Answers a sign-off that was asked for. */
  @PostMapping("/api/approvals/{id}/answer")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void answer(
      @PathVariable ApprovalId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody AnswerForm typed,
      @SignedIn Actor actor) {
    once.once(
        key,
        actor.id(),
        "answer-approval",
        "approval " + id,
        () -> approvals.answer(id, typed.yes(), typed.comment(), actor));
  }
}
