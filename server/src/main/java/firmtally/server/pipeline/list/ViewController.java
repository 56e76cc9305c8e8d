package firmtally.server.pipeline.list;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ViewId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotThere;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Lists as people kept them: filters, grouping and order under a name. */
@RestController
@RequestMapping("/api/views")
class ViewController {
  private final Views views;
  private final Idempotency once;

  ViewController(Views views, Idempotency once) {
    this.views = views;
    this.once = once;
  }

  /**
   * A kept view.
   *
   * @param query the narrowing, as it stands in the screen's address
   * @param mine whether the person who asks kept it
   */
  record SavedView(
      ViewId id, String name, String owner, boolean shared, boolean mine, String query) {}

  /** A view as it is kept; keeping one under a name that is taken replaces it. */
  record ViewForm(String name, boolean shared, String query) {}

  @GetMapping
  List<SavedView> list(@SignedIn Actor actor) {
    return views.list(actor);
  }

  @PostMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keep(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody ViewForm typed,
      @SignedIn Actor actor) {
    once.once(key, actor.id(), "add-view", "", () -> views.keep(typed, actor));
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void drop(@PathVariable ViewId id, @SignedIn Actor actor) {
    views.drop(id, actor);
  }

  /** The acts on kept views. */
  @Service
  static class Views {
    private static final int LONGEST = 60;
    private static final int LONGEST_QUERY = 1000;
    private final ViewStore store;

    Views(ViewStore store) {
      this.store = store;
    }

    List<SavedView> list(Actor actor) {
      return store.list(actor);
    }

    @Transactional
    public void keep(ViewForm typed, Actor actor) {
      Input input = new Input();
      String name = input.text("name", typed.name(), LONGEST);
      String query = input.optionalText("query", typed.query(), LONGEST_QUERY);
      input.check();
      store.put(actor.id(), name, typed.shared(), query);
    }

    @Transactional
    public void drop(ViewId id, Actor actor) {
      PersonId owner = store.owner(id).orElseThrow(() -> new NotThere("view", id));
      if (!owner.equals(actor.id())) {
        throw new NotAllowed("Only the person who saved this view may delete it.");
      }
      store.delete(id);
    }
  }
}
