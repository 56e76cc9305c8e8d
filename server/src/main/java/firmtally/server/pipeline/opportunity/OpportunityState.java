package firmtally.server.pipeline.opportunity;

import firmtally.server.platform.records.State;
import firmtally.server.platform.web.NotPossible;
import java.util.Set;

/** How an opportunity stands, and what may follow. */
public enum OpportunityState implements State {
  OPEN,
  PAUSED,
  WON,
  LOST;

  /** What is won stays won: its order stands. */
  @Override
  public Set<OpportunityState> next() {
    return switch (this) {
      case OPEN -> Set.of(PAUSED, WON, LOST);
      case PAUSED -> Set.of(OPEN, WON, LOST);
      case LOST -> Set.of(OPEN);
      case WON -> Set.of();
    };
  }

  /** What is won is refused in words of its own. */
  void checkMayBecome(OpportunityState other) {
    if (this == WON && other == OPEN) {
      throw new NotPossible(
          "This opportunity is won: its order stands. Open another one, or copy it.");
    }
    checkMayBecome(other, "opportunity");
  }
}
