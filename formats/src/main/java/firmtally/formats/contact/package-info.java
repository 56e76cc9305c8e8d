/** Contacts as vCards (RFC 2426 and RFC 6350), and vCards as QR codes. */
package firmtally.formats.contact;
