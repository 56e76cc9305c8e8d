package firmtally.server.sales.quote;

import firmtally.core.worksheet.Picks;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Versions;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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

/** Which quote leads, its revisions, what differs between two, and how one ends. */
@RestController
@RequestMapping("/api")
class RevisionController {
  private final RevisionService revisions;
  private final Idempotency once;

  RevisionController(RevisionService revisions, Idempotency once) {
    this.revisions = revisions;
    this.once = once;
  }

  /** The quote that an opportunity's value follows, and what its own lines are against it. */
  @GetMapping("/opportunities/{id}/lead")
  RevisionService.Lead lead(@PathVariable OpportunityId id, @SignedIn Actor actor) {
    return revisions.lead(id, actor);
  }

  /** Brings the opportunity's own lines into its lead quote, or into the next revision of it. */
  @PostMapping("/opportunities/{id}/lead")
  QuoteController.QuoteMade bringOver(
      @PathVariable OpportunityId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @SignedIn Actor actor) {
    return new QuoteController.QuoteMade(
        once.once(
            key,
            actor.id(),
            "bring-over",
            "opportunity " + id,
            DocumentId::new,
            () -> revisions.bringOver(id, actor)));
  }

  /** Makes it the quote that the opportunity's value follows. */
  @PostMapping("/quotes/{id}/lead")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void lead(@PathVariable DocumentId id, @SignedIn Actor actor) {
    revisions.lead(id, actor);
  }

  /** Makes the next revision under the same number; this one is superseded. */
  @PostMapping("/quotes/{id}/revisions")
  QuoteController.QuoteMade revise(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @SignedIn Actor actor) {
    return new QuoteController.QuoteMade(
        once.once(
            key,
            actor.id(),
            "revise-quote",
            "quote " + id,
            DocumentId::new,
            () -> revisions.revise(id, Versions.of(version), actor)));
  }

  /**
   * This quote against another of its opportunity, line by line.
   *
   * @param with the other one; 0 for the opportunity as it is now
   */
  @GetMapping("/quotes/{id}/compared")
  Comparison compared(
      @PathVariable DocumentId id,
      @RequestParam(defaultValue = "0") DocumentId with,
      @SignedIn Actor actor) {
    return revisions.compare(id, Optional.of(with).filter(other -> other.value() > 0), actor);
  }

  /** How or why, in a word. */
  record Said(String words) {}

  /**
   * How and by whom it was accepted.
   *
   * @param options the ids of the options that are taken
   * @param alternatives of each set the id of the line that is wanted
   */
  record SaidYes(
      String words, @MaybeNull List<String> options, @MaybeNull Map<String, String> alternatives) {
    Picks picks() {
      Map<String, String> wanted = new HashMap<>();
      if (alternatives != null) {
        alternatives.forEach((set, id) -> wanted.put(set, id == null ? "" : id));
      }
      return new Picks(new HashSet<>(Input.given(options)), wanted);
    }
  }

  /** The customer accepted it by other ways than the customer copy. */
  @PostMapping("/quotes/{id}/accepted")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void accept(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody SaidYes typed,
      @SignedIn Actor actor) {
    revisions.accept(id, Versions.of(version), typed.words(), typed.picks(), actor);
  }

  /** The customer declined it. */
  @PostMapping("/quotes/{id}/declined")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void decline(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody Said typed,
      @SignedIn Actor actor) {
    revisions.decline(id, Versions.of(version), typed.words(), actor);
  }

  /** It is taken back. */
  @PostMapping("/quotes/{id}/withdrawn")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void withdraw(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody Said typed,
      @SignedIn Actor actor) {
    revisions.withdraw(id, Versions.of(version), typed.words(), actor);
  }
}
