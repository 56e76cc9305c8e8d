package firmtally.server.company.days;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.web.Versions;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The days and months that the work goes by. */
@RestController
@RequestMapping("/api/company/days")
class WorkingDaysController {
  private final WorkingDaysService days;

  WorkingDaysController(WorkingDaysService days) {
    this.days = days;
  }

  @GetMapping
  WorkingDays get(@SignedIn Actor actor) {
    return days.get();
  }

  @PutMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @RequestHeader("If-Match") String version,
      @RequestBody WorkingDaysService.WorkingDaysForm typed,
      @SignedIn Actor actor) {
    days.change(Versions.of(version), typed, actor);
  }
}
