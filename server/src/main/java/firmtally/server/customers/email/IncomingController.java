package firmtally.server.customers.email;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.ids.IncomingEmailId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Paged;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Emails that came from outside. */
@RestController
class IncomingController {
  private static final int PAGE = 100;
  private static final int LARGEST_KIB = 25 * 1024;
  private final IncomingEmails emails;
  private final Idempotency once;

  IncomingController(IncomingEmails emails, Idempotency once) {
    this.emails = emails;
    this.once = once;
  }

  /** The record that an email belongs to. */
  record EmailRecord(String kind, RecordId id) {}

  /** The email that was taken. */
  record KeptEmail(IncomingEmailId id) {}

  /** How many were taken over. */
  record TakenEmails(int taken) {}

  @GetMapping("/api/inbox")
  Paged<IncomingEmails.ReceivedRow> received(
      @RequestParam(defaultValue = "") String after,
      @RequestParam(defaultValue = "false") boolean loose,
      @SignedIn Actor actor) {
    return Paged.of(
        emails.list(loose, actor, Paged.below(after), PAGE + 1),
        PAGE,
        IncomingEmails.ReceivedRow::id);
  }

  @GetMapping("/api/inbox/{received}")
  IncomingEmails.ReceivedView readReceived(
      @PathVariable IncomingEmailId received, @SignedIn Actor actor) {
    return emails.view(received, actor);
  }

  @GetMapping("/api/inbox/{received}/mail.eml")
  ResponseEntity<byte[]> receivedEml(
      @PathVariable IncomingEmailId received, @SignedIn Actor actor) {
    return Download.of(emails.eml(received, actor), "email-" + received + ".eml", "message/rfc822");
  }

  /** Puts one that found no record to one. */
  @PostMapping("/api/inbox/{received}/record")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void assignReceived(
      @PathVariable IncomingEmailId received, @RequestBody EmailRecord to, @SignedIn Actor actor) {
    emails.assign(received, to.kind(), to.id(), actor);
  }

  /** Looks into the folder of incoming mail at once; it is looked into every few minutes anyway. */
  @PostMapping("/api/inbox/taken")
  TakenEmails takeWaiting(@SignedIn Actor actor) {
    return new TakenEmails(emails.takeWaiting());
  }

  /** Takes an EML file that was dropped on a record. */
  @PostMapping(
      path = "/api/records/{kind}/{id}/received",
      consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @BodyLimit(kib = LARGEST_KIB, seconds = 120)
  KeptEmail dropEmail(
      @PathVariable String kind,
      @PathVariable RecordId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody(required = false) byte[] bytes,
      @SignedIn Actor actor) {
    return new KeptEmail(
        once.once(
            key,
            actor.id(),
            "drop-email",
            kind + " " + id,
            IncomingEmailId::new,
            () -> emails.drop(kind, id, bytes, actor)));
  }
}
