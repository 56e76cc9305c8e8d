package firmtally.server.access;

import java.util.Optional;

/** Knows the programs that come in by a token of theirs. */
public interface Programs {
  /**
   * Who comes with a token, and what they may.
   *
   * @param actor the user as whom it acts
   * @param mayWrite whether it may change anything
   */
  record Came(Actor actor, boolean mayWrite) {}

  /** Who comes with a secret; empty where it is none, is over, or its user is. */
  Optional<Came> come(String secret);
}
