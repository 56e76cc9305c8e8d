package firmtally.server.company.particulars;

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

/** What stands on the company's papers beside its name. */
@RestController
@RequestMapping("/api/company/particulars")
class ParticularsController {
  private final ParticularsService particulars;

  ParticularsController(ParticularsService particulars) {
    this.particulars = particulars;
  }

  @GetMapping
  Particulars get(@SignedIn Actor actor) {
    return particulars.get();
  }

  @PutMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @RequestHeader("If-Match") String version,
      @RequestBody ParticularsService.ParticularsForm typed,
      @SignedIn Actor actor) {
    particulars.change(Versions.of(version), typed, actor);
  }
}
