package firmtally.server.access.absence;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.AbsenceId;
import firmtally.server.platform.web.Idempotency;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One's own absences, and whom one stands in for. */
@RestController
@RequestMapping("/api/absences")
class AbsenceController {
  private final AbsenceService absences;
  private final Idempotency once;

  AbsenceController(AbsenceService absences, Idempotency once) {
    this.absences = absences;
    this.once = once;
  }

  record AbsenceAdded(AbsenceId id) {}

  @GetMapping
  List<AbsenceService.Absence> list(@SignedIn Actor actor) {
    return absences.of(actor);
  }

  @PostMapping
  AbsenceAdded add(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody AbsenceService.AbsenceForm typed,
      @SignedIn Actor actor) {
    return new AbsenceAdded(
        once.once(
            key, actor.id(), "add-absence", "", AbsenceId::new, () -> absences.add(typed, actor)));
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void end(@PathVariable AbsenceId id, @SignedIn Actor actor) {
    absences.end(id, actor);
  }
}
