package firmtally.server.platform.records;

import firmtally.core.money.Texts;
import firmtally.server.platform.web.NotPossible;
import java.util.Set;

/**
 * How a record of some kind stands, and which states may follow: an enum whose {@link #next} is the
 * table of its transitions.
 */
public interface State {
  /** The name of the constant. */
  String name();

  /** The states that may follow this one. */
  Set<? extends State> next();

  /** As it is stored and as the API names it: {@code ON_HOLD} is {@code on-hold}. */
  default String word() {
    return Texts.word((Enum<?>) this);
  }

  /** As people say it: {@code ON_HOLD} is "on hold". */
  default String inWords() {
    return word().replace('-', ' ');
  }

  /** Whether another state may follow this one. */
  default boolean mayBecome(State other) {
    return next().contains(other);
  }

  /**
   * Refuses a change of state that is not in the table.
   *
   * @param what the kind of record, in words
   * @throws NotPossible saying how it stands
   */
  default void checkMayBecome(State other, String what) {
    if (!mayBecome(other)) {
      throw new NotPossible(
          "This "
              + what
              + " is "
              + inWords()
              + (this == other ? " already." : "; it cannot become " + other.inWords() + "."));
    }
  }
}
