/**
 * Invoices, deposits and credit notes: what they come to is the core's invoicing and its calendar
 * of charges. Read {@link firmtally.server.sales.invoice.InvoiceService} first.
 */
package firmtally.server.sales.invoice;
