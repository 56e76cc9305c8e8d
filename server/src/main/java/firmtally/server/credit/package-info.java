/** Limits, open items and what the credit check says of an account. */
package firmtally.server.credit;
