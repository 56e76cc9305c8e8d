/**
 * What an administrator looks after: backups, the database, jobs and emails; and what a monitor
 * asks.
 */
package firmtally.server.upkeep;
