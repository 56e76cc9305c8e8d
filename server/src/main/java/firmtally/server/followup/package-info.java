/**
 * Follow-up rules: what the company does by itself when something happened. They read the change
 * log from where each looked last, so nothing is lost while the application is stopped, and each
 * fires once for an entry. What they do (plan, tag, tell, write) is nothing that a rule waits for,
 * so none can set off another or itself.
 */
package firmtally.server.followup;
