/**
 * The documents of the reckoning, {@code firm-tally/KIND/1}: read with every problem named by its
 * path, answered by the core, written back.
 *
 * <p>Read {@link firmtally.formats.reckon.Reckon} first.
 */
package firmtally.formats.reckon;
