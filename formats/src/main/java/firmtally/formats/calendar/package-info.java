/**
 * iCalendar (RFC 5545): the feed that programs subscribe to, and invitations to meetings. Read
 * {@link firmtally.formats.calendar.CalendarFeed} first.
 */
package firmtally.formats.calendar;
