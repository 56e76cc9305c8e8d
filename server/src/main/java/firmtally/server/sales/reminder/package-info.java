/**
 * Reminders of what is overdue, and statements of account. Read {@link
 * firmtally.server.sales.reminder.ReminderService} first.
 */
package firmtally.server.sales.reminder;
