/** What to know of an account before a call, and how accounts rank; nothing is changed here. */
package firmtally.server.briefing;
