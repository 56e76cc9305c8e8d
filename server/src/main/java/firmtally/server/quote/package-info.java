/** Quotes: made from an opportunity, printed, sent, then locked. */
package firmtally.server.quote;
