package firmtally.server.integration.mail;

import firmtally.formats.mail.Eml;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.MailId;
import firmtally.server.platform.web.Paged;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Emails that left, for who sees the records that they belong to. */
@RestController
@RequestMapping("/api/outbox")
class OutboxController {
  private static final int PAGE = 100;
  private final EmailQueue emails;

  OutboxController(EmailQueue emails) {
    this.emails = emails;
  }

  record Mode(boolean leaves) {}

  @GetMapping
  Paged<EmailQueue.EmailRow> list(
      @RequestParam(defaultValue = "") String after, @SignedIn Actor actor) {
    return Paged.of(
        emails.list(actor, Paged.below(after), PAGE + 1), PAGE, EmailQueue.EmailRow::id);
  }

  /** Whether emails leave this machine; where no mail server is named they are kept here. */
  @GetMapping("/mode")
  Mode mode(@SignedIn Actor actor) {
    return new Mode(emails.leaves());
  }

  @GetMapping("/{id}")
  Eml.Readable read(@PathVariable MailId id, @SignedIn Actor actor) {
    return emails.read(id, actor);
  }

  @GetMapping(path = "/{id}/mail.eml", produces = "message/rfc822")
  ResponseEntity<byte[]> eml(@PathVariable MailId id, @SignedIn Actor actor) {
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType("message/rfc822"))
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"email-" + id + ".eml\"")
        .body(emails.eml(id, actor));
  }
}
