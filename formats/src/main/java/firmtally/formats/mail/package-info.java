/**
 * Emails as EML. Read {@link firmtally.formats.mail.Eml} for what leaves and {@link
 * firmtally.formats.mail.ReceivedEml} for what comes.
 */
package firmtally.formats.mail;
