/** The calendar of activities and expected closes, and its feed behind a secret link. */
package firmtally.server.calendar;
