package firmtally.server.pipeline.opportunity;

import firmtally.server.access.Actor;
import firmtally.server.platform.web.MaybeNull;

/**
 * An opportunity was lost, or is open again; told in the act that did it.
 *
 * @param before as it was
 * @param reason why it was lost; null when it is open again
 * @param competitor who won it, where that is known
 */
public record OpportunityEnded(
    Opportunity before, @MaybeNull String reason, @MaybeNull String competitor, Actor actor) {
  /** Whether it was lost. */
  public boolean isLost() {
    return reason != null;
  }
}
