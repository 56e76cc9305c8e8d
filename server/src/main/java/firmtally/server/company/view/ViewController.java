package firmtally.server.company.view;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.ViewId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Versions;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
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

/** Lists and tables as people kept them: filters, grouping and order under a name. */
@RestController
@RequestMapping("/api/views")
class ViewController {
  private final ViewService views;
  private final Idempotency once;

  ViewController(ViewService views, Idempotency once) {
    this.views = views;
    this.once = once;
  }

  /** What views there are, and the teams with which one may be shared. */
  record SavedViews(List<ViewService.SavedView> views, List<String> teams) {}

  /** Those of a screen: the list of opportunities, or the free table. */
  @GetMapping
  SavedViews list(
      @RequestParam(defaultValue = "opportunities") String screen, @SignedIn Actor actor) {
    return new SavedViews(views.list(screen, actor), views.teams(actor));
  }

  @PostMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keep(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody ViewService.ViewForm typed,
      @SignedIn Actor actor) {
    once.once(key, actor.id(), "add-view", "", () -> views.keep(typed, actor));
  }

  /** Renames it, shares it otherwise, or keeps what is shown now in its place. */
  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable ViewId id,
      @RequestHeader("If-Match") String version,
      @RequestBody ViewService.ViewForm typed,
      @SignedIn Actor actor) {
    views.change(id, Versions.of(version), typed, actor);
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void drop(@PathVariable ViewId id, @SignedIn Actor actor) {
    views.drop(id, actor);
  }

  /** Puts it on one's day sheet, or takes it off. */
  @PutMapping("/{id}/pin")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void pin(@PathVariable ViewId id, @RequestBody Pin pin, @SignedIn Actor actor) {
    views.pin(id, pin.pinned(), actor);
  }

  record Pin(boolean pinned) {}
}
