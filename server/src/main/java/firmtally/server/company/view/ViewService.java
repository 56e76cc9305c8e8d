package firmtally.server.company.view;

import firmtally.server.access.Actor;
import firmtally.server.access.UserService;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ViewId;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.Versioned;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The acts on kept views. */
@Service
public class ViewService {
  /** The screen of free tables. */
  public static final String TABLE = "table";

  private static final String LIST = "opportunities";
  private static final int LONGEST = 60;
  private static final int LONGEST_QUERY = 1000;
  private static final ViewId NONE = new ViewId(0);
  private final ViewStore store;
  private final UserService people;

  ViewService(ViewStore store, UserService people) {
    this.store = store;
    this.people = people;
  }

  /**
   * A kept view.
   *
   * @param query the narrowing, as it stands in the screen's address
   * @param sharedWith the team that sees it, blank for everybody; null for its owner alone
   * @param mine whether the person who asks kept it
   * @param pinned whether it is on their day sheet
   */
  public record SavedView(
      ViewId id,
      String name,
      String owner,
      @MaybeNull String sharedWith,
      boolean mine,
      boolean pinned,
      String query,
      long version)
      implements Versioned {}

  /**
   * A view as it is kept.
   *
   * @param screen of which it is: the list where it is left out; one that is kept stays with its
   *     own
   */
  record ViewForm(
      String name, @MaybeNull String sharedWith, String query, @MaybeNull String screen) {}

  /** The teams with which somebody may share: their own; of somebody without, any. */
  List<String> teams(Actor actor) {
    return actor.team() == null ? people.teams() : List.of(actor.team());
  }

  List<SavedView> list(String screen, Actor actor) {
    return store.list(screen, actor);
  }

  /** One that somebody sees, by its id. */
  public Optional<SavedView> seen(ViewId id, Actor actor) {
    return store.find(id, actor);
  }

  @Transactional
  public void keep(ViewForm typed, Actor actor) {
    store.insert(actor.id(), read(typed, actor, NONE));
  }

  private ViewForm read(ViewForm typed, Actor actor, ViewId except) {
    Input input = new Input();
    String name = input.text("name", typed.name(), LONGEST);
    String query = input.optionalText("query", typed.query(), LONGEST_QUERY);
    String screen = input.oneOf("screen", typed.screen(), Set.of(LIST, TABLE)).orElse(LIST);
    String team = typed.sharedWith();
    if (team != null && !team.isEmpty() && !teams(actor).contains(team)) {
      input.refuse("sharedWith", "Choose a team of yours, everybody, or nobody.");
    }
    if (store.isTaken(actor.id(), screen, name, except)) {
      input.refuse("name", "You have a view of this name. Choose another, or edit that one.");
    }
    input.check();
    return new ViewForm(name, team, query, screen);
  }

  @Transactional
  public void change(ViewId id, long version, ViewForm typed, Actor actor) {
    checkMine(id, actor);
    ViewForm kept = new ViewForm(typed.name(), typed.sharedWith(), typed.query(), store.screen(id));
    if (store.update(id, version, read(kept, actor, id)) == 0) {
      throw new Conflict(
          "You changed this view in another window in the meantime.", store.version(id));
    }
  }

  /** Deletes it, from all day sheets and schedules as well. */
  @Transactional
  public void drop(ViewId id, Actor actor) {
    checkMine(id, actor);
    store.delete(id);
  }

  /** Puts one that somebody sees on their day sheet, or takes it off. */
  @Transactional
  public void pin(ViewId id, boolean pinned, Actor actor) {
    if (store.find(id, actor).isEmpty()) {
      throw new NotThere("view", id);
    }
    store.pin(id, actor.id(), pinned);
  }

  private void checkMine(ViewId id, Actor actor) {
    PersonId owner = store.owner(id, actor).orElseThrow(() -> new NotThere("view", id));
    if (!owner.equals(actor.id())) {
      throw new NotAllowed("Only the person who saved this view may change or delete it.");
    }
  }
}
