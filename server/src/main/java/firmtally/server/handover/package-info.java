/** Books of accounts handed to a colleague, for a while or for good. */
package firmtally.server.handover;
