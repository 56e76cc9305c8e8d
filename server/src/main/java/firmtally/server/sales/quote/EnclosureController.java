package firmtally.server.sales.quote;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.FileId;
import firmtally.server.platform.web.Versions;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The files that leave with a quote. */
@RestController
@RequestMapping("/api/quotes/{id}/enclosures")
class EnclosureController {
  private final Enclosures enclosures;

  EnclosureController(Enclosures enclosures) {
    this.enclosures = enclosures;
  }

  record EnclosedFiles(List<FileId> files) {}

  @GetMapping
  List<Enclosures.Offered> offered(@PathVariable DocumentId id, @SignedIn Actor actor) {
    return enclosures.offered(id, actor);
  }

  @PutMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void enclose(
      @PathVariable DocumentId id,
      @RequestHeader("If-Match") String version,
      @RequestBody EnclosedFiles chosen,
      @SignedIn Actor actor) {
    enclosures.enclose(id, Versions.of(version), chosen.files(), actor);
  }
}
