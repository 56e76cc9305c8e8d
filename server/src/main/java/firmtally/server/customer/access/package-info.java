/**
 * Which contacts may see the customer page of their account, and how they get in: by a link that is
 * sent to them, used once, into a session that opens no other door. Read {@link
 * firmtally.server.customer.access.PageAccessService} first.
 */
package firmtally.server.customer.access;
