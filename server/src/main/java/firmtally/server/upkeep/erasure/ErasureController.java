package firmtally.server.upkeep.erasure;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Versions;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What is known of private persons, and how it is erased. */
@RestController
@RequestMapping("/api/personal-data")
class ErasureController {
  private final ErasureService erasure;

  ErasureController(ErasureService erasure) {
    this.erasure = erasure;
  }

  /** Persons by a name, an email address or a number. */
  @GetMapping
  List<ErasureService.Candidate> find(
      @RequestParam(defaultValue = "") String q, @SignedIn Actor actor) {
    return erasure.find(q, actor);
  }

  @GetMapping("/retention")
  ErasureService.Retention retention(@SignedIn Actor actor) {
    return erasure.retention(actor);
  }

  @PutMapping("/retention")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setRetention(
      @RequestHeader("If-Match") String version,
      @RequestBody ErasureService.RetentionForm typed,
      @SignedIn Actor actor) {
    erasure.setRetention(typed, Versions.of(version), actor);
  }

  /** What an erasure would do. */
  @GetMapping("/{of}/{id}")
  ErasureService.ErasureView tried(
      @PathVariable String of, @PathVariable RecordId id, @SignedIn Actor actor) {
    return erasure.tried(of, id, actor);
  }

  /** Erases what is known of somebody, for good. */
  @PostMapping("/{of}/{id}/erased")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void erase(@PathVariable String of, @PathVariable RecordId id, @SignedIn Actor actor) {
    erasure.erase(of, id, actor);
  }
}
