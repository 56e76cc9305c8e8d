package firmtally.server.pipeline.opportunity;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.web.Idempotency;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
class BulkController {
  private final BulkService bulk;
  private final Idempotency once;

  BulkController(BulkService bulk, Idempotency once) {
    this.bulk = bulk;
    this.once = once;
  }

  /** One act on several that were chosen in a list: with all of them, or none. */
  @PostMapping("/api/opportunities/bulk")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void act(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody BulkService.BulkForm typed,
      @SignedIn Actor actor) {
    actor.checkSells();
    once.once(key, actor.id(), "bulk-act", "", () -> bulk.act(typed, actor));
  }
}
