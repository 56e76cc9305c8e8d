/**
 * What quotes, orders and all that follows them share. Read {@link
 * firmtally.server.sales.document.DocumentService} first.
 */
package firmtally.server.sales.document;
