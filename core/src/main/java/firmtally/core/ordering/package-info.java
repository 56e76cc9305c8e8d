/**
 * Whether an order may be released, and what changed on the way to it.
 *
 * <p>Read {@link firmtally.core.ordering.Release} first, then {@link
 * firmtally.core.ordering.Variance}. May import {@code margin}, {@code credit} and {@code money}.
 */
package firmtally.core.ordering;
