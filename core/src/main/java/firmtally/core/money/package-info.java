/**
 * Amounts, unit prices, quantities and percents, and the few ways in which they are rounded and
 * split.
 *
 * <p>A payable amount is Joda-Money's {@link org.joda.money.Money}, which refuses to drop digits.
 * Read {@link firmtally.core.money.Rounding} first: it is the only place where an exact number
 * becomes an amount. Imports nothing of the other packages.
 */
package firmtally.core.money;
