package firmtally.server.sales.document;

import firmtally.server.platform.web.NotPossible;
import java.util.Set;

/** A state of a document of some kind, and which states may follow it. */
public interface DocumentState {
  /** As it is stored and shown. */
  String word();

  /** The states that may follow this one. */
  Set<? extends DocumentState> next();

  /**
   * Refuses a change of state that is not in the table.
   *
   * @throws NotPossible saying how it stands
   */
  default void checkMayBecome(DocumentState other, String what) {
    if (!next().contains(other)) {
      throw new NotPossible(
          "This " + what + " is " + word() + "; it cannot become " + other.word() + ".");
    }
  }
}
