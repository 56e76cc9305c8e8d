package firmtally.server.sales.quote;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.MaybeNull;
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

/** In answer to a sign-off that is asked for: the discount that would do. */
@RestController
@RequestMapping("/api")
class CounterController {
  private final CounterService counters;
  private final Idempotency once;

  CounterController(CounterService counters, Idempotency once) {
    this.counters = counters;
    this.once = once;
  }

  /** What it would be with at most so much off any row, in all. */
  @GetMapping("/quotes/{id}/counter")
  Comparison counter(
      @PathVariable DocumentId id, @RequestParam String percent, @SignedIn Actor actor) {
    return counters.preview(id, percent, actor);
  }

  record CounterForm(String percent, @MaybeNull String comment) {}

  /** Names the discount that would do, in answer to the sign-off that is asked for. */
  @PostMapping("/quotes/{id}/counter")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void offer(
      @PathVariable DocumentId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody CounterForm typed,
      @SignedIn Actor actor) {
    once.once(
        key,
        actor.id(),
        "counter-offer",
        "quote " + id,
        () -> counters.offer(id, typed.percent(), typed.comment(), actor));
  }

  /** Takes the discount that was named. */
  @PostMapping("/quotes/{id}/counter/taken")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void take(
      @PathVariable DocumentId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @SignedIn Actor actor) {
    once.once(key, actor.id(), "take-counter-offer", "quote " + id, () -> counters.take(id, actor));
  }
}
