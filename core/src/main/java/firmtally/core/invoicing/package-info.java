/**
 * What an order's deposits, invoices and credit notes come to, one after the other.
 *
 * <p>Read {@link firmtally.core.invoicing.Ask} and then {@link firmtally.core.invoicing.Invoicing}.
 * May import {@code money} and {@code working}.
 */
package firmtally.core.invoicing;
