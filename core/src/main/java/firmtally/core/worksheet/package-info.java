/**
 * Lines with quantities, discounts and plans, and the tally that they make.
 *
 * <p>Read {@link firmtally.core.worksheet.Worksheet} and then {@link
 * firmtally.core.worksheet.Tally}. May import {@code money} and {@code pricing}.
 */
package firmtally.core.worksheet;
