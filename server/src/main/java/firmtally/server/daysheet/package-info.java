/** What to do now, in the order of the money at stake. */
package firmtally.server.daysheet;
