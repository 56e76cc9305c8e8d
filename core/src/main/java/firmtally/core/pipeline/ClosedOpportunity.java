package firmtally.core.pipeline;

/**
 * An opportunity that is closed.
 *
 * @param reached the id of the furthest stage it got to
 * @param won a won one counts as having reached every stage
 */
public record ClosedOpportunity(String reached, boolean won) {}
