package firmtally.server.pipeline.opportunity;

import firmtally.server.platform.web.NotPossible;
import java.util.Locale;
import java.util.Set;

/** How an opportunity stands, and what may follow. */
public enum OpportunityState {
  OPEN,
  PAUSED,
  WON,
  LOST;

  /** As it is stored and shown. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** The states that may follow. What is won stays won: its order stands. */
  public Set<OpportunityState> next() {
    return switch (this) {
      case OPEN -> Set.of(PAUSED, WON, LOST);
      case PAUSED -> Set.of(OPEN, WON, LOST);
      case LOST -> Set.of(OPEN);
      case WON -> Set.of();
    };
  }

  /**
   * Refuses a change that is not in the table.
   *
   * @throws NotPossible saying how it stands
   */
  void checkMayBecome(OpportunityState other) {
    if (next().contains(other)) {
      return;
    }
    throw new NotPossible(
        this == WON && other == OPEN
            ? "This opportunity is won: its order stands. Open another one, or copy it."
            : "This opportunity is " + word() + (this == other ? " already." : "."));
  }
}
