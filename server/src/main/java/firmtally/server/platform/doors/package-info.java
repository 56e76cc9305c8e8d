/**
 * What stands before every door: how large a message may be, how long it may take to arrive, how
 * often one address may come, and what is answered to what cannot be read. Read {@link
 * firmtally.server.platform.doors.BodyGate} first.
 */
package firmtally.server.platform.doors;
