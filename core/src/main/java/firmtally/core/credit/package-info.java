/**
 * Whether a customer may owe this much, and if not, when.
 *
 * <p>Read {@link firmtally.core.credit.CreditCheck} first. May import {@code money} only.
 */
package firmtally.core.credit;
