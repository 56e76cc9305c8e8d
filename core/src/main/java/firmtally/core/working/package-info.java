/**
 * How figures came about, as data: formula, inputs, rounding, steps. The same shape for every
 * figure, so that one view shows them all.
 *
 * <p>Read {@link firmtally.core.working.Working} first. May import {@code money} only.
 */
package firmtally.core.working;
