/**
 * How a quote leaves the company. Read {@link firmtally.server.sales.sending.SendingService} first.
 */
package firmtally.server.sales.sending;
