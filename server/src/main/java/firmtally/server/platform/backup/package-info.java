/**
 * Copies of the database for the day when something is lost: made while others work, opened before
 * they are trusted, and put back. Read {@link firmtally.server.platform.backup.Backup} first.
 */
package firmtally.server.platform.backup;
