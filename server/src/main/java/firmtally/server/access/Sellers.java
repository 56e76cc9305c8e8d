package firmtally.server.access;

import firmtally.server.platform.web.Input;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * Whom a file names as an owner, by name or email address: oneself where it names nobody, and
 * somebody else only where one manages them.
 */
public final class Sellers {
  private static final String AT = "owner";
  private final Map<String, Actor> byWord = new HashMap<>();
  private final Actor actor;

  /** For a file that somebody imports. */
  Sellers(Iterable<UserStore.UserRow> people, Actor actor) {
    this.actor = actor;
    for (UserStore.UserRow row : people) {
      if (row.isActive() && row.actor().roles().sells()) {
        byWord.put(word(row.name()), row.actor());
        byWord.put(word(row.email()), row.actor());
      }
    }
  }

  private static String word(String typed) {
    return typed.strip().toLowerCase(Locale.ROOT);
  }

  /** Who is named; else the input says at {@code owner} why nobody is. */
  public Optional<Actor> owner(Input input, String typed) {
    if (typed.isBlank()) {
      return Optional.of(actor);
    }
    Optional<Actor> owner = Optional.ofNullable(byWord.get(word(typed)));
    if (owner.isEmpty()) {
      input.refuse(AT, "No active user who sells has this name or email.");
    } else if (!owner.get().id().equals(actor.id()) && !actor.manages(owner.get().team())) {
      input.refuse(AT, "Only a manager can import for " + owner.get().name() + ".");
    }
    return owner;
  }
}
