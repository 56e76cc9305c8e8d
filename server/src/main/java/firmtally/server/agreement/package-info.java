/** Agreements: what recurs, its term, and the opportunity of the next one. */
package firmtally.server.agreement;
