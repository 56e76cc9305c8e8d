package firmtally.server.customers.enquiry;

import firmtally.server.platform.web.MaybeNull;

/**
 * An enquiry as typed. A name, a way to reach them and what it is about are enough.
 *
 * @param contactDetails an email address, a phone number, or both with a comma or space between
 * @param owner a person's id, {@code rules} for whoever the assignment rules give it to, or blank
 *     for oneself
 */
public record EnquiryForm(
    String name,
    String contactDetails,
    String subject,
    @MaybeNull String person,
    @MaybeNull String postal,
    @MaybeNull String town,
    @MaybeNull String family,
    @MaybeNull String value,
    @MaybeNull String source,
    @MaybeNull String campaign,
    @MaybeNull String owner) {}
