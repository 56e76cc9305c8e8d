/** Taxes by name, and what becomes of them on a day. */
package firmtally.server.company.tax;
