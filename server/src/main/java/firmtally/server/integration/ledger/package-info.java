/** What the bank tells, and a small stand-in for a bank. */
package firmtally.server.integration.ledger;
