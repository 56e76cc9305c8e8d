package firmtally.server.company.particulars;

import firmtally.server.access.Actor;
import firmtally.server.access.Open;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.Versions;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
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

  /** The picture that stands on papers and customer pages. */
  @Open("It stands on customers' pages; it tells nothing of anybody.")
  @GetMapping("/logo")
  ResponseEntity<byte[]> logo() {
    Particulars now = particulars.get();
    byte[] picture = particulars.logo().orElseThrow(() -> new NotThere("logo", "of the company"));
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(now.logoType()))
        .cacheControl(CacheControl.noCache())
        .body(picture);
  }

  /** Sets it: a PNG or JPEG of at most 500 kB; an empty body takes it away. */
  @PutMapping(path = "/logo", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @BodyLimit(kib = 500, seconds = 30)
  void setLogo(@RequestBody(required = false) byte[] picture, @SignedIn Actor actor) {
    particulars.setLogo(picture == null ? new byte[0] : picture, actor);
  }
}
