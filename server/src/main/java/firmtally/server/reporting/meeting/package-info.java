/**
 * The weekly meeting: a walk through open opportunities, those that need words first, and a
 * protocol of what was decided. What is decided is done by the acts of the opportunity itself; the
 * protocol reads the log of changes, so that nothing is written down twice.
 */
package firmtally.server.reporting.meeting;
