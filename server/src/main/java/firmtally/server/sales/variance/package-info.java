/**
 * What it took to win: from the first value to what was invoiced, for one order and over many. Read
 * {@link firmtally.server.sales.variance.VarianceController} first.
 */
package firmtally.server.sales.variance;
