package firmtally.server.customers.email;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.web.Idempotency;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Invitations to a meeting that is planned. */
@RestController
@RequestMapping("/api/activities/{id}/invitation")
class InvitationController {
  private final MeetingInvitations invitations;
  private final Idempotency once;

  InvitationController(MeetingInvitations invitations, Idempotency once) {
    this.invitations = invitations;
    this.once = once;
  }

  @GetMapping
  MeetingInvitations.InvitationView invitation(@PathVariable ActivityId id, @SignedIn Actor actor) {
    return invitations.view(id, actor);
  }

  @PostMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void invite(
      @PathVariable ActivityId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody MeetingInvitations.InvitationForm typed,
      @SignedIn Actor actor) {
    once.once(
        key, actor.id(), "invite", "activity " + id, () -> invitations.invite(id, typed, actor));
  }

  @PostMapping("/cancelled")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void cancelInvitation(@PathVariable ActivityId id, @SignedIn Actor actor) {
    invitations.cancel(id, actor);
  }
}
