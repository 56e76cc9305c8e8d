/**
 * What is sold, and the price that the rules give for it.
 *
 * <p>Read {@link firmtally.core.pricing.PriceFinder} first. May import {@code money} only.
 */
package firmtally.core.pricing;
