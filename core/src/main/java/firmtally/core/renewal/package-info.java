/**
 * The next term of what recurs, and how what recurs moved.
 *
 * <p>Read {@link firmtally.core.renewal.NextTerm} first, then {@link
 * firmtally.core.renewal.RecurringBridge}. May import {@code money} only.
 */
package firmtally.core.renewal;
