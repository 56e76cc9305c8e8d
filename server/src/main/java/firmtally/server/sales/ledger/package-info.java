/**
 * What customers owe and have paid. Read {@link firmtally.server.sales.ledger.LedgerService} first;
 * who has paid what is the core's settlement.
 */
package firmtally.server.sales.ledger;
