package firmtally.server.customers.email;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.IncomingEmailId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Idempotency;
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

/** Emails written from a record. */
@RestController
@RequestMapping("/api/records/{kind}/{id}/emails")
class RecordEmailController {
  private final RecordEmails emails;
  private final Idempotency once;

  RecordEmailController(RecordEmails emails, Idempotency once) {
    this.emails = emails;
    this.once = once;
  }

  /** What an email from here begins as. */
  @GetMapping("/draft")
  RecordEmails.EmailDraft draft(
      @PathVariable String kind,
      @PathVariable RecordId id,
      @RequestParam(defaultValue = "0") IncomingEmailId answers,
      @SignedIn Actor actor) {
    return emails.draft(kind, id, answers, actor);
  }

  @PostMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void send(
      @PathVariable String kind,
      @PathVariable RecordId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody RecordEmails.EmailForm typed,
      @SignedIn Actor actor) {
    once.once(
        key, actor.id(), "write-email", kind + " " + id, () -> emails.send(kind, id, typed, actor));
  }
}
