/**
 * Renewals: what ends when and what it is worth, the next term ordered as it stands, and prices
 * raised many at a time. Read {@link firmtally.server.sales.renewal.RenewalService} first.
 */
package firmtally.server.sales.renewal;
