/** Mails as EML: written, and read back for people. */
package firmtally.formats.mail;
