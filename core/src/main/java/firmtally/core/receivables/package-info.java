/**
 * Which invoices are paid, by what, and how late.
 *
 * <p>Read {@link firmtally.core.receivables.Settlement} first. May import {@code money} and {@code
 * working}.
 */
package firmtally.core.receivables;
