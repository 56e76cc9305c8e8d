/**
 * Who is away, and who answers for them. Read {@link
 * firmtally.server.access.absence.AbsenceService} first.
 */
package firmtally.server.access.absence;
