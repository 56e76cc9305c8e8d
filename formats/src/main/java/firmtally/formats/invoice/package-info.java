/**
 * Invoices and credit notes as programs exchange them: UBL 2.1 by EN 16931 and Peppol BIS Billing
 * 3. Read {@link firmtally.formats.invoice.TradeInvoice} first, which says what is written, then
 * {@link firmtally.formats.invoice.UblInvoice}, which writes it.
 */
package firmtally.formats.invoice;
