package firmtally.server.platform.records;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.records.Finder.Hit;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Finds records for the palette, of those that somebody may read. */
@RestController
class SearchController {
  private final Finder finder;

  SearchController(Finder finder) {
    this.finder = finder;
  }

  /**
   * The records in which every word begins a word, the best first; by a phone number however it is
   * written, by an email address, and where nothing is found with one slip in a word.
   */
  @GetMapping("/api/find")
  List<Hit> find(@RequestParam(defaultValue = "") String q, @SignedIn Actor actor) {
    return finder.find(q.strip(), actor);
  }
}
