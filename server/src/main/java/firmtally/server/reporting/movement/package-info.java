/**
 * What moved in the pipeline between two days. {@link MovementStore} tells how each opportunity
 * stood on a day, from the changes that are kept; the core says what moved.
 */
package firmtally.server.reporting.movement;
