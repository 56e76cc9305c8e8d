package firmtally.server.enquiry;

import firmtally.server.platform.MaybeNull;

/**
 * An enquiry as typed. A name, a way to reach them and what it is about are enough.
 *
 * @param reach a mail address, a phone number, or both with a comma or space between
 * @param owner a person's id, {@code rules} for whoever the assignment rules give it to, or blank
 *     for oneself
 */
public record EnquiryForm(
    String name,
    String reach,
    String about,
    @MaybeNull String person,
    @MaybeNull String postal,
    @MaybeNull String town,
    @MaybeNull String family,
    @MaybeNull String worth,
    @MaybeNull String source,
    @MaybeNull String campaign,
    @MaybeNull String owner) {}
