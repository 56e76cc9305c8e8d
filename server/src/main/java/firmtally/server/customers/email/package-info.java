/**
 * Emails of an enquiry, an account or an opportunity: written out of the texts of the settings,
 * come from outside, and invitations to meetings. Read {@link
 * firmtally.server.customers.email.RecordEmails} first, then {@link
 * firmtally.server.customers.email.IncomingEmails}.
 */
package firmtally.server.customers.email;
