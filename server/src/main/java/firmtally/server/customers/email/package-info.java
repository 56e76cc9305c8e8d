/**
 * Emails that are written from an enquiry, an account or an opportunity, out of the texts of the
 * settings. Read {@link firmtally.server.customers.email.RecordEmails} first.
 */
package firmtally.server.customers.email;
