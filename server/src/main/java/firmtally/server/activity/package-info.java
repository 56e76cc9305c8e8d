/** Calls, mails, meetings and tasks: planned, and done with an outcome. */
package firmtally.server.activity;
