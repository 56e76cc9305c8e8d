package firmtally.server.customers.enquiry;

import firmtally.server.access.Actor;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import java.time.Instant;
import java.time.LocalDate;

/**
 * An enquiry as it is kept.
 *
 * @param person whom to speak to; blank where unknown
 * @param value what it is about worth in minor units; null where unknown
 * @param expected what such enquiries have brought on average, in minor units
 * @param reason why it was dropped or parked
 */
record Enquiry(
    EnquiryId id,
    String number,
    Instant addedAt,
    String name,
    String person,
    String email,
    String phone,
    String postal,
    String town,
    String subject,
    String family,
    Long value,
    long expected,
    String source,
    String campaign,
    EnquiryState state,
    LocalDate onHoldUntil,
    String reason,
    PersonId ownerId,
    String ownerName,
    String ownerTeam,
    AccountId accountId,
    OpportunityId opportunityId,
    String opportunityNumber,
    long version) {
  /** What it is ranked by: its own value, or what such enquiries have brought. */
  long worth() {
    return value == null ? expected : value;
  }

  Actor.Owner owner() {
    return new Actor.Owner(ownerId, ownerName, ownerTeam);
  }

  boolean isOpen() {
    return state.isOpen();
  }
}
