/**
 * Whether a tally earns enough, who has to sign it off, and how much room is left.
 *
 * <p>Read {@link firmtally.core.margin.MarginCheck} first. May import {@code money}, {@code
 * pricing} and {@code worksheet}.
 */
package firmtally.core.margin;
