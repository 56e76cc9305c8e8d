package firmtally.server.sales.customercopy;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.DocumentId;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The customer copy of a quote, as the rep sees it: its links, and what came of them. */
@RestController
@RequestMapping("/api/quotes/{id}/copies")
class CopyLinkController {
  private final CopyLinks links;
  private final CustomerCopyService copies;

  CopyLinkController(CopyLinks links, CustomerCopyService copies) {
    this.links = links;
    this.copies = copies;
  }

  /** A link, told this once: only its hash is kept. */
  record LinkMade(String url) {}

  @GetMapping
  CopyLinks.Copies list(@PathVariable DocumentId id, @SignedIn Actor actor) {
    return links.of(id, actor);
  }

  /** What the customer will see, or sees. */
  @GetMapping("/preview")
  CopyView preview(@PathVariable DocumentId id, @SignedIn Actor actor) {
    return copies.preview(id, actor);
  }

  /** Makes a link; two are no harm, so that it takes no key. */
  @PostMapping
  LinkMade make(@PathVariable DocumentId id, @SignedIn Actor actor) {
    return new LinkMade(links.another(id, actor));
  }

  @DeleteMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void end(@PathVariable DocumentId id, @SignedIn Actor actor) {
    links.end(id, actor);
  }
}
