package firmtally.server.reporting.schedule;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.ScheduleId;
import firmtally.server.platform.ids.ViewId;
import firmtally.server.platform.web.Idempotency;
import java.time.LocalDate;
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

/** Which tables somebody has sent to them. */
@RestController
@RequestMapping("/api/schedules")
class ScheduleController {
  private final ScheduleService schedules;
  private final Idempotency once;

  ScheduleController(ScheduleService schedules, Idempotency once) {
    this.schedules = schedules;
    this.once = once;
  }

  /** A table that is sent every day, week or month, and when next. */
  record ScheduleView(ScheduleId id, ViewId viewId, String name, String every, LocalDate nextOn) {}

  record ScheduleForm(ViewId viewId, String every) {}

  record ScheduleMade(ScheduleId id) {}

  /** One's own. */
  @GetMapping
  List<ScheduleView> list(@SignedIn Actor actor) {
    return schedules.of(actor).stream()
        .map(s -> new ScheduleView(s.id(), s.viewId(), s.name(), s.every(), s.nextOn()))
        .toList();
  }

  @PostMapping
  ScheduleMade set(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody ScheduleForm typed,
      @SignedIn Actor actor) {
    return new ScheduleMade(
        once.once(
            key,
            actor.id(),
            "schedule",
            "view " + typed.viewId(),
            ScheduleId::new,
            () -> schedules.set(typed.viewId(), typed.every(), actor)));
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void drop(@PathVariable ScheduleId id, @SignedIn Actor actor) {
    schedules.drop(id, actor);
  }
}
