package firmtally.server.sales.sending;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.Versions;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Sends quotes, once and again. */
@RestController
@RequestMapping("/api/quotes/{id}")
class SendingController {
  private final SendingService sending;

  SendingController(SendingService sending) {
    this.sending = sending;
  }

  record Sent(DocumentId id) {}

  private static SendingService.MessageForm given(SendingService.MessageForm typed) {
    return typed == null ? SendingService.MessageForm.NOTHING : typed;
  }

  /** The email that it would leave with. */
  @GetMapping("/message")
  SendingService.Message message(@PathVariable DocumentId id, @SignedIn Actor actor) {
    return sending.message(id, actor);
  }

  @PostMapping("/send")
  Sent send(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody(required = false) SendingService.MessageForm typed,
      @SignedIn Actor actor) {
    return new Sent(sending.send(id, Versions.of(version), given(typed), key, actor));
  }

  @PostMapping("/sent-again")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void sendAgain(
      @PathVariable DocumentId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody(required = false) SendingService.MessageForm typed,
      @SignedIn Actor actor) {
    sending.sendAgain(id, given(typed), key, actor);
  }
}
