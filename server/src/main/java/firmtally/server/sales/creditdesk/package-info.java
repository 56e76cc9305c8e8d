/**
 * The credit controller's work: requests, holds, who is over, what is overdue. Read {@link
 * firmtally.server.sales.creditdesk.CreditDeskController} first.
 */
package firmtally.server.sales.creditdesk;
