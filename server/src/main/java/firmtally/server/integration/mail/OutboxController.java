package firmtally.server.integration.mail;

import firmtally.formats.mail.Eml;
import java.util.List;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/outbox")
class OutboxController {
  private final Outbox outbox;

  OutboxController(Outbox outbox) {
    this.outbox = outbox;
  }

  @GetMapping
  List<Outbox.MailRow> list() {
    return outbox.list();
  }

  @GetMapping("/{id}")
  Eml.Readable read(@PathVariable long id) {
    return Eml.read(outbox.eml(id));
  }

  @GetMapping(path = "/{id}/mail.eml", produces = "message/rfc822")
  ResponseEntity<byte[]> eml(@PathVariable long id) {
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType("message/rfc822"))
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"email-" + id + ".eml\"")
        .body(outbox.eml(id));
  }
}
