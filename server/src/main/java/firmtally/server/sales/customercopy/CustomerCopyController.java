package firmtally.server.sales.customercopy;

import firmtally.server.access.Actor;
import firmtally.server.access.Guesses;
import firmtally.server.access.Open;
import firmtally.server.access.Token;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.NotThere;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The doors of the customer copy: whoever has the link sees the quote and answers it. */
@RestController
@RequestMapping("/api/copy/{token}")
class CustomerCopyController {
  private static final String WHY = "Whoever has the secret link sees this one quote’s paper.";
  private static final int PICKS = 120;
  private static final int ANSWERS = 10;
  private final CustomerCopyService copies;
  private final Guesses guesses;
  private final Idempotency once;

  CustomerCopyController(CustomerCopyService copies, Guesses guesses, Idempotency once) {
    this.copies = copies;
    this.guesses = guesses;
    this.once = once;
  }

  private DocumentId quote(String token, HttpServletRequest request) {
    return guesses
        .guess(request.getRemoteAddr(), () -> copies.find(new Token(token)))
        .orElseThrow(() -> new NotThere("quote behind", "this link"));
  }

  @Open(WHY)
  @GetMapping
  CopyView open(@PathVariable String token, HttpServletRequest request) {
    return copies.open(new Token(token), quote(token, request));
  }

  /** What it comes to with something picked; nothing is kept. */
  @Open(WHY)
  @PostMapping("/picks")
  @BodyLimit(kib = 64, seconds = 5, perMinute = PICKS)
  CopyView picks(
      @PathVariable String token,
      @RequestBody CustomerCopyService.PickForm typed,
      HttpServletRequest request) {
    return copies.picked(quote(token, request), typed);
  }

  @Open(WHY)
  @PostMapping("/accepted")
  @BodyLimit(kib = 64, seconds = 5, perMinute = ANSWERS)
  CopyView accept(
      @PathVariable String token,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody CustomerCopyService.AcceptForm typed,
      HttpServletRequest request) {
    DocumentId id = quote(token, request);
    return answer(key, "accept-copy", id, () -> copies.accept(id, typed, request.getRemoteAddr()));
  }

  @Open(WHY)
  @PostMapping("/declined")
  @BodyLimit(kib = 64, seconds = 5, perMinute = ANSWERS)
  CopyView decline(
      @PathVariable String token,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody CustomerCopyService.SayForm typed,
      HttpServletRequest request) {
    DocumentId id = quote(token, request);
    return answer(
        key, "decline-copy", id, () -> copies.decline(id, typed, request.getRemoteAddr()));
  }

  @Open(WHY)
  @PostMapping("/questions")
  @BodyLimit(kib = 64, seconds = 5, perMinute = ANSWERS)
  CopyView ask(
      @PathVariable String token,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody CustomerCopyService.SayForm typed,
      HttpServletRequest request) {
    DocumentId id = quote(token, request);
    return answer(key, "ask-copy", id, () -> copies.ask(id, typed, request.getRemoteAddr()));
  }

  private CopyView answer(String key, String act, DocumentId id, Runnable doing) {
    once.once(key, Actor.SYSTEM.id(), act, "quote " + id, doing);
    return copies.picked(id, null);
  }

  @Open(WHY)
  @GetMapping(path = "/quote.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> pdf(@PathVariable String token, HttpServletRequest request) {
    return copies
        .pdf(quote(token, request))
        .map(pdf -> Download.pdf("quote", pdf))
        .orElseThrow(() -> new NotThere("quote behind", "this link"));
  }

  /** An enclosure by its place, always as a file to be saved. */
  @Open(WHY)
  @GetMapping("/files/{at}")
  ResponseEntity<byte[]> file(
      @PathVariable String token, @PathVariable int at, HttpServletRequest request) {
    return copies
        .file(quote(token, request), at)
        .map(file -> Download.of(file.bytes(), file.name(), file.type()))
        .orElseThrow(() -> new NotThere("file behind", "this link"));
  }

  /** The picture of the product at a position; it stays in the customer's own browser a while. */
  @Open(WHY)
  @GetMapping("/pictures/{at}")
  ResponseEntity<byte[]> picture(
      @PathVariable String token, @PathVariable String at, HttpServletRequest request) {
    return copies
        .picture(quote(token, request), at)
        .map(
            picture ->
                ResponseEntity.ok()
                    .contentType(MediaType.parseMediaType(picture.type()))
                    .cacheControl(CacheControl.maxAge(Duration.ofHours(1)).cachePrivate())
                    .body(picture.bytes()))
        .orElseThrow(() -> new NotThere("picture behind", "this link"));
  }
}
