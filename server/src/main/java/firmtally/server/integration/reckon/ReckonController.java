package firmtally.server.integration.reckon;

import firmtally.formats.reckon.Reckon;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.web.TooMany;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/**
 * Answers documents of the reckoning. It reads and keeps nothing of the company's: whoever is
 * signed in may ask, and no key is needed to ask again.
 */
@RestController
class ReckonController {
  /** Two at once, so that the screens keep a processor. */
  private static final int AT_ONCE = 2;

  private static final Duration PATIENCE = Duration.ofSeconds(10);

  /** An answer longer than this has more figures than anybody reads the workings of. */
  private static final int MOST_EXPLAINED = 512 * 1024;

  private final Semaphore room = new Semaphore(AT_ONCE, true);

  @PostMapping(
      path = "/api/reckon",
      consumes = MediaType.APPLICATION_JSON_VALUE,
      produces = MediaType.APPLICATION_JSON_VALUE)
  @BodyLimit(kib = 4096, seconds = 30, perMinute = 120)
  ResponseEntity<byte[]> reckon(
      @RequestBody byte[] document,
      @RequestParam(defaultValue = "false") boolean workings,
      @SignedIn Actor actor)
      throws InterruptedException {
    if (!room.tryAcquire(PATIENCE.toMillis(), TimeUnit.MILLISECONDS)) {
      throw new TooMany(PATIENCE);
    }
    try {
      return answer(document, workings);
    } finally {
      room.release();
    }
  }

  private static ResponseEntity<byte[]> answer(byte[] document, boolean workings) {
    Reckon.Answer answer = Reckon.answer(document);
    if (workings && answer.good()) {
      if (answer.line().length() > MOST_EXPLAINED) {
        answer =
            Reckon.unreadable(
                "the answer is too long to be explained over HTTP; ask without workings, or ./tally reckon --workings");
      } else {
        answer = Reckon.answer(document, true);
      }
    }
    return ResponseEntity.status(answer.good() ? HttpStatus.OK : HttpStatus.UNPROCESSABLE_CONTENT)
        .contentType(MediaType.APPLICATION_JSON)
        .body(answer.line().getBytes(StandardCharsets.UTF_8));
  }
}
