/** What comes due by itself, and what runs it. */
package firmtally.server.platform.jobs;
