/**
 * Recurring revenue: how it moved month by month, what was retained, and new business beside
 * renewals. Read {@link firmtally.server.reporting.recurring.RecurringService} first.
 */
package firmtally.server.reporting.recurring;
