/** Enquiries: taken down, and taken on as opportunities. */
package firmtally.server.enquiry;
