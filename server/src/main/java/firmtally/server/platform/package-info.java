/**
 * What every part stands on: the database, problems, the change log, events, numbers. Knows no
 * part.
 */
package firmtally.server.platform;
