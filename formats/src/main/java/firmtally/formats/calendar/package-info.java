/** iCalendar (RFC 5545) feeds; {@link firmtally.formats.calendar.CalendarFeed} is all there is. */
package firmtally.formats.calendar;
