package firmtally.server.pipeline.list;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.access.UserService;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ViewId;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.Versioned;
import firmtally.server.platform.web.Versions;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
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
   * @param sharedWith the team that sees it, blank for everybody; null for its owner alone
   * @param mine whether the person who asks kept it
   */
  record SavedView(
      ViewId id,
      String name,
      String owner,
      @MaybeNull String sharedWith,
      boolean mine,
      String query,
      long version)
      implements Versioned {}

  /** A view as it is kept. */
  record ViewForm(String name, @MaybeNull String sharedWith, String query) {}

  /** What views there are, and the teams with which one may be shared. */
  record SavedViews(List<SavedView> views, List<String> teams) {}

  @GetMapping
  SavedViews list(@SignedIn Actor actor) {
    return new SavedViews(views.list(actor), views.teams(actor));
  }

  @PostMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keep(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody ViewForm typed,
      @SignedIn Actor actor) {
    once.once(key, actor.id(), "add-view", "", () -> views.keep(typed, actor));
  }

  /** Renames it, shares it otherwise, or keeps what is shown now in its place. */
  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable ViewId id,
      @RequestHeader("If-Match") String version,
      @RequestBody ViewForm typed,
      @SignedIn Actor actor) {
    views.change(id, Versions.of(version), typed, actor);
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
    private static final ViewId NONE = new ViewId(0);
    private final ViewStore store;
    private final UserService people;

    Views(ViewStore store, UserService people) {
      this.store = store;
      this.people = people;
    }

    /** The teams with which somebody may share: their own; of somebody without, any. */
    List<String> teams(Actor actor) {
      return actor.team() == null ? people.teams() : List.of(actor.team());
    }

    List<SavedView> list(Actor actor) {
      return store.list(actor);
    }

    @Transactional
    public void keep(ViewForm typed, Actor actor) {
      store.insert(actor.id(), read(typed, actor, NONE));
    }

    private ViewForm read(ViewForm typed, Actor actor, ViewId except) {
      Input input = new Input();
      String name = input.text("name", typed.name(), LONGEST);
      String query = input.optionalText("query", typed.query(), LONGEST_QUERY);
      String team = typed.sharedWith();
      if (team != null && !team.isEmpty() && !teams(actor).contains(team)) {
        input.refuse("sharedWith", "Choose a team of yours, everybody, or nobody.");
      }
      if (store.isTaken(actor.id(), name, except)) {
        input.refuse("name", "You have a view of this name. Choose another, or edit that one.");
      }
      input.check();
      return new ViewForm(name, team, query);
    }

    @Transactional
    public void change(ViewId id, long version, ViewForm typed, Actor actor) {
      checkMine(id, actor);
      if (store.update(id, version, read(typed, actor, id)) == 0) {
        throw new Conflict(
            "You changed this view in another window in the meantime.", store.version(id));
      }
    }

    @Transactional
    public void drop(ViewId id, Actor actor) {
      checkMine(id, actor);
      store.delete(id);
    }

    private void checkMine(ViewId id, Actor actor) {
      PersonId owner = store.owner(id, actor).orElseThrow(() -> new NotThere("view", id));
      if (!owner.equals(actor.id())) {
        throw new NotAllowed("Only the person who saved this view may change or delete it.");
      }
    }
  }
}
