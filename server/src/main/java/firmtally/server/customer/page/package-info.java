/**
 * What a contact sees and does on the customer page of their account: quotes, orders, invoices, the
 * assortment with own prices, orders and questions. Everything is named by the numbers that stand
 * on papers. Read {@link firmtally.server.customer.page.CustomerPapersController} first.
 */
package firmtally.server.customer.page;
